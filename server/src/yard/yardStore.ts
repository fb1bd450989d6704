import type { FleetId, UnitId } from '@vaktman/core';
import type { Yard, YardDraft } from '@vaktman/contract';
import type { Queryable } from '../database/pool';

/** Every yard of the fleet, also those that were closed, in their order. */
export const listYards = async (db: Queryable, fleetId: FleetId): Promise<Yard[]> => {
  const { rows } = await db.query<Omit<Yard, 'endedAt'> & { endedAt: Date | null }>(
    'SELECT yard_id AS "yardId", name, ended_at AS "endedAt" FROM yard WHERE fleet_id = $1 ORDER BY ordinal, name',
    [fleetId],
  );
  return rows.map((row) => ({ ...row, endedAt: row.endedAt?.toISOString() ?? null }));
};

/** Adds a yard after the others. */
export const insertYard = async (
  db: Queryable,
  fleetId: FleetId,
  yardId: string,
  { name }: YardDraft,
): Promise<void> => {
  await db.query(
    `INSERT INTO yard (fleet_id, yard_id, name, ordinal)
     VALUES ($1, $2, $3, (SELECT coalesce(max(ordinal) + 1, 0) FROM yard WHERE fleet_id = $1))`,
    [fleetId, yardId, name],
  );
};

/** False when no yard has the id. */
export const renameYard = async (
  db: Queryable,
  fleetId: FleetId,
  yardId: string,
  { name }: YardDraft,
): Promise<boolean> => {
  const { rowCount } = await db.query('UPDATE yard SET name = $3 WHERE fleet_id = $1 AND yard_id = $2', [
    fleetId,
    yardId,
    name,
  ]);
  return rowCount === 1;
};

/** A yard is closed, or opened again. False when no yard has the id. */
export const endYard = async (db: Queryable, fleetId: FleetId, yardId: string, ended: boolean): Promise<boolean> => {
  const { rowCount } = await db.query(
    'UPDATE yard SET ended_at = CASE WHEN $3 THEN coalesce(ended_at, now()) END WHERE fleet_id = $1 AND yard_id = $2',
    [fleetId, yardId, ended],
  );
  return rowCount === 1;
};

/** Units of the fleet that stand in a yard. */
export const unitsInYard = async (db: Queryable, fleetId: FleetId, yardId: string): Promise<readonly string[]> => {
  const { rows } = await db.query<{ unitId: UnitId }>(
    'SELECT unit_id AS "unitId" FROM unit WHERE fleet_id = $1 AND yard_id = $2 AND retired_at IS NULL ORDER BY unit_id',
    [fleetId, yardId],
  );
  return rows.map(({ unitId }) => unitId);
};

/** True for a yard that was closed; it is kept from being closed or opened until the transaction ends. */
export const isYardClosed = async (db: Queryable, fleetId: FleetId, yardId: string): Promise<boolean> => {
  const { rows } = await db.query<{ isClosed: boolean }>(
    'SELECT ended_at IS NOT NULL AS "isClosed" FROM yard WHERE fleet_id = $1 AND yard_id = $2 FOR SHARE',
    [fleetId, yardId],
  );
  return rows[0]?.isClosed === true;
};
