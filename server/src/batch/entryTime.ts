import type { FleetId, VisitId } from '@vaktman/core';
import { CLOCK_LATENCY_MS, type Batch, type Entry } from '@vaktman/contract';
import type { Queryable } from '../database/pool';

const EARLIEST_MS = Date.parse('2000-01-01T00:00:00Z');
const DAY_MS = 86_400_000;

/** The clock of a device against ours, as a batch tells it. */
export interface DeviceClock {
  /** Milliseconds the device is ahead; null when it did not say. */
  readonly aheadMs: number | null;
  readonly receivedMs: number;
}

export const deviceClock = ({ sentAt }: Pick<Batch, 'sentAt'>, receivedMs: number): DeviceClock => ({
  aheadMs: sentAt === undefined ? null : Date.parse(sentAt) - receivedMs,
  receivedMs,
});

/** The instant an entry states, as its device wrote it. */
const statedAt = (entry: Entry): string =>
  entry.kind === 'visit' ? entry.opening.visit.at : entry.kind === 'event' ? entry.event.at : entry.reading.at;

/** The latest moment of what the same device recorded in the visit before this entry; null when that is nothing. */
const lastOfDevice = async (
  db: Queryable,
  fleetId: FleetId,
  visitId: VisitId,
  entry: Entry,
): Promise<number | null> => {
  if (entry.made === undefined) return null;
  const { rows } = await db.query<{ last: Date | null }>(
    `SELECT greatest(
       (SELECT max(taken_at) FROM reading WHERE fleet_id = $1 AND visit_id = $2 AND made_device = $3 AND made_sequence < $4),
       (SELECT max(at) FROM visit_event WHERE fleet_id = $1 AND visit_id = $2 AND made_device = $3 AND made_sequence < $4)) AS last`,
    [fleetId, visitId, entry.made.device, entry.made.sequence],
  );
  return rows[0]?.last?.getTime() ?? null;
};

/**
 * When an entry happened by our clock: as stated, put right by how far the device's clock was off when it sent, never
 * after it arrived, and never before what the same device recorded earlier, whatever its clock said then.
 * @returns milliseconds since 1970, or what is wrong with the time stated
 */
export const entryTime = async (
  db: Queryable,
  fleetId: FleetId,
  visitId: VisitId,
  entry: Entry,
  { aheadMs, receivedMs }: DeviceClock,
): Promise<number | string> => {
  const stated = Date.parse(statedAt(entry));
  const right = aheadMs !== null && Math.abs(aheadMs) > CLOCK_LATENCY_MS ? stated - aheadMs : stated;
  if (right < EARLIEST_MS) return `expected a time after the year 2000, received ${statedAt(entry)}`;
  if (entry.made === undefined) {
    return right > receivedMs + DAY_MS ? `expected a time before tomorrow, received ${statedAt(entry)}` : right;
  }
  const arrived = right > receivedMs + CLOCK_LATENCY_MS ? receivedMs : right;
  return Math.max(arrived, (await lastOfDevice(db, fleetId, visitId, entry)) ?? -Infinity);
};
