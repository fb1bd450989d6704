import type { Batch, BatchReceipt, Entry, Fitting } from '@vaktman/contract';
import { readingProblems, type Problem } from '@vaktman/core';
import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { validate as isUuid } from 'uuid';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { ClientError } from '../http/problem';
import { refreshOutlook } from '../outlook/refreshOutlook';
import { endPlacement, insertBattery, insertPlacement, loadUnit } from '../unit/unitStore';
import { refreshSummary } from '../visit/summarise';
import {
  insertEvent,
  insertReading,
  insertVisit,
  lockVisit,
  storedEvent,
  storedReading,
  storedVisit,
} from '../visit/visitStore';

const NOTHING_STORED = 'Nothing of the batch was stored.';

const refuse = (problems: readonly Problem[]): ClientError => new ClientError(422, NOTHING_STORED, problems);

const clash = (path: string, what: string): ClientError =>
  new ClientError(409, NOTHING_STORED, [
    { path, message: `${what} is stored with other content; expected a new id for a correction` },
  ]);

/**
 * Puts the batteries of a repair in their positions from the moment of the repair on. The ones that sat there leave; a
 * position that was changed later already, by somebody else, is left as it is.
 */
const fitBatteries = async (
  db: Queryable,
  fleetId: string,
  unitId: string,
  at: string,
  because: string,
  fitted: readonly Fitting[],
): Promise<void> => {
  const unit = await loadUnit(db, fleetId, unitId);
  for (const { position, batteryId, battery } of fitted) {
    await insertBattery(db, fleetId, batteryId, battery);
    const present = unit?.placements.find((placement) => placement.position === position && placement.to === null);
    if (present !== undefined && Date.parse(present.from) > Date.parse(at)) continue;
    const from =
      present === undefined ? at : await endPlacement(db, fleetId, present.placementId, at, because || 'replaced');
    await insertPlacement(db, fleetId, {
      placementId: randomUUID(),
      batteryId,
      unitId,
      position,
      from,
      to: null,
      removedBecause: null,
    });
  }
};

const visitIdOf = (entry: Entry): string => (entry.kind === 'visit' ? entry.opening.visit.id : entry.visitId);

/** Adds one entry. True when it was new, false when the very same one was stored before. */
const addEntry = async (db: Queryable, fleetId: string, entry: Entry, path: string): Promise<boolean> => {
  if (entry.kind === 'visit') {
    const { opening } = entry;
    if ((await loadUnit(db, fleetId, opening.unit.id)) === null) {
      throw refuse([
        { path: `${path}.opening.unit.id`, message: `expected a unit of this fleet, received ${opening.unit.id}` },
      ]);
    }
    if (await insertVisit(db, fleetId, opening)) return true;
    if (!isDeepStrictEqual(await storedVisit(db, fleetId, opening.visit.id), opening))
      throw clash(`${path}.opening.visit.id`, `visit ${opening.visit.id}`);
    return false;
  }
  const visit = await lockVisit(db, fleetId, entry.visitId);
  if (visit === null)
    throw refuse([{ path: `${path}.visitId`, message: `expected a visit sent before, received ${entry.visitId}` }]);
  if (entry.kind === 'event') {
    const { event } = entry;
    if (await insertEvent(db, fleetId, entry.visitId, event)) {
      if (event.kind === 'repaired' && event.fitted !== undefined) {
        const positions = new Set(visit.unit.bank.batteries.map(({ position }) => position));
        const stray = event.fitted.findIndex(({ position }) => !positions.has(position));
        if (stray >= 0)
          throw refuse([
            {
              path: `${path}.event.fitted[${stray}].position`,
              message: `expected one of ${[...positions].sort().join(', ')}, received ${event.fitted[stray]!.position}`,
            },
          ]);
        const { at, action } = event.repair;
        await fitBatteries(db, fleetId, visit.unit.id, at, action, event.fitted);
      }
      return true;
    }
    const stored = await storedEvent(db, fleetId, event.eventId);
    if (stored?.visitId !== entry.visitId || !isDeepStrictEqual(stored.body, event))
      throw clash(`${path}.event.eventId`, `event ${event.eventId}`);
    return false;
  }
  const { reading } = entry;
  if (!isUuid(reading.id))
    throw refuse([{ path: `${path}.reading.id`, message: `expected a UUID, received ${reading.id}` }]);
  const problems = readingProblems(reading, visit.unit);
  if (problems.length > 0)
    throw refuse(
      problems.map((problem) => ({
        path: `${path}.reading.${problem.path}`,
        message: `reading ${reading.id}: ${problem.message}`,
      })),
    );
  if (await insertReading(db, fleetId, entry.visitId, entry.takenBy, reading)) return true;
  const stored = await storedReading(db, fleetId, reading.id);
  if (stored?.visitId !== entry.visitId || !isDeepStrictEqual(stored.body, reading))
    throw clash(`${path}.reading.id`, `reading ${reading.id}`);
  return false;
};

/**
 * Stores a batch in one transaction: all of it or nothing. What was stored before, by another tab or an earlier try,
 * is counted and left alone, so a batch may be sent any number of times.
 */
export const applyBatch = async (pool: Pool, fleetId: string, { entries }: Batch): Promise<BatchReceipt> =>
  withTransaction(pool, async (db) => {
    const touched = new Set<string>();
    let added = 0;
    for (const [index, entry] of entries.entries()) {
      if (await addEntry(db, fleetId, entry, `entries[${index}]`)) {
        added += 1;
        touched.add(visitIdOf(entry));
      }
    }
    const units = new Set<string>();
    for (const visitId of touched) {
      const { unitId, settled } = await refreshSummary(db, fleetId, visitId);
      if (settled) units.add(unitId);
    }
    for (const unitId of units) await refreshOutlook(db, fleetId, unitId, Date.now());
    return { added, known: entries.length - added };
  });
