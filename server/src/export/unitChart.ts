import { type FleetId, type UnitId, pointName, stepTitle, type JudgedStep, type Verdict } from '@vaktman/core';
import type { Queryable } from '../database/pool';
import { csvHead, csvLines } from './csv';

type Lasts = Readonly<Record<string, { readonly value: number; readonly unit: string; readonly verdict: Verdict }>>;
interface Row {
  readonly begun: string;
  readonly technician: string;
  readonly disposition: string;
  readonly lasts: Lasts;
}

/** `step@point` as a heading, with the unit of its figures: `Volts lost, starter, positive side, V`. */
const heading = (key: string, unit: string): string => {
  const [step = '', point = ''] = key.split('@', 2);
  return `${stepTitle(step as JudgedStep)}, ${pointName(point)}${unit === '' ? '' : `, ${unit}`}`;
};

/**
 * Everything that was measured at one unit as a table: one row a visit, oldest first, and two columns a place that was
 * read, its figure and its verdict.
 */
export const unitChart = async (db: Queryable, fleetId: FleetId, unitId: UnitId): Promise<string> => {
  const { rows } = await db.query<Row>(
    `SELECT to_char(v.started_at AT TIME ZONE f.time_zone, 'YYYY-MM-DD HH24:MI') AS begun, v.technician, v.disposition,
            coalesce(v.body -> 'lasts', '{}') AS lasts
     FROM visit_summary v JOIN fleet f USING (fleet_id) WHERE v.fleet_id = $1 AND v.unit_id = $2 ORDER BY v.started_at, v.visit_id`,
    [fleetId, unitId],
  );
  const units = new Map(
    rows.flatMap(({ lasts }) => Object.entries(lasts).map(([key, { unit }]) => [key, unit] as const)),
  );
  const keys = [...units.keys()].sort();
  return (
    csvHead([
      'Begun',
      'Technician',
      'Left',
      ...keys.flatMap((key) => [heading(key, units.get(key) ?? ''), `${heading(key, '')}, verdict`]),
    ]) +
    csvLines(
      rows.map(({ begun, technician, disposition, lasts }) => [
        begun,
        technician,
        disposition,
        ...keys.flatMap((key) => [lasts[key]?.value ?? null, lasts[key]?.verdict ?? null]),
      ]),
    )
  );
};
