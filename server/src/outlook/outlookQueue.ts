import type { FleetId, UnitId } from '@vaktman/core';
import { type Pool, type Queryable, withTransaction } from '../database/pool';
import { refreshOutlook } from './refreshOutlook';

/** The channel on which the worker hears that a unit was marked. */
export const OUTLOOK_CHANNEL = 'vaktman_outlook';

/** Marks units whose outlook is to be made anew; the worker hears of it once the transaction is kept. */
export const markOutlooks = async (db: Queryable, fleetId: FleetId, unitIds: Iterable<string>): Promise<void> => {
  const marked = [...new Set(unitIds)];
  if (marked.length === 0) return;
  await db.query('INSERT INTO outlook_due (fleet_id, unit_id) SELECT $1, unnest($2::text[])', [fleetId, marked]);
  await db.query(`SELECT pg_notify('${OUTLOOK_CHANNEL}', '')`);
};

/** Marks every unit of the fleets, of all when none are named: a new day, another method. */
export const markEveryOutlook = async (db: Queryable, fleetIds: readonly FleetId[] | null = null): Promise<void> => {
  await db.query(
    `INSERT INTO outlook_due (fleet_id, unit_id) SELECT fleet_id, unit_id FROM unit
     WHERE retired_at IS NULL AND ($1::uuid[] IS NULL OR fleet_id = ANY($1))
       AND NOT EXISTS (SELECT 1 FROM outlook_due d WHERE d.fleet_id = unit.fleet_id AND d.unit_id = unit.unit_id)
     ORDER BY fleet_id, unit_id`,
    [fleetIds],
  );
  await db.query(`SELECT pg_notify('${OUTLOOK_CHANNEL}', '')`);
};

/**
 * Marks the fleets for which another day has begun, by their own zone, since they were last marked for one; also when no
 * server ran at midnight. Several workers at once mark them once. A fleet seen for the first time was made when it came in.
 */
export const markNewDays = async (pool: Pool, nowMs: number): Promise<void> =>
  withTransaction(pool, async (db) => {
    const { rows } = await db.query<{ fleetId: FleetId; hadDay: boolean }>(
      `INSERT INTO outlook_day AS kept (fleet_id, day)
         SELECT fleet_id, (to_timestamp($1::float8 / 1000) AT TIME ZONE time_zone)::date FROM fleet ORDER BY fleet_id
       ON CONFLICT (fleet_id) DO UPDATE SET day = excluded.day WHERE kept.day < excluded.day
       RETURNING fleet_id AS "fleetId", xmax <> 0 AS "hadDay"`,
      [nowMs],
    );
    const begun = rows.flatMap(({ fleetId, hadDay }) => (hadDay ? [fleetId] : []));
    if (begun.length > 0) await markEveryOutlook(db, begun);
  });

/** True while the outlook of a unit is still to be made anew. */
export const isOutlookDue = async (db: Queryable, fleetId: FleetId, unitId: UnitId): Promise<boolean> => {
  const { rows } = await db.query<{ due: boolean }>(
    'SELECT EXISTS (SELECT 1 FROM outlook_due WHERE fleet_id = $1 AND unit_id = $2) AS due',
    [fleetId, unitId],
  );
  return rows[0]?.due ?? false;
};

interface Due {
  readonly fleetId: FleetId;
  readonly unitId: UnitId;
  readonly lastMark: string;
}

/**
 * Makes the outlook of one marked unit anew and takes away the marks it had by then. A mark set meanwhile stays.
 * @returns false when nothing is due, or another worker has what is
 */
const takeOne = async (pool: Pool, nowMs: () => number): Promise<boolean> =>
  withTransaction(pool, async (db) => {
    const { rows } = await db.query<Due>(
      `SELECT fleet_id AS "fleetId", unit_id AS "unitId", mark AS "lastMark" FROM outlook_due
       ORDER BY mark LIMIT 1 FOR UPDATE SKIP LOCKED`,
    );
    const due = rows[0];
    if (due === undefined) return false;
    const { rows: marks } = await db.query<{ mark: string }>(
      'SELECT mark FROM outlook_due WHERE fleet_id = $1 AND unit_id = $2 FOR UPDATE SKIP LOCKED',
      [due.fleetId, due.unitId],
    );
    await refreshOutlook(db, due.fleetId, due.unitId, nowMs());
    await db.query('DELETE FROM outlook_due WHERE mark = ANY($1::bigint[])', [marks.map(({ mark }) => mark)]);
    return true;
  });

/**
 * Works until nothing is due.
 * @param nowMs moment the outlooks are made for
 * @returns how many were made
 */
export const workOffOutlooks = async (pool: Pool, nowMs: () => number = Date.now): Promise<number> => {
  let made = 0;
  while (await takeOne(pool, nowMs)) made += 1;
  return made;
};
