import type { Yard } from '@vaktman/contract';
import type { FleetId, ImportKnown } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** What is on record, as far as a list is checked against it. */
export const knownForImport = async (db: Queryable, fleetId: FleetId, yards: readonly Yard[]): Promise<ImportKnown> => {
  const { rows: units } = await db.query<{ id: string; arrangement: string; alternators: string[] | null }>(
    `SELECT unit_id AS id, arrangement,
            (SELECT array_agg(a ->> 'id') FROM jsonb_array_elements(definition -> 'rest' -> 'alternators') AS a) AS alternators
     FROM unit WHERE fleet_id = $1 ORDER BY unit_id`,
    [fleetId],
  );
  const { rows: batteries } = await db.query<{ serial: string }>(
    'SELECT serial FROM battery WHERE fleet_id = $1 AND serial IS NOT NULL ORDER BY serial',
    [fleetId],
  );
  return {
    format: 'vaktman-import-known',
    version: 1,
    yards: yards.flatMap(({ yardId, name, endedAt }) => (endedAt === null ? [{ id: yardId, name }] : [])),
    units: units.map(({ id, arrangement, alternators }) => ({
      id,
      arrangement,
      ...(alternators === null ? {} : { alternators }),
    })),
    serials: batteries.map(({ serial }) => serial),
  };
};
