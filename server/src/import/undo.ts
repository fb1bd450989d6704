import type { FleetId, UnitId, VisitId } from '@vaktman/core';
import type { Queryable } from '../database/pool';
import { removeUnits, removeVisits } from '../fleet/removal';
import { ClientError } from '../http/problem';
import { markOutlooks } from '../outlook/outlookQueue';
import { lockUnits } from '../unit/lockUnits';
import { correctBattery } from '../unit/placementStore';
import { refreshSummary } from '../visit/summarise';
import type { Corrected } from './importStore';

interface Run {
  readonly importId: string;
  readonly corrected: readonly Corrected[];
}

const SHOWN = 8;

/** Refuses to take a list back while something hangs on it. @param found what does, one line each */
const refuseWhile = (found: readonly string[], what: string): void => {
  if (found.length === 0) return;
  const more = found.length > SHOWN ? ` and ${found.length - SHOWN} more` : '';
  throw new ClientError(409, 'The list stays: something hangs on what came with it.', [
    { path: 'importId', message: `${what}: ${found.slice(0, SHOWN).join(', ')}${more}` },
  ]);
};

const namesFrom = async (db: Queryable, sql: string, parameters: readonly unknown[]): Promise<readonly string[]> => {
  const { rows } = await db.query<{ name: string }>(sql, [...parameters]);
  return rows.map(({ name }) => name);
};

/** Batteries that came with a list and are nowhere now. */
const removeLoose = async (db: Queryable, fleetId: FleetId, importId: string): Promise<void> => {
  await db.query(
    `DELETE FROM battery b WHERE fleet_id = $1 AND import_id = $2
       AND NOT EXISTS (SELECT 1 FROM battery_placement p WHERE p.fleet_id = b.fleet_id AND p.battery_id = b.battery_id)`,
    [fleetId, importId],
  );
};

/** Units go with the batteries they came with, unless they were visited or a battery came or went since. */
export const undoUnits = async (db: Queryable, fleetId: FleetId, { importId }: Run): Promise<void> => {
  const of = [fleetId, importId];
  const units = await namesFrom(
    db,
    'SELECT unit_id AS name FROM unit WHERE fleet_id = $1 AND import_id = $2 ORDER BY unit_id',
    of,
  );
  await lockUnits(db, fleetId, units);
  refuseWhile(
    await namesFrom(
      db,
      `SELECT DISTINCT v.unit_id AS name FROM visit v JOIN unit u USING (fleet_id, unit_id) WHERE v.fleet_id = $1 AND u.import_id = $2 ORDER BY 1`,
      of,
    ),
    'visited since',
  );
  refuseWhile(
    await namesFrom(
      db,
      `SELECT DISTINCT p.unit_id AS name FROM battery_placement p JOIN unit u USING (fleet_id, unit_id) JOIN battery b USING (fleet_id, battery_id)
       WHERE p.fleet_id = $1 AND u.import_id = $2 AND (b.import_id IS DISTINCT FROM $2::uuid OR NOT upper_inf(p.during)) ORDER BY 1`,
      of,
    ),
    'batteries came or went since',
  );
  refuseWhile(
    await namesFrom(
      db,
      `SELECT DISTINCT r.unit_id AS name FROM part_stay r JOIN unit u USING (fleet_id, unit_id) WHERE r.fleet_id = $1 AND u.import_id = $2 ORDER BY 1`,
      of,
    ),
    'parts were put in since',
  );
  await removeUnits(db, fleetId, units);
  await removeLoose(db, fleetId, importId);
};

/** Batteries go, unless they moved or were read since; those that only got a name lose it again. */
export const undoBatteries = async (db: Queryable, fleetId: FleetId, { importId, corrected }: Run): Promise<void> => {
  const of = [fleetId, importId];
  const units = await namesFrom(
    db,
    `SELECT DISTINCT p.unit_id AS name FROM battery_placement p JOIN battery b USING (fleet_id, battery_id)
     WHERE p.fleet_id = $1 AND (b.import_id = $2 OR b.battery_id = ANY($3)) ORDER BY 1`,
    [...of, corrected.map(({ batteryId }) => batteryId)],
  );
  await lockUnits(db, fleetId, units);
  const named = `coalesce(b.serial, b.description ->> 'make', b.battery_id::text)`;
  refuseWhile(
    await namesFrom(
      db,
      `SELECT ${named} AS name FROM battery b WHERE b.fleet_id = $1 AND b.import_id = $2 AND (
         (SELECT count(*) FROM battery_placement p WHERE p.fleet_id = b.fleet_id AND p.battery_id = b.battery_id) > 1
         OR EXISTS (SELECT 1 FROM battery_placement p WHERE p.fleet_id = b.fleet_id AND p.battery_id = b.battery_id AND NOT upper_inf(p.during))
         OR EXISTS (SELECT 1 FROM bench_reading r WHERE r.fleet_id = b.fleet_id AND r.battery_id = b.battery_id)
         OR EXISTS (SELECT 1 FROM battery_placement p JOIN visit v USING (fleet_id, unit_id)
              WHERE p.fleet_id = b.fleet_id AND p.battery_id = b.battery_id AND v.received_at > (SELECT taken_at FROM import_run WHERE fleet_id = $1 AND import_id = $2))
       ) ORDER BY 1`,
      of,
    ),
    'moved or read since',
  );
  await db.query(
    'DELETE FROM battery_placement p USING battery b WHERE p.fleet_id = b.fleet_id AND p.battery_id = b.battery_id AND b.fleet_id = $1 AND b.import_id = $2',
    of,
  );
  await removeLoose(db, fleetId, importId);
  for (const { batteryId, before } of corrected) await correctBattery(db, fleetId, batteryId, before);
  await markOutlooks(db, fleetId, units);
};

/** Visits go, unless somebody amended one; each unit stands as its visit before left it. */
export const undoResults = async (db: Queryable, fleetId: FleetId, { importId }: Run): Promise<void> => {
  const of = [fleetId, importId];
  refuseWhile(
    await namesFrom(
      db,
      `SELECT DISTINCT v.unit_id AS name FROM visit_event e JOIN visit v USING (fleet_id, visit_id) WHERE v.fleet_id = $1 AND v.import_id = $2 AND e.kind = 'amended' ORDER BY 1`,
      of,
    ),
    'a record was amended at',
  );
  const { rows } = await db.query<{ visitId: VisitId; unitId: UnitId }>(
    'SELECT visit_id AS "visitId", unit_id AS "unitId" FROM visit WHERE fleet_id = $1 AND import_id = $2',
    of,
  );
  const units = [...new Set(rows.map(({ unitId }) => unitId))].sort();
  await lockUnits(db, fleetId, units);
  await removeVisits(
    db,
    fleetId,
    rows.map(({ visitId }) => visitId),
  );
  const { rows: left } = await db.query<{ visitId: VisitId }>(
    `SELECT DISTINCT ON (unit_id) visit_id AS "visitId" FROM visit WHERE fleet_id = $1 AND unit_id = ANY($2) ORDER BY unit_id, started_at DESC`,
    [fleetId, units],
  );
  for (const { visitId } of left) await refreshSummary(db, fleetId, visitId);
  await markOutlooks(db, fleetId, units);
};
