import type { FleetId, UnitId } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** When a unit's picture was taken; null where there is none. */
export const pictureMoment = async (db: Queryable, fleetId: FleetId, unitId: UnitId): Promise<string | null> => {
  const { rows } = await db.query<{ takenAt: Date }>(
    'SELECT taken_at AS "takenAt" FROM unit_picture WHERE fleet_id = $1 AND unit_id = $2',
    [fleetId, unitId],
  );
  return rows[0]?.takenAt.toISOString() ?? null;
};

/** The picture itself, JPEG; null where there is none. */
export const loadPicture = async (db: Queryable, fleetId: FleetId, unitId: UnitId): Promise<Buffer | null> => {
  const { rows } = await db.query<{ jpeg: Buffer }>(
    'SELECT jpeg FROM unit_picture WHERE fleet_id = $1 AND unit_id = $2',
    [fleetId, unitId],
  );
  return rows[0]?.jpeg ?? null;
};

/** Keeps a picture in place of the one before, or takes it away. */
export const setPicture = async (
  db: Queryable,
  fleetId: FleetId,
  unitId: UnitId,
  jpeg: Buffer | null,
): Promise<void> => {
  if (jpeg === null) await db.query('DELETE FROM unit_picture WHERE fleet_id = $1 AND unit_id = $2', [fleetId, unitId]);
  else
    await db.query(
      `INSERT INTO unit_picture (fleet_id, unit_id, jpeg) VALUES ($1, $2, $3)
       ON CONFLICT (fleet_id, unit_id) DO UPDATE SET jpeg = excluded.jpeg, taken_at = now()`,
      [fleetId, unitId, jpeg],
    );
};
