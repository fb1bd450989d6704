import { isAtLeast, NOT_ALLOWED, visitIdOf, type Batch, type BatchReceipt, type Entry } from '@vaktman/contract';
import type { FleetId, Unit } from '@vaktman/core';
import { triedAgain } from '../database/failure';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { prepared } from '../database/prepared';
import { sqlState } from '../database/sqlState';
import { ClientError } from '../http/problem';
import { knownPeople } from '../people/peopleStore';
import { markOutlooks } from '../outlook/outlookQueue';
import { lockUnits } from '../unit/lockUnits';
import { refreshSummary } from '../visit/summarise';
import { visitUnit } from '../visit/visitStore';
import { deviceKeys } from '../signIn/deviceKeyStore';
import { addEntry, clash, type Added, type BatchFrame } from './addEntry';
import { deviceClock, type DeviceClock } from './entryTime';
import { unitsOfFittings } from './fitBatteries';
import { namesOf, type Makers, type Sender } from './proof';

const UNIQUE_VIOLATION = '23505';
const FOREIGN_KEY_VIOLATION = '23503';
/** Text the database cannot keep, and values out of its range. */
const UNSTORABLE = new Set(['22P05', '22021', '22007', '22008', '22003', '23514']);

/** The units as the visits of a batch were opened with them, of those that are stored. */
const openedUnits = async (db: Queryable, fleetId: FleetId, entries: readonly Entry[]): Promise<Map<string, Unit>> => {
  const opened = new Map<string, Unit>();
  for (const visitId of new Set(entries.map(visitIdOf))) {
    const unit = await visitUnit(db, fleetId, visitId);
    if (unit !== null) opened.set(visitId, unit);
  }
  return opened;
};

/** Units a batch touches: those of its visits, and those batteries are taken out of. */
const unitsOf = async (
  db: Queryable,
  fleetId: FleetId,
  entries: readonly Entry[],
  opened: ReadonlyMap<string, Unit>,
): Promise<Set<string>> => {
  const units = new Set<string>();
  for (const entry of entries) {
    if (entry.kind === 'visit') units.add(entry.opening.unit.id);
    else if (entry.kind === 'event' && entry.event.kind === 'repaired' && entry.event.fitted !== undefined)
      for (const unitId of await unitsOfFittings(db, fleetId, entry.event.fitted)) units.add(unitId);
  }
  for (const { id } of opened.values()) units.add(id);
  return units;
};

/** What a constraint of the database says of an entry, as an answer that names it. */
const named = (error: unknown, path: string): unknown => {
  const state = sqlState(error);
  const options = { cause: error };
  if (state === UNIQUE_VIOLATION) return clash(path, 'something with its id or serial is stored already', options);
  if (state === FOREIGN_KEY_VIOLATION || (state !== null && UNSTORABLE.has(state)))
    return clash(path, 'it holds something that cannot be stored here', options);
  return error;
};

const addNamed = async (
  db: Queryable,
  entry: Entry,
  sent: object,
  index: number,
  frame: BatchFrame,
): Promise<Added> => {
  const path = `entries[${index}]`;
  // What a repair changes is kept under the name of who made it, whoever's device sends it.
  if (entry.kind === 'event' && entry.event.kind === 'repaired')
    await db.query(`SELECT set_config('vaktman.person', $1, true)`, [entry.event.by]);
  try {
    return await addEntry(db, entry, sent, path, frame);
  } catch (error) {
    throw named(error, path);
  }
};

/** How entries are stored: by which clock, and who may have made them; anybody where that is null. */
interface Frame {
  readonly clock: DeviceClock;
  readonly makers: Makers | null;
  /** The entries as they came, over which they were signed; the same where they never travelled. */
  readonly sent?: readonly object[];
}

/** Stores entries within a transaction. @returns how many were not there before */
export const applyEntries = async (
  db: Queryable,
  fleetId: FleetId,
  entries: readonly Entry[],
  { clock, makers, sent = entries }: Frame,
): Promise<number> => {
  const opened = await openedUnits(db, fleetId, entries);
  await lockUnits(db, fleetId, await unitsOf(db, fleetId, entries, opened));
  const touched = new Set<string>();
  const moved = new Set<string>();
  let count = 0;
  for (const [index, entry] of entries.entries()) {
    const { isNew, units } = await addNamed(db, entry, sent[index] ?? entry, index, { fleetId, clock, makers, opened });
    if (!isNew) continue;
    count += 1;
    touched.add(visitIdOf(entry));
    for (const unitId of units) moved.add(unitId);
  }
  for (const visitId of touched) {
    const { unitId, settled } = await refreshSummary(db, fleetId, visitId);
    if (settled) moved.add(unitId);
  }
  await markOutlooks(db, fleetId, moved);
  return count;
};

const makersOf = async (
  db: Queryable,
  fleetId: FleetId,
  entries: readonly Entry[],
  sender: Sender | null,
): Promise<Makers> => ({
  people: await knownPeople(db, fleetId, {
    personIds: [
      ...new Set([
        ...entries.flatMap(({ seal }) => seal?.personId ?? []),
        ...(sender === null ? [] : [sender.personId]),
      ]),
    ],
    names: [...new Set(entries.flatMap((entry) => namesOf(entry).map(([, name]) => name)))],
  }),
  keys: await deviceKeys(db, fleetId, [...new Set(entries.flatMap(({ seal }) => seal?.key ?? []))]),
  sender,
});

/**
 * Stores a batch in one transaction: all of it or nothing. What was stored before, by another tab or an earlier try,
 * is counted and left alone, so a batch may be sent any number of times. An entry that is refused is named by its
 * place, `entries[i]`, and the rest may be sent without it.
 * @param from who sends it, and its entries as they came; nobody where the program does so by itself
 * @throws {ClientError} 403 when somebody takes in a file who is no lead, else what is wrong with an entry, by its place
 */
export const applyBatch = async (
  pool: Pool,
  fleetId: FleetId,
  batch: Batch,
  receivedMs: number = Date.now(),
  from: { readonly sender: Sender | null; readonly sent?: readonly object[] } = { sender: null },
): Promise<BatchReceipt> => {
  const { entries } = batch;
  // A file names people of other shops; taking one in is a lead's.
  if (batch.origin === 'file' && from.sender !== null && !isAtLeast(from.sender.role, 'lead'))
    throw new ClientError(403, 'Taking in a file asks for a lead. Nothing was stored.', [], { type: NOT_ALLOWED });
  const clock = deviceClock(batch, receivedMs);
  const added = await triedAgain(() =>
    withTransaction(pool, async (client) => {
      const db = prepared(client);
      const makers = batch.origin === 'file' ? null : await makersOf(db, fleetId, entries, from.sender);
      return applyEntries(db, fleetId, entries, { clock, makers, sent: from.sent ?? entries });
    }),
  );
  return { added, known: entries.length - added, clockAheadMs: clock.aheadMs };
};
