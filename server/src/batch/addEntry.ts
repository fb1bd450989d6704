import { isAtLeast, type Entry, type Role, visitIdOf } from '@vaktman/contract';
import {
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
  insertReading,
  insertVisit,
  isVisitEmpty,
  loadPointNames,
  loadSigning,
  storedEvent,
  storedReading,
  storedVisit,
  visitUnit,
} from '../visit/visitStore';
import { partedEvent } from '../visit/keptApart';
import { entryTime, type DeviceClock } from './entryTime';
import { fitBatteries } from './fitBatteries';

const NOTHING_STORED = 'Nothing of the batch was stored.';

const refuse = (problems: readonly Problem[]): ClientError => new ClientError(422, NOTHING_STORED, problems);
export const clash = (path: string, message: string, options?: ErrorOptions): ClientError =>
  new ClientError(409, NOTHING_STORED, [{ path, message }], options);

const otherContent = (path: string, what: string): ClientError =>
  clash(path, `${what} is stored with other content; expected a new id for a correction`);

/** What every entry of a batch is checked against. */
export interface BatchFrame {
  readonly fleetId: string;
  readonly clock: DeviceClock;
  /** Names of the fleet's people, also those they went by before, and what each may do; null for a file of another shop. */
  readonly people: ReadonlyMap<string, Role> | null;
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
const isStored = async (db: Queryable, fleetId: string, entry: Entry, path: string): Promise<boolean> => {
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

/** Who an entry says did it, by the path of the field. */
const peopleOf = (entry: Entry): readonly (readonly [path: string, name: string])[] => {
  switch (entry.kind) {
    case 'visit':
      return entry.opening.visit.technician === ''
        ? []
        : [['opening.visit.technician', entry.opening.visit.technician]];
    case 'reading':
      return [['takenBy', entry.takenBy]];
    case 'event':
      return [
        ['event.by', entry.event.by],
        ...(entry.event.kind === 'closed' && entry.event.signedBy !== undefined
          ? [['event.signedBy', entry.event.signedBy] as const]
          : []),
      ];
  }
};

/** Events of a visit that whoever learns may add; opening, repairing and signing off ask for a technician. */
const OF_A_TRAINEE: ReadonlySet<string> = new Set([
  'cautions-acknowledged',
  'wait-skipped',
  'step-skipped',
  'point-named',
  'made-safe',
  'photographed',
  'traced',
]);

/** The least that whoever does such a thing has to be. */
const leastRole = (entry: Entry): Role =>
  entry.kind === 'reading' || (entry.kind === 'event' && OF_A_TRAINEE.has(entry.event.kind)) ? 'trainee' : 'technician';

const personProblems = (entry: Entry, { people }: BatchFrame, path: string): Problem[] => {
  if (people === null) return [];
  const least = leastRole(entry);
  return peopleOf(entry).flatMap(([field, name]) => {
    const role = people.get(name);
    if (role === undefined)
      return [{ path: `${path}.${field}`, message: `expected a person of the fleet, received ${name}` }];
    return isAtLeast(role, least)
      ? []
      : [{ path: `${path}.${field}`, message: `expected a ${least} or more, received ${name}, who is a ${role}` }];
  });
};

/** Refuses what comes after the signature, but an amendment and what belongs to it. */
const checkSignature = async (
  db: Queryable,
  fleetId: string,
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
  ms: number,
  { fleetId }: BatchFrame,
): Promise<Added> => {
  const { opening } = entry;
  if ((await loadUnit(db, fleetId, opening.unit.id)) === null)
    throw refuse([
      { path: `${path}.opening.unit.id`, message: `expected a unit of this fleet, received ${opening.unit.id}` },
    ]);
  await insertVisit(db, fleetId, opening, ms);
  return NEW;
};

const addEvent = async (
  db: Queryable,
  { visitId, event, made }: Extract<Entry, { kind: 'event' }>,
  path: string,
  ms: number,
  unit: Unit,
  { fleetId }: BatchFrame,
): Promise<Added> => {
  if (event.kind === 'discarded' && !(await isVisitEmpty(db, fleetId, visitId)))
    throw clash(`${path}.event.kind`, 'expected a visit without readings and repairs: this one is kept');
  await insertEvent(db, fleetId, visitId, event, { ms, made });
  if (event.kind !== 'repaired') return NEW;
  const at = new Date(ms).toISOString();
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
  ms: number,
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
  await insertReading(db, fleetId, visitId, takenBy, reading, { ms, made, amends });
  return NEW;
};

/** Adds one entry; one that is stored already is left alone. The visit's unit is locked by the caller. */
export const addEntry = async (db: Queryable, entry: Entry, path: string, frame: BatchFrame): Promise<Added> => {
  const { fleetId, clock } = frame;
  if (entry.kind === 'reading' && (!isUuid(entry.reading.id) || entry.reading.id !== entry.reading.id.toLowerCase()))
    throw refuse([
      { path: `${path}.reading.id`, message: `expected a UUID in small letters, received ${entry.reading.id}` },
    ]);
  if (await isStored(db, fleetId, entry, path)) return KNOWN;
  const visitId = visitIdOf(entry);
  const unit = entry.kind === 'visit' ? entry.opening.unit : await visitUnit(db, fleetId, visitId);
  if (unit === null)
    throw refuse([{ path: `${path}.visitId`, message: `expected a visit sent before, received ${visitId}` }]);
  if (entry.kind !== 'visit') await checkSignature(db, fleetId, entry, path);
  const strangers = personProblems(entry, frame, path);
  if (strangers.length > 0) throw refuse(strangers);
  const ms = await entryTime(db, fleetId, visitId, entry, clock);
  if (typeof ms === 'string') {
    const at = { visit: 'opening.visit.at', event: 'event.at', reading: 'reading.at' }[entry.kind];
    throw refuse([{ path: `${path}.${at}`, message: ms }]);
  }
  switch (entry.kind) {
    case 'visit':
      return addVisit(db, entry, path, ms, frame);
    case 'event':
      return addEvent(db, entry, path, ms, unit, frame);
    case 'reading':
      return addReading(db, entry, path, ms, unit, frame);
  }
};
