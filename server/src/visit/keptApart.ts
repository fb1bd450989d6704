import type { GoodTrace } from '@vaktman/contract';
import type { FleetId, UnitId, VisitId, Reading, TracePicture, VisitEvent } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** What is kept in a table of its own: a visit is fetched often, its pictures and samples seldom. */
export interface Apart {
  readonly what: 'picture' | 'trace';
  readonly bytes: Buffer;
}

const TABLES = {
  picture: { table: 'visit_picture', column: 'jpeg' },
  trace: { table: 'visit_trace', column: 'gzip' },
} as const;

/** An event as it is stored, and what is kept apart from it. */
export const partedEvent = (event: VisitEvent): { readonly body: VisitEvent; readonly apart: Apart | null } => {
  if ((event.kind !== 'photographed' && event.kind !== 'traced') || event.data === undefined)
    return { body: event, apart: null };
  const { data, ...body } = event;
  const what = event.kind === 'photographed' ? 'picture' : 'trace';
  return { body: body as VisitEvent, apart: { what, bytes: Buffer.from(data, 'base64') } };
};

export const keepApart = async (
  db: Queryable,
  fleetId: FleetId,
  visitId: VisitId,
  eventId: string,
  { what, bytes }: Apart,
): Promise<void> => {
  const { table, column } = TABLES[what];
  await db.query(`INSERT INTO ${table} (fleet_id, event_id, visit_id, ${column}) VALUES ($1, $2, $3, $4)`, [
    fleetId,
    eventId,
    visitId,
    bytes,
  ]);
};

/** A picture, or the samples of a trace, as they were taken; null when there is none. */
export const loadApart = async (
  db: Queryable,
  fleetId: FleetId,
  visitId: VisitId,
  eventId: string,
  what: Apart['what'],
): Promise<Buffer | null> => {
  const { table, column } = TABLES[what];
  const { rows } = await db.query<{ bytes: Buffer }>(
    `SELECT ${column} AS bytes FROM ${table} WHERE fleet_id = $1 AND visit_id = $2 AND event_id = $3`,
    [fleetId, visitId, eventId],
  );
  return rows[0]?.bytes ?? null;
};

/**
 * The trace a new one is laid over.
 * @param besides the visit that is being made, which does not count
 */
export const loadGoodTrace = async (
  db: Queryable,
  fleetId: FleetId,
  unitId: UnitId,
  besides: string | null,
): Promise<GoodTrace | null> => {
  const { rows } = await db.query<{ visitId: VisitId; at: Date; reading: Reading; picture: TracePicture }>(
    `SELECT e.visit_id AS "visitId", r.taken_at AS at, r.body AS reading, e.body -> 'picture' AS picture
     FROM visit_summary s
     JOIN visit_event e ON e.fleet_id = s.fleet_id AND e.visit_id = s.visit_id AND e.kind = 'traced'
     JOIN reading r ON r.fleet_id = e.fleet_id AND r.reading_id = (e.body ->> 'reading')::uuid AND r.visit_id = e.visit_id
     WHERE s.fleet_id = $1 AND s.unit_id = $2 AND s.disposition IN ('ready', 'ready-watch') AND s.visit_id::text <> $3
     ORDER BY r.taken_at DESC LIMIT 1`,
    [fleetId, unitId, besides ?? ''],
  );
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }))[0] ?? null;
};
