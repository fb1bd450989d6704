import type { FleetId, VisitId } from '@vaktman/core';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { refreshSummary } from '../visit/summarise';
import { markEveryOutlook, workOffOutlooks } from './outlookQueue';

/** Raised whenever what is computed from the facts takes another shape: everything is then made anew once. */
const PROJECTION_VERSION = 5;
const PROJECTION = 'summaries';
const AT_ONCE = 50;

/** Notes that everything computed is of this version. */
export const projectionsMade = async (db: Queryable): Promise<void> => {
  await db.query(
    `INSERT INTO projection (name, version) VALUES ($1, $2)
     ON CONFLICT (name) DO UPDATE SET version = excluded.version, made_at = now()`,
    [PROJECTION, PROJECTION_VERSION],
  );
};

/** True when what is stored was computed by an older version of the code. */
export const areProjectionsOld = async (db: Queryable): Promise<boolean> => {
  const { rows } = await db.query<{ old: boolean }>(
    `SELECT EXISTS (SELECT 1 FROM visit) AND NOT EXISTS (SELECT 1 FROM projection WHERE name = $1 AND version >= $2) AS old`,
    [PROJECTION, PROJECTION_VERSION],
  );
  return rows[0]?.old ?? false;
};

/**
 * Makes everything that is computed from facts anew: summaries, standings, outlooks. What comes out is the same to the
 * byte as what was there, when nothing of the code changed. Visits are taken oldest first, some at a time.
 * @param nowMs moment the outlooks are made for
 * @returns visits summarised and outlooks made
 */
export const rebuild = async (
  pool: Pool,
  nowMs: () => number = Date.now,
): Promise<{ readonly visits: number; readonly outlooks: number }> => {
  await withTransaction(pool, async (db) => {
    await db.query('DELETE FROM unit_standing');
    await db.query('DELETE FROM unit_outlook');
  });
  let visits = 0;
  let after: { startedAt: Date; visitId: VisitId } | undefined;
  for (;;) {
    const { rows } = await pool.query<{ fleetId: FleetId; visitId: VisitId; startedAt: Date }>(
      `SELECT fleet_id AS "fleetId", visit_id AS "visitId", started_at AS "startedAt" FROM visit
       WHERE $1::timestamptz IS NULL OR (started_at, visit_id) > ($1, $2) ORDER BY started_at, visit_id LIMIT ${AT_ONCE}`,
      [after?.startedAt ?? null, after?.visitId ?? null],
    );
    if (rows.length === 0) break;
    await withTransaction(pool, async (db) => {
      for (const { fleetId, visitId } of rows) await refreshSummary(db, fleetId, visitId);
    });
    visits += rows.length;
    after = rows.at(-1);
  }
  await projectionsMade(pool);
  await markEveryOutlook(pool);
  return { visits, outlooks: await workOffOutlooks(pool, nowMs) };
};
