import type { Queryable } from '../database/pool';

/**
 * The watch as JSON text, ready to send: one row a unit with its latest visit and the one still open. PostgreSQL writes
 * the text itself; building five thousand objects here only to write them out again would double the time.
 */
export const watchJson = async (db: Queryable, fleetId: string): Promise<string> => {
  const { rows } = await db.query<{ body: string }>(
    `WITH latest AS (
       SELECT DISTINCT ON (unit_id) unit_id, visit_id, started_at, closed_at, disposition, headline, finding_count
       FROM visit_summary WHERE fleet_id = $1 ORDER BY unit_id, started_at DESC
     )
     SELECT json_build_object('units', coalesce(json_agg(json_build_object(
       'unitId', u.unit_id, 'yardId', u.yard_id, 'description', u.description, 'systemVolts', u.system_volts, 'arrangement', u.arrangement,
       'disposition', l.disposition, 'headline', l.headline, 'findingCount', coalesce(l.finding_count, 0),
       'lastVisitAt', l.started_at, 'lastVisitId', l.visit_id,
       'openVisitId', CASE WHEN l.closed_at IS NULL THEN l.visit_id END) ORDER BY u.unit_id), '[]'))::text AS body
     FROM unit u LEFT JOIN latest l USING (unit_id)
     WHERE u.fleet_id = $1`,
    [fleetId],
  );
  return rows[0]?.body ?? '{"units":[]}';
};
