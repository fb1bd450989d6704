import type { Entry, VisitDetail, VisitOpening } from '@vaktman/contract';
import {
  type FleetId,
  type VisitId,
  recordedVisit,
  type Judgement,
  type Method,
  type Reading,
  type Unit,
  type VisitEvent,
  type VisitHead,
} from '@vaktman/core';
import type { Queryable } from '../database/pool';
import { keepApart, partedEvent } from './keptApart';

/** What is stored beside an entry: when it happened by our clock, and which device made it. */
export interface Placed {
  /** Milliseconds since 1970. */
  readonly ms: number;
  readonly made?: Entry['made'];
  /** Who made it, and how that is known; null where nothing tells. */
  readonly stamp?: object | null;
}

/** Something recorded, with the moment it happened by our clock where the device's was off. */
const atMoment = <Body extends { readonly at: string }>(body: Body, moment: Date): Body =>
  Math.abs(Date.parse(body.at) - moment.getTime()) < 1 ? body : { ...body, at: moment.toISOString() };

const eventAt = (event: VisitEvent, moment: Date): VisitEvent => {
  const placed = atMoment(event, moment);
  if (placed === event || placed.kind !== 'repaired') return placed;
  return { ...placed, repair: { ...placed.repair, at: placed.at } };
};

/** A visit as one statement reads it: moments are text where they come from within. */
interface VisitRow {
  readonly head: VisitHead;
  readonly method: Method;
  readonly unit: Unit;
  readonly startedAt: Date;
  readonly readings: readonly { body: Reading; takenBy: string; takenAt: string; amends: string | null }[];
  readonly events: readonly { body: VisitEvent; at: string }[];
  readonly signed: Readonly<Record<string, Judgement>>;
}

const VISIT = `
  SELECT head, method, unit, started_at AS "startedAt",
    (SELECT coalesce(json_agg(json_build_object('body', body, 'takenBy', taken_by, 'takenAt', taken_at, 'amends', amendment_id)
        ORDER BY taken_at, made_device NULLS FIRST, made_sequence, reading_id), '[]')
      FROM reading WHERE fleet_id = $1 AND visit_id = $2) AS readings,
    (SELECT coalesce(json_agg(json_build_object('body', body, 'at', at)
        ORDER BY at, made_device NULLS FIRST, made_sequence, event_id), '[]')
      FROM visit_event WHERE fleet_id = $1 AND visit_id = $2) AS events,
    (SELECT coalesce(json_object_agg(event_id, body), '{}')
      FROM signed_judgement WHERE fleet_id = $1 AND visit_id = $2) AS signed
  FROM visit WHERE fleet_id = $1 AND visit_id = $2`;

/** A stored visit with everything recorded in it, or null when it is not known. */
export const loadVisit = async (db: Queryable, fleetId: FleetId, visitId: VisitId): Promise<VisitDetail | null> => {
  const { rows } = await db.query<VisitRow>(VISIT, [fleetId, visitId]);
  const visit = rows[0];
  if (visit === undefined) return null;
  const { readings, events, signed } = visit;
  return recordedVisit({
    signedAs: signed,
    opening: { unit: visit.unit, method: visit.method, visit: atMoment(visit.head, visit.startedAt) },
    readings: readings.map(({ body, takenAt }) => atMoment(body, new Date(takenAt))),
    events: events.map(({ body, at }) => eventAt(body, new Date(at))),
    takenBy: Object.fromEntries(readings.map(({ body, takenBy }) => [body.id, takenBy])),
    amended: Object.fromEntries(readings.flatMap(({ body, amends }) => (amends === null ? [] : [[body.id, amends]]))),
  });
};

/** Sign-off and amendments of a visit: what decides whether it takes more. */
export const loadSigning = async (db: Queryable, fleetId: FleetId, visitId: VisitId): Promise<VisitEvent[]> => {
  const { rows } = await db.query<{ body: VisitEvent }>(
    `SELECT body FROM visit_event WHERE fleet_id = $1 AND visit_id = $2 AND kind IN ('closed', 'amended', 'discarded') ORDER BY at, event_id`,
    [fleetId, visitId],
  );
  return rows.map(({ body }) => body);
};

/** Places along runs that were named in a visit, in the order they were. */
export const loadPointNames = async (db: Queryable, fleetId: FleetId, visitId: VisitId): Promise<VisitEvent[]> => {
  const { rows } = await db.query<{ body: VisitEvent }>(
    `SELECT body FROM visit_event WHERE fleet_id = $1 AND visit_id = $2 AND kind = 'point-named' ORDER BY at, event_id`,
    [fleetId, visitId],
  );
  return rows.map(({ body }) => body);
};

/** True when nothing was read or repaired in a visit. */
export const isVisitEmpty = async (db: Queryable, fleetId: FleetId, visitId: VisitId): Promise<boolean> => {
  const { rows } = await db.query<{ empty: boolean }>(
    `SELECT NOT EXISTS (SELECT 1 FROM reading WHERE fleet_id = $1 AND visit_id = $2)
        AND NOT EXISTS (SELECT 1 FROM visit_event WHERE fleet_id = $1 AND visit_id = $2 AND kind = 'repaired') AS empty`,
    [fleetId, visitId],
  );
  return rows[0]?.empty ?? false;
};

/** Keeps how a visit came out at a sign-off. What is kept already stands. */
export const keepSigned = async (
  db: Queryable,
  fleetId: FleetId,
  visitId: VisitId,
  eventId: string,
  judgement: Judgement,
): Promise<void> => {
  await db.query(
    'INSERT INTO signed_judgement (fleet_id, visit_id, event_id, body) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING',
    [fleetId, visitId, eventId, JSON.stringify(judgement)],
  );
};

const asJson = (value: unknown): string => JSON.stringify(value);

const stampJson = (stamp: Placed['stamp']): string | null =>
  stamp === undefined || stamp === null ? null : asJson(stamp);

export const insertVisit = async (
  db: Queryable,
  fleetId: FleetId,
  opening: VisitOpening,
  { ms, stamp }: Omit<Placed, 'made'> = { ms: Date.parse(opening.visit.at) },
): Promise<void> => {
  await db.query(
    `INSERT INTO visit (fleet_id, visit_id, unit_id, started_at, head, method, unit, seal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [
      fleetId,
      opening.visit.id,
      opening.unit.id,
      new Date(ms).toISOString(),
      asJson(opening.visit),
      asJson(opening.method),
      asJson(opening.unit),
      stampJson(stamp),
    ],
  );
};

/** A reading to be kept, with who took it and what else is known of how it came. */
export interface TakenReading {
  readonly reading: Reading;
  readonly takenBy: string;
  readonly placed?: Placed & { readonly amends?: string | undefined };
}

/** Keeps readings of a visit in one statement, however many they are. */
export const insertReadings = async (
  db: Queryable,
  fleetId: FleetId,
  visitId: VisitId,
  taken: readonly TakenReading[],
): Promise<void> => {
  if (taken.length === 0) return;
  const kept = taken.map(({ reading, takenBy, placed = { ms: Date.parse(reading.at) } }) => ({
    reading,
    takenBy,
    placed,
  }));
  await db.query(
    `INSERT INTO reading (fleet_id, visit_id, reading_id, step, point, taken_at, taken_by, body, made_device, made_sequence, amendment_id, seal)
     SELECT $1, $2, * FROM unnest($3::uuid[], $4::text[], $5::text[], $6::timestamptz[], $7::text[], $8::jsonb[],
       $9::uuid[], $10::bigint[], $11::uuid[], $12::jsonb[])`,
    [
      fleetId,
      visitId,
      kept.map(({ reading }) => reading.id),
      kept.map(({ reading }) => reading.step),
      kept.map(({ reading }) => reading.point),
      kept.map(({ placed }) => new Date(placed.ms).toISOString()),
      kept.map(({ takenBy }) => takenBy),
      kept.map(({ reading }) => asJson(reading)),
      kept.map(({ placed }) => placed.made?.device ?? null),
      kept.map(({ placed }) => placed.made?.sequence ?? null),
      kept.map(({ placed }) => placed.amends ?? null),
      kept.map(({ placed }) => stampJson(placed.stamp)),
    ],
  );
};

export const insertEvent = async (
  db: Queryable,
  fleetId: FleetId,
  visitId: VisitId,
  event: VisitEvent,
  { ms, made, stamp }: Placed = { ms: Date.parse(event.at) },
): Promise<void> => {
  const { apart, body } = partedEvent(event);
  await db.query(
    `INSERT INTO visit_event (fleet_id, event_id, visit_id, kind, at, body, made_device, made_sequence, seal)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [
      fleetId,
      event.eventId,
      visitId,
      event.kind,
      new Date(ms).toISOString(),
      asJson(body),
      made?.device ?? null,
      made?.sequence ?? null,
      stampJson(stamp),
    ],
  );
  if (apart !== null) await keepApart(db, fleetId, visitId, event.eventId, apart);
};

/**
 * What is stored under an id, to compare with what was sent again: as its device wrote it, and as it is handed out, with
 * the moment put right. Empty when there is none.
 */
export const storedVisit = async (db: Queryable, fleetId: FleetId, visitId: VisitId): Promise<readonly unknown[]> => {
  const { rows } = await db.query<{ unit: Unit; method: Method; visit: VisitHead; startedAt: Date }>(
    'SELECT unit, method, head AS visit, started_at AS "startedAt" FROM visit WHERE fleet_id = $1 AND visit_id = $2',
    [fleetId, visitId],
  );
  return rows.flatMap(({ unit, method, visit, startedAt }) => [
    { unit, method, visit },
    { unit, method, visit: atMoment(visit, startedAt) },
  ]);
};

/** Something stored: its visit, and the bodies that are it. */
export interface Stored {
  readonly visitId: VisitId;
  readonly bodies: readonly unknown[];
}

export const storedReading = async (db: Queryable, fleetId: FleetId, readingId: string): Promise<Stored | null> => {
  const { rows } = await db.query<{ visitId: VisitId; body: Reading; at: Date }>(
    'SELECT visit_id AS "visitId", body, taken_at AS at FROM reading WHERE fleet_id = $1 AND reading_id = $2',
    [fleetId, readingId],
  );
  return rows.map(({ visitId, body, at }) => ({ visitId, bodies: [body, atMoment(body, at)] }))[0] ?? null;
};

export const storedEvent = async (db: Queryable, fleetId: FleetId, eventId: string): Promise<Stored | null> => {
  const { rows } = await db.query<{ visitId: VisitId; body: VisitEvent; at: Date }>(
    'SELECT visit_id AS "visitId", body, at FROM visit_event WHERE fleet_id = $1 AND event_id = $2',
    [fleetId, eventId],
  );
  return rows.map(({ visitId, body, at }) => ({ visitId, bodies: [body, eventAt(body, at)] }))[0] ?? null;
};

/** The unit as a visit was opened with it, or null when the visit is not known. */
export const visitUnit = async (db: Queryable, fleetId: FleetId, visitId: VisitId): Promise<Unit | null> => {
  const { rows } = await db.query<{ unit: Unit }>('SELECT unit FROM visit WHERE fleet_id = $1 AND visit_id = $2', [
    fleetId,
    visitId,
  ]);
  return rows[0]?.unit ?? null;
};
