import { fittedUnit, repairsOf, type VisitDetail, type VisitEvent, type VisitOpening } from '@vaktman/contract';
import type { Method, Reading, Unit, VisitFile, VisitHead } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** A stored visit with everything recorded in it, or null when it is not known. */
export const loadVisit = async (db: Queryable, fleetId: string, visitId: string): Promise<VisitDetail | null> => {
  const opened = await db.query<{ head: VisitHead; method: Method; unit: Unit }>(
    'SELECT head, method, unit FROM visit WHERE fleet_id = $1 AND visit_id = $2',
    [fleetId, visitId],
  );
  const visit = opened.rows[0];
  if (visit === undefined) return null;
  const readings = await db.query<{ body: Reading; takenBy: string }>(
    'SELECT body, taken_by AS "takenBy" FROM reading WHERE fleet_id = $1 AND visit_id = $2 ORDER BY taken_at, reading_id',
    [fleetId, visitId],
  );
  const happened = await db.query<{ body: VisitEvent }>(
    'SELECT body FROM visit_event WHERE fleet_id = $1 AND visit_id = $2 ORDER BY at, event_id',
    [fleetId, visitId],
  );
  const events = happened.rows.map(({ body }) => body);
  const repairs = repairsOf(events);
  const file: VisitFile = {
    format: 'vaktman-visit',
    version: 1,
    unit: fittedUnit(visit.unit, events),
    method: visit.method,
    visit: visit.head,
    readings: readings.rows.map(({ body }) => body),
    ...(repairs.length > 0 ? { repairs } : {}),
  };
  return {
    file,
    unitAtOpening: visit.unit,
    events,
    takenBy: Object.fromEntries(readings.rows.map(({ body, takenBy }) => [body.id, takenBy])),
  };
};

const asJson = (value: unknown): string => JSON.stringify(value);

/** True when the row was new; false when the id was known already. */
export const insertVisit = async (db: Queryable, fleetId: string, opening: VisitOpening): Promise<boolean> => {
  const { rowCount } = await db.query(
    `INSERT INTO visit (fleet_id, visit_id, unit_id, started_at, head, method, unit) VALUES ($1, $2, $3, $4, $5, $6, $7) ON CONFLICT DO NOTHING`,
    [
      fleetId,
      opening.visit.id,
      opening.unit.id,
      opening.visit.at,
      asJson(opening.visit),
      asJson(opening.method),
      asJson(opening.unit),
    ],
  );
  return rowCount === 1;
};

export const insertReading = async (
  db: Queryable,
  fleetId: string,
  visitId: string,
  takenBy: string,
  reading: Reading,
): Promise<boolean> => {
  const { rowCount } = await db.query(
    `INSERT INTO reading (fleet_id, reading_id, visit_id, step, point, taken_at, taken_by, body) VALUES ($1, $2, $3, $4, $5, $6, $7, $8) ON CONFLICT DO NOTHING`,
    [fleetId, reading.id, visitId, reading.step, reading.point, reading.at, takenBy, asJson(reading)],
  );
  return rowCount === 1;
};

export const insertEvent = async (
  db: Queryable,
  fleetId: string,
  visitId: string,
  event: VisitEvent,
): Promise<boolean> => {
  const { rowCount } = await db.query(
    `INSERT INTO visit_event (fleet_id, event_id, visit_id, kind, at, body) VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT DO NOTHING`,
    [fleetId, event.eventId, visitId, event.kind, event.at, asJson(event)],
  );
  return rowCount === 1;
};

/** The stored content under an id, to compare with what was sent again; null when there is none. */
export const storedVisit = async (db: Queryable, fleetId: string, visitId: string): Promise<unknown> => {
  const { rows } = await db.query<{ body: unknown }>(
    `SELECT jsonb_build_object('unit', unit, 'method', method, 'visit', head) AS body FROM visit WHERE fleet_id = $1 AND visit_id = $2`,
    [fleetId, visitId],
  );
  return rows[0]?.body ?? null;
};

export const storedReading = async (
  db: Queryable,
  fleetId: string,
  readingId: string,
): Promise<{ visitId: string; body: unknown } | null> => {
  const { rows } = await db.query<{ visitId: string; body: unknown }>(
    'SELECT visit_id AS "visitId", body FROM reading WHERE fleet_id = $1 AND reading_id = $2',
    [fleetId, readingId],
  );
  return rows[0] ?? null;
};

export const storedEvent = async (
  db: Queryable,
  fleetId: string,
  eventId: string,
): Promise<{ visitId: string; body: unknown } | null> => {
  const { rows } = await db.query<{ visitId: string; body: unknown }>(
    'SELECT visit_id AS "visitId", body FROM visit_event WHERE fleet_id = $1 AND event_id = $2',
    [fleetId, eventId],
  );
  return rows[0] ?? null;
};

/** The unit as a visit knows it, and whether the visit is closed; the row is held until the transaction ends. */
export const lockVisit = async (db: Queryable, fleetId: string, visitId: string): Promise<{ unit: Unit } | null> => {
  const { rows } = await db.query<{ unit: Unit }>(
    'SELECT unit FROM visit WHERE fleet_id = $1 AND visit_id = $2 FOR UPDATE',
    [fleetId, visitId],
  );
  return rows[0] ?? null;
};
