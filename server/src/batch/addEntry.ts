import { entryIdOf, type Entry, visitIdOf } from '@vaktman/contract';
import {
  type FleetId,
  assertNever,
  readingProblems,
  signatureOf,
  unitWithPoints,
  type Problem,
  type Unit,
  present,
} from '@vaktman/core';
import { isDeepStrictEqual } from 'node:util';
import { validate as isUuid } from 'uuid';
import type { Queryable } from '../database/pool';
import { ClientError } from '../http/problem';
import { fitPartOfUnit, strayPlace } from '../part/savePart';
import { loadUnit } from '../unit/unitStore';
import {
  insertEvent,
  insertReadings,
  insertVisit,
  isVisitEmpty,
  loadPointNames,
  loadSigning,
  storedEvent,
  storedReading,
  storedVisit,
  visitUnit,
  type Placed,
} from '../visit/visitStore';
import { partedEvent } from '../visit/keptApart';
import { entryTime, type DeviceClock } from './entryTime';
import { keepDoubt } from '../visit/doubtStore';
import { fitBatteries } from './fitBatteries';
import { proofOf, type Makers } from './proof';

const NOTHING_STORED = 'Nothing of the batch was stored.';

const refuse = (problems: readonly Problem[]): ClientError => new ClientError(422, NOTHING_STORED, problems);
export const clash = (path: string, message: string, options?: ErrorOptions): ClientError =>
  new ClientError(409, NOTHING_STORED, [{ path, message }], options);

const otherContent = (path: string, what: string): ClientError =>
  clash(path, `${what} is stored with other content; expected a new id for a correction`);

/** What every entry of a batch is checked against. */
export interface BatchFrame {
  readonly fleetId: FleetId;
  readonly clock: DeviceClock;
  /** Who may have made an entry; null for a file, whose people may be of another shop. */
  readonly makers: Makers | null;
  /** Units of visits as they were opened, of those stored before the batch: an opening never changes. */
  readonly opened: ReadonlyMap<string, Unit>;
}

/** What adding an entry changed. */
export interface Added {
  readonly isNew: boolean;
  /** Units whose batteries changed with it. */
  readonly units: readonly string[];
}
const KNOWN: Added = { isNew: false, units: [] };
const NEW: Added = { isNew: true, units: [] };

/** True when the very same entry is stored; refuses when its id stands for something else. */
const isStored = async (db: Queryable, fleetId: FleetId, entry: Entry, path: string): Promise<boolean> => {
  if (entry.kind === 'visit') {
    const { visit } = entry.opening;
    const stored = await storedVisit(db, fleetId, visit.id);
    if (stored.length === 0) return false;
    if (!stored.some((opening) => isDeepStrictEqual(opening, entry.opening)))
      throw otherContent(`${path}.opening.visit.id`, `visit ${visit.id}`);
    return true;
  }
  const [id, body, stored, at] =
    entry.kind === 'event'
      ? ([
          entry.event.eventId,
          partedEvent(entry.event).body,
          await storedEvent(db, fleetId, entry.event.eventId),
          'event.eventId',
        ] as const)
      : ([entry.reading.id, entry.reading, await storedReading(db, fleetId, entry.reading.id), 'reading.id'] as const);
  if (stored === null) return false;
  if (stored.visitId !== entry.visitId || !stored.bodies.some((one) => isDeepStrictEqual(one, body)))
    throw otherContent(`${path}.${at}`, `${entry.kind} ${id}`);
  return true;
};

/** Refuses what comes after the signature, but an amendment and what belongs to it. */
const checkSignature = async (
  db: Queryable,
  fleetId: FleetId,
  entry: Exclude<Entry, { kind: 'visit' }>,
  path: string,
): Promise<void> => {
  const signature = signatureOf(await loadSigning(db, fleetId, entry.visitId));
  const amends = entry.kind === 'event' ? entry.event.amends : entry.amends;
  const at = entry.kind === 'event' ? `${path}.event.amends` : `${path}.amends`;
  const opens = entry.kind === 'event' && entry.event.kind === 'amended';
  switch (signature.status) {
    case 'discarded':
      throw clash(
        `${path}.visitId`,
        `the visit was discarded at ${signature.discarded.at} by ${signature.discarded.by}; expected another visit`,
      );
    case 'open':
      if (amends !== undefined) throw clash(at, 'expected no amendment: the visit is not signed off');
      if (opens) throw clash(`${path}.event.kind`, 'expected a visit that is signed off before it is amended');
      return;
    case 'signed':
      if (!opens)
        throw clash(
          at,
          `the visit was signed off at ${signature.closed.at} by ${signature.closed.signedBy ?? signature.closed.by}; expected an amendment to be opened first`,
        );
      return;
    case 'amending':
      if (opens) throw clash(`${path}.event.kind`, 'an amendment is open already; expected it to be signed off first');
      if (amends !== signature.amendment.eventId)
        throw clash(
          at,
          `the visit was signed off at ${signature.closed.at}; expected what is added to name the amendment ${signature.amendment.eventId}`,
        );
      return;
    default:
      assertNever(signature);
  }
};

const addVisit = async (
  db: Queryable,
  entry: Extract<Entry, { kind: 'visit' }>,
  path: string,
  placed: Placed,
  { fleetId }: BatchFrame,
): Promise<Added> => {
  const { opening } = entry;
  if ((await loadUnit(db, fleetId, opening.unit.id)) === null)
    throw refuse([
      { path: `${path}.opening.unit.id`, message: `expected a unit of this fleet, received ${opening.unit.id}` },
    ]);
  await insertVisit(db, fleetId, opening, placed);
  return NEW;
};

const addEvent = async (
  db: Queryable,
  { visitId, event, made }: Extract<Entry, { kind: 'event' }>,
  path: string,
  placed: Placed,
  unit: Unit,
  { fleetId }: BatchFrame,
): Promise<Added> => {
  if (event.kind === 'discarded' && !(await isVisitEmpty(db, fleetId, visitId)))
    throw clash(`${path}.event.kind`, 'expected a visit without readings and repairs: this one is kept');
  await insertEvent(db, fleetId, visitId, event, { ...placed, made });
  if (event.kind !== 'repaired') return NEW;
  const at = new Date(placed.ms).toISOString();
  if (event.part !== undefined) {
    const stray = strayPlace(unit, event.part.place);
    if (stray !== null) throw refuse([{ path: `${path}.event.part.place`, message: stray }]);
    await fitPartOfUnit(db, fleetId, unit.id, at, event.part);
  }
  if (event.fitted === undefined) return event.part === undefined ? NEW : { isNew: true, units: [unit.id] };
  const positions = new Set(unit.bank.batteries.map(({ position }) => position));
  const stray = event.fitted.findIndex(({ position }) => !positions.has(position));
  if (stray >= 0)
    throw refuse([
      {
        path: `${path}.event.fitted[${stray}].position`,
        message: `expected one of ${[...positions].sort().join(', ')}, received ${present(event.fitted[stray]).position}`,
      },
    ]);
  return { isNew: true, units: await fitBatteries(db, fleetId, unit.id, at, event.repair.action, event.fitted) };
};

const addReading = async (
  db: Queryable,
  { visitId, takenBy, reading, made, amends }: Extract<Entry, { kind: 'reading' }>,
  path: string,
  placed: Placed,
  unit: Unit,
  { fleetId }: BatchFrame,
): Promise<Added> => {
  // What was read along a run may have been read at a place that was named in this visit.
  const named = reading.step === 'run.volts' ? await loadPointNames(db, fleetId, visitId) : [];
  const problems = readingProblems(reading, unitWithPoints(unit, named));
  if (problems.length > 0)
    throw refuse(
      problems.map((problem) => ({
        path: `${path}.reading.${problem.path}`,
        message: `reading ${reading.id}: ${problem.message}`,
      })),
    );
  await insertReadings(db, fleetId, visitId, [{ reading, takenBy, placed: { ...placed, made, amends } }]);
  return NEW;
};

const addProven = async (
  db: Queryable,
  entry: Entry,
  path: string,
  unit: Unit,
  frame: BatchFrame,
  placed: Placed,
): Promise<Added> => {
  switch (entry.kind) {
    case 'visit':
      return addVisit(db, entry, path, placed, frame);
    case 'event':
      return addEvent(db, entry, path, placed, unit, frame);
    case 'reading':
      return addReading(db, entry, path, placed, unit, frame);
  }
};

/** Files tell who took what, and nothing proves it. */
const UNPROVEN = { stamp: null, named: '', doubt: null, problems: undefined };

/**
 * Adds one entry; one that is stored already is left alone. The visit's unit is locked by the caller.
 * @param sent the entry as it came, over which it was signed
 */
export const addEntry = async (
  db: Queryable,
  entry: Entry,
  sent: object,
  path: string,
  frame: BatchFrame,
): Promise<Added> => {
  const { fleetId, clock, makers, opened } = frame;
  if (entry.kind === 'reading' && (!isUuid(entry.reading.id) || entry.reading.id !== entry.reading.id.toLowerCase()))
    throw refuse([
      { path: `${path}.reading.id`, message: `expected a UUID in small letters, received ${entry.reading.id}` },
    ]);
  if (await isStored(db, fleetId, entry, path)) return KNOWN;
  const visitId = visitIdOf(entry);
  const unit =
    entry.kind === 'visit' ? entry.opening.unit : (opened.get(visitId) ?? (await visitUnit(db, fleetId, visitId)));
  if (unit === null)
    throw refuse([{ path: `${path}.visitId`, message: `expected a visit sent before, received ${visitId}` }]);
  if (entry.kind !== 'visit') await checkSignature(db, fleetId, entry, path);
  const ms = await entryTime(db, fleetId, visitId, entry, clock);
  if (typeof ms === 'string') {
    const at = { visit: 'opening.visit.at', event: 'event.at', reading: 'reading.at' }[entry.kind];
    throw refuse([{ path: `${path}.${at}`, message: ms }]);
  }
  const proof = makers === null ? UNPROVEN : await proofOf(entry, sent, path, makers, ms);
  if (proof.problems !== undefined) throw refuse(proof.problems);
  const added = await addProven(db, entry, path, unit, frame, { ms, stamp: proof.stamp });
  if (proof.doubt !== null)
    await keepDoubt(db, fleetId, { entryId: entryIdOf(entry), visitId, person: proof.named, why: proof.doubt });
  return added;
};
