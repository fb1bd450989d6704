import type { Placement, ProblemDetails, Retirement, UnitDraft } from '@vaktman/contract';
import {
  type FleetId,
  type UnitId,
  batteriesInOrder,
  differences,
  type Battery,
  type Problem,
  type Unit,
} from '@vaktman/core';
import { randomUUID } from 'node:crypto';
import { batteryWithSerial } from '../battery/batteryStore';
import { triedAgain } from '../database/failure';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { sqlState } from '../database/sqlState';
import { ClientError, notFound } from '../http/problem';
import { markOutlooks } from '../outlook/outlookQueue';
import { isYardClosed } from '../yard/yardStore';
import { fittedMoment } from './fittedMoment';
import { lockUnits } from './lockUnits';
import { correctBattery, endPlacement, insertBattery, insertPlacement, openPlacementOf } from './placementStore';
import { insertUnit, loadUnit, setRetired, thingOf, updateUnit, type StoredUnit } from './unitStore';

const UNIQUE_VIOLATION = '23505';
const FOREIGN_KEY_VIOLATION = '23503';

const isTaken = (draft: UnitDraft, options?: ErrorOptions): ClientError =>
  new ClientError(
    409,
    'Nothing was stored.',
    [{ path: 'unit.id', message: `${draft.unit.id} is taken; expected a number no other unit has` }],
    options,
  );

const translated = (error: unknown, draft: UnitDraft): unknown => {
  switch (sqlState(error)) {
    case UNIQUE_VIOLATION:
      return isTaken(draft, { cause: error });
    case FOREIGN_KEY_VIOLATION:
      return new ClientError(
        422,
        'Nothing was stored.',
        [{ path: 'yardId', message: `expected a yard of this fleet, received ${draft.yardId}` }],
        { cause: error },
      );
    default:
      return error;
  }
};

/** A yard that was closed takes no unit. Its row is held: it is not closed meanwhile. */
const refuseClosedYard = async (db: Queryable, fleetId: FleetId, { yardId }: UnitDraft): Promise<void> => {
  if (await isYardClosed(db, fleetId, yardId))
    throw new ClientError(422, 'Nothing was stored.', [
      { path: 'yardId', message: 'this yard is closed; expected one that is open' },
    ]);
};

/** Refuses serials that batteries elsewhere have, unless the draft says it is the same battery. */
const checkSerials = async (
  db: Queryable,
  fleetId: FleetId,
  draft: UnitDraft,
  ownIds: ReadonlySet<string>,
): Promise<void> => {
  const found: NonNullable<ProblemDetails['sameBattery']>[number][] = [];
  for (const [index, { position, serial }] of draft.unit.bank.batteries.entries()) {
    const same = serial === undefined ? null : await batteryWithSerial(db, fleetId, serial);
    if (same === null || ownIds.has(same.batteryId) || draft.same?.[position] === same.batteryId) continue;
    found.push({
      path: `unit.bank.batteries[${index}].serial`,
      position,
      batteryId: same.batteryId,
      where: same.where,
    });
  }
  if (found.length === 0) return;
  throw new ClientError(
    409,
    'Nothing was stored.',
    found.map(({ path, where }) => ({
      path,
      message: `a battery with this serial is on record, ${where}: is it the same one?`,
    })),
    { sameBattery: found },
  );
};

const fitBattery = async (
  db: Queryable,
  fleetId: FleetId,
  draft: UnitDraft,
  battery: Battery,
  now: string,
): Promise<readonly string[]> => {
  const moves = draft.same?.[battery.position];
  const batteryId = moves ?? randomUUID();
  const sits = moves === undefined ? null : await openPlacementOf(db, fleetId, moves);
  const from =
    sits === null ? now : await endPlacement(db, fleetId, sits.placementId, now, `moved to ${draft.unit.id}`);
  if (moves === undefined) await insertBattery(db, fleetId, batteryId, thingOf(battery));
  await insertPlacement(db, fleetId, {
    placementId: randomUUID(),
    batteryId,
    unitId: draft.unit.id,
    position: battery.position,
    from,
    to: null,
    removedBecause: null,
  });
  return sits === null ? [] : [sits.unitId];
};

/** Units that batteries named in a draft sit in now. */
const unitsOfDraft = async (db: Queryable, fleetId: FleetId, draft: UnitDraft): Promise<string[]> => {
  const from: string[] = [];
  for (const batteryId of Object.values(draft.same ?? {})) {
    const sits = await openPlacementOf(db, fleetId, batteryId);
    if (sits !== null) from.push(sits.unitId);
  }
  return [draft.unit.id, ...from];
};

/**
 * Whether a unit stands as the draft wants it: the draft came before, and its answer was lost on the way. A battery that the
 * draft moves here is compared by which it is, since what is on record of it stays.
 */
const standsAlready = (stored: StoredUnit, { unit, yardId, profile = null, card, same = {} }: UnitDraft): boolean => {
  // An empty place is described by its neighbours: it is not taken for a battery that was told of.
  if (stored.empty.length > 0) return false;
  if (stored.retired !== null || stored.yardId !== yardId || stored.profile !== profile) return false;
  const sits = new Map(stored.placements.flatMap((own) => (own.to === null ? [[own.position, own] as const] : [])));
  if (Object.entries(same).some(([position, batteryId]) => sits.get(position)?.batteryId !== batteryId)) return false;
  const batteries = unit.bank.batteries.map((own) => {
    const { position, string, set } = own;
    return same[position] === undefined
      ? own
      : { position, string, ...(set === undefined ? {} : { set }), ...sits.get(position)?.battery };
  });
  return (
    differences(stored.unit, { ...unit, bank: { ...unit.bank, batteries } }).length === 0 &&
    (card === undefined || differences(stored.card, card).length === 0)
  );
};

/** Registers a unit within a transaction. @returns units whose batteries changed with it */
const addWithin = async (
  db: Queryable,
  fleetId: FleetId,
  draft: UnitDraft,
  now: string,
): Promise<readonly string[]> => {
  const stored = await loadUnit(db, fleetId, draft.unit.id);
  if (stored !== null && standsAlready(stored, draft)) return [];
  if (stored !== null) throw isTaken(draft);
  await checkSerials(db, fleetId, draft, new Set());
  await refuseClosedYard(db, fleetId, draft);
  await insertUnit(db, fleetId, draft);
  const touched = [draft.unit.id];
  for (const battery of batteriesInOrder(draft.unit.bank))
    touched.push(...(await fitBattery(db, fleetId, draft, battery, fittedMoment(battery, now))));
  return touched;
};

/** Registers a unit with its batteries. A place told to be empty stays so. */
export const addUnit = async (pool: Pool, fleetId: FleetId, draft: UnitDraft, now: string): Promise<void> => {
  try {
    await triedAgain(() =>
      withTransaction(pool, async (db) => {
        await lockUnits(db, fleetId, await unitsOfDraft(db, fleetId, draft));
        await markOutlooks(db, fleetId, await addWithin(db, fleetId, draft, now));
      }),
    );
  } catch (error) {
    throw translated(error, draft);
  }
};

/** What somebody else changed since a revision, field by field, as far as the draft would have undone it. */
const changedMeanwhile = (stored: Unit, draft: UnitDraft): Problem[] =>
  differences(stored, draft.unit).map(({ path, ours, theirs }) => ({
    path: `unit.${path}`,
    message: `is now ${theirs}; this form has ${ours}`,
  }));

/** Whether a battery in a draft is the one that sits there, corrected, or another. */
const isAnother = (placement: Placement, battery: Battery, moves: string | undefined): boolean =>
  (moves !== undefined && moves !== placement.batteryId) ||
  (placement.battery.serial !== undefined &&
    battery.serial !== undefined &&
    placement.battery.serial.trim().toLowerCase() !== battery.serial.trim().toLowerCase());

const changeBatteries = async (
  db: Queryable,
  fleetId: FleetId,
  draft: UnitDraft,
  stored: StoredUnit,
  now: string,
): Promise<readonly string[]> => {
  const touched: string[] = [];
  const present = new Map(
    stored.placements.filter(({ to }) => to === null).map((placement) => [placement.position, placement]),
  );
  for (const battery of batteriesInOrder(draft.unit.bank)) {
    const placement = present.get(battery.position);
    present.delete(battery.position);
    if (placement === undefined) {
      // A place that was empty stays so until something is told of a battery in it.
      const told = battery.serial !== undefined || battery.make !== undefined;
      if (stored.empty.includes(battery.position) && !told) continue;
      touched.push(...(await fitBattery(db, fleetId, draft, battery, now)));
    } else if (isAnother(placement, battery, draft.same?.[battery.position])) {
      const ended = await endPlacement(db, fleetId, placement.placementId, now, 'replaced');
      touched.push(...(await fitBattery(db, fleetId, draft, battery, ended)));
    } else await correctBattery(db, fleetId, placement.batteryId, thingOf(battery));
  }
  for (const placement of present.values()) await endPlacement(db, fleetId, placement.placementId, now, 'bank changed');
  return touched;
};

/**
 * Changes a unit, which keeps its number. A battery with another serial at a position is another battery: the old one's stay ends and the new
 * one's begins. Everything else is a correction of what is on record.
 */
export const changeUnit = async (
  pool: Pool,
  fleetId: FleetId,
  unitId: UnitId,
  draft: UnitDraft,
  now: string,
): Promise<void> => {
  const { revision } = draft;
  if (draft.unit.id !== unitId)
    throw new ClientError(422, 'Nothing was stored.', [
      { path: 'unit.id', message: `expected ${unitId}; a unit keeps its number` },
    ]);
  if (revision === undefined)
    throw new ClientError(422, 'Nothing was stored.', [
      { path: 'revision', message: 'missing, expected the revision the change was made from' },
    ]);
  try {
    await triedAgain(() =>
      withTransaction(pool, async (db) => {
        await lockUnits(db, fleetId, await unitsOfDraft(db, fleetId, draft));
        const stored = await loadUnit(db, fleetId, draft.unit.id);
        if (stored === null) throw notFound(`Unit ${draft.unit.id}`);
        if (stored.revision !== revision && standsAlready(stored, draft)) return;
        if (stored.yardId !== draft.yardId) await refuseClosedYard(db, fleetId, draft);
        if (!(await updateUnit(db, fleetId, draft, revision)))
          throw new ClientError(
            409,
            `${draft.unit.id} was changed by somebody else meanwhile. Nothing was stored.`,
            changedMeanwhile(stored.unit, draft),
          );
        const own = new Set(stored.placements.flatMap(({ to, batteryId }) => (to === null ? [batteryId] : [])));
        await checkSerials(db, fleetId, draft, own);
        const touched = await changeBatteries(db, fleetId, draft, stored, now);
        await markOutlooks(db, fleetId, [draft.unit.id, ...touched]);
      }),
    );
  } catch (error) {
    throw translated(error, draft);
  }
};

/** Takes a unit out of the fleet, or back into it; its history stays. */
export const retireUnit = async (
  pool: Pool,
  fleetId: FleetId,
  unitId: UnitId,
  retirement: Retirement,
  now: string,
): Promise<void> =>
  withTransaction(pool, async (db) => {
    await lockUnits(db, fleetId, [unitId]);
    const retired = retirement.retired ? { at: now, because: retirement.because } : null;
    if (!(await setRetired(db, fleetId, unitId, retired))) throw notFound(`Unit ${unitId}`);
    await markOutlooks(db, fleetId, [unitId]);
  });
