import type { FleetId } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** The watch of a fleet as JSON text, and the number of the change it was made after. */
export interface WatchText {
  readonly revision: string;
  readonly json: string;
}

/** The number of the last change that shows in the watch; '0' before the first. */
export const watchRevision = async (db: Queryable, fleetId: FleetId): Promise<string> => {
  const { rows } = await db.query<{ revision: string | null }>(
    'SELECT sum(revision)::text AS revision FROM watch_revision WHERE fleet_id = $1',
    [fleetId],
  );
  return rows[0]?.revision ?? '0';
};

/**
 * The watch, one row a unit with its latest visit and whether that is still open. PostgreSQL writes the text itself, and
 * in one statement with its revision, so the two always belong together. What is null is left out: thousands of rows say
 * little more than their unit.
 */
export const loadWatch = async (db: Queryable, fleetId: FleetId): Promise<WatchText> => {
  const { rows } = await db.query<WatchText>(
    `SELECT coalesce((SELECT sum(revision) FROM watch_revision WHERE fleet_id = $1), 0)::text AS revision,
       (SELECT '{"units":' || coalesce(json_agg(json_strip_nulls(to_json(row)) ORDER BY row."unitId"), '[]')::text || '}' FROM (
         SELECT u.unit_id AS "unitId", u.yard_id AS "yardId", u.description, u.system_volts AS "systemVolts", u.arrangement,
                s.disposition, s.headline, coalesce(s.finding_count, 0) AS "findingCount", s.started_at AS "lastVisitAt",
                s.visit_id AS "lastVisitId", CASE WHEN s.closed_at IS NULL THEN s.visit_id END AS "openVisitId",
                CASE WHEN o.cold_p50 IS NOT NULL THEN json_build_array(round(o.cold_p10::numeric, 1), round(o.cold_p50::numeric, 1), round(o.cold_p90::numeric, 1)) END AS cold,
                CASE WHEN o.after_p50 IS NOT NULL THEN json_build_array(round(o.after_p50::numeric, 1), round(o.after_p90::numeric, 1)) END AS "coldAfter",
                o.under_position AS "underAt", o.under_on AS "underOn", coalesce(o.due_on, s.due_date) AS "dueOn",
                coalesce(o.due_by, CASE WHEN s.due_date IS NOT NULL THEN 'date' END) AS "dueBy", nullif(o.actions, '[]'::jsonb) AS actions
         FROM unit u LEFT JOIN unit_standing s USING (fleet_id, unit_id) LEFT JOIN unit_outlook o USING (fleet_id, unit_id)
         WHERE u.fleet_id = $1 AND u.retired_at IS NULL
       ) AS row) AS json`,
    [fleetId],
  );
  const row = rows[0];
  if (row === undefined) throw new Error('The watch query gave no row. Expected exactly one.');
  return row;
};
