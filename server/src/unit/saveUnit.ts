import type { Retirement, UnitDraft } from '@vaktman/contract';
import { batteriesInOrder } from '@vaktman/core';
import { randomUUID } from 'node:crypto';
import { sqlState, withTransaction, type Pool, type Queryable } from '../database/pool';
import { ClientError, notFound } from '../http/problem';
import { refreshOutlook } from '../outlook/refreshOutlook';
import {
  correctBattery,
  endPlacement,
  insertBattery,
  insertPlacement,
  insertUnit,
  loadUnit,
  setRetired,
  thingOf,
  updateUnit,
} from './unitStore';

const UNIQUE_VIOLATION = '23505';
const FOREIGN_KEY_VIOLATION = '23503';

const translated = (error: unknown, draft: UnitDraft): unknown => {
  switch (sqlState(error)) {
    case UNIQUE_VIOLATION:
      return new ClientError(
        409,
        'Nothing was stored.',
        [{ path: 'unit.id', message: `${draft.unit.id} is taken; expected a number no other unit has` }],
        { cause: error },
      );
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

const fitBattery = async (
  db: Queryable,
  fleetId: string,
  draft: UnitDraft,
  index: number,
  now: string,
): Promise<void> => {
  const battery = batteriesInOrder(draft.unit.bank)[index]!;
  const batteryId = randomUUID();
  await insertBattery(db, fleetId, batteryId, thingOf(battery));
  await insertPlacement(db, fleetId, {
    placementId: randomUUID(),
    batteryId,
    unitId: draft.unit.id,
    position: battery.position,
    from: now,
    to: null,
    removedBecause: null,
  });
};

/** Registers a unit with its batteries. */
export const addUnit = async (pool: Pool, fleetId: string, draft: UnitDraft, now: string): Promise<void> => {
  try {
    await withTransaction(pool, async (db) => {
      await insertUnit(db, fleetId, draft.yardId, draft.unit, draft.profile ?? null);
      for (const index of draft.unit.bank.batteries.keys()) await fitBattery(db, fleetId, draft, index, now);
      await refreshOutlook(db, fleetId, draft.unit.id, Date.parse(now));
    });
  } catch (error) {
    throw translated(error, draft);
  }
};

/**
 * Changes a unit. A battery with another serial at a position is another battery: the old one's stay ends and the new
 * one's begins. Everything else is a correction of what is on record.
 */
export const changeUnit = async (pool: Pool, fleetId: string, draft: UnitDraft, now: string): Promise<void> => {
  const { revision } = draft;
  if (revision === undefined)
    throw new ClientError(422, 'Nothing was stored.', [
      { path: 'revision', message: 'missing, expected the revision the change was made from' },
    ]);
  try {
    await withTransaction(pool, async (db) => {
      const stored = await loadUnit(db, fleetId, draft.unit.id);
      if (stored === null) throw notFound(`Unit ${draft.unit.id}`);
      if (!(await updateUnit(db, fleetId, draft.yardId, draft.unit, draft.profile ?? null, revision))) {
        throw new ClientError(
          409,
          `${draft.unit.id} was changed by somebody else meanwhile. Nothing was stored; load it again.`,
        );
      }
      const present = new Map(
        stored.placements.filter(({ to }) => to === null).map((placement) => [placement.position, placement]),
      );
      for (const [index, battery] of batteriesInOrder(draft.unit.bank).entries()) {
        const placement = present.get(battery.position);
        present.delete(battery.position);
        if (placement === undefined) {
          // A place that was empty stays so until something is told of a battery in it.
          if (stored.empty.includes(battery.position) && battery.serial === undefined && battery.make === undefined)
            continue;
          await fitBattery(db, fleetId, draft, index, now);
        } else if (
          placement.battery.serial !== undefined &&
          battery.serial !== undefined &&
          placement.battery.serial !== battery.serial
        ) {
          const ended = await endPlacement(db, fleetId, placement.placementId, now, 'replaced');
          await fitBattery(db, fleetId, draft, index, ended);
        } else {
          await correctBattery(db, fleetId, placement.batteryId, thingOf(battery));
        }
      }
      for (const placement of present.values())
        await endPlacement(db, fleetId, placement.placementId, now, 'bank changed');
      await refreshOutlook(db, fleetId, draft.unit.id, Date.parse(now));
    });
  } catch (error) {
    throw translated(error, draft);
  }
};

/** Takes a unit out of the fleet, or back into it; its history stays. */
export const retireUnit = async (
  pool: Pool,
  fleetId: string,
  unitId: string,
  retirement: Retirement,
  now: string,
): Promise<void> =>
  withTransaction(pool, async (db) => {
    const retired = retirement.retired ? { at: now, because: retirement.because } : null;
    if (!(await setRetired(db, fleetId, unitId, retired))) throw notFound(`Unit ${unitId}`);
    await refreshOutlook(db, fleetId, unitId, Date.parse(now));
  });
