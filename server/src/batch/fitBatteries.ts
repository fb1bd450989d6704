import type { BatteryId, FleetId, UnitId, Fitting } from '@vaktman/core';
import { randomUUID } from 'node:crypto';
import type { Queryable } from '../database/pool';
import { batteryWithSerial, setFate } from '../battery/batteryStore';
import {
  batteryExists,
  endPlacement,
  insertBattery,
  insertPlacement,
  openPlacementOf,
  stayAt,
  truncatePlacement,
} from '../unit/placementStore';

/**
 * The battery a fitting means: the one with its id, else the one that has its serial already, for a serial is once in a
 * fleet and a device without network cannot ask; else a new one.
 */
const meantBattery = async (db: Queryable, fleetId: FleetId, { batteryId, battery }: Fitting): Promise<BatteryId> => {
  if (await batteryExists(db, fleetId, batteryId)) return batteryId;
  const same = battery.serial === undefined ? null : await batteryWithSerial(db, fleetId, battery.serial);
  if (same !== null) return same.batteryId;
  await insertBattery(db, fleetId, batteryId, battery);
  return batteryId;
};

/** Units that batteries come from with a fitting, besides the one they are fitted in. */
export const unitsOfFittings = async (
  db: Queryable,
  fleetId: FleetId,
  fitted: readonly Fitting[],
): Promise<readonly string[]> => {
  const from: string[] = [];
  for (const { batteryId, battery } of fitted) {
    const same = battery.serial === undefined ? null : await batteryWithSerial(db, fleetId, battery.serial);
    const sits = await openPlacementOf(db, fleetId, same?.batteryId ?? batteryId);
    if (sits !== null) from.push(sits.unitId);
  }
  return from;
};

/**
 * Puts the batteries of a repair in their positions from the moment of the repair on, and the ones that sat there where
 * they go.
 *
 * When somebody else changed a position after that moment, and this device only now says what it did before, both are
 * kept: the battery fitted earlier sat there from its repair until the later change, and is in the store room since; the
 * later change stands. Units are locked by the caller.
 * @returns units whose batteries changed
 */
export const fitBatteries = async (
  db: Queryable,
  fleetId: FleetId,
  unitId: UnitId,
  at: string,
  because: string,
  fitted: readonly Fitting[],
): Promise<readonly string[]> => {
  const touched = new Set([unitId]);
  const why = because || 'replaced';
  for (const fitting of fitted) {
    const batteryId = await meantBattery(db, fleetId, fitting);
    const elsewhere = await openPlacementOf(db, fleetId, batteryId);
    const { covering, next } = await stayAt(db, fleetId, unitId, fitting.position, at);
    if (covering?.batteryId === batteryId) continue;
    let from = at;
    if (elsewhere !== null) {
      if (elsewhere.unitId === unitId && elsewhere.position === fitting.position) continue;
      from = await endPlacement(db, fleetId, elsewhere.placementId, at, why);
      touched.add(elsewhere.unitId);
    }
    if (covering !== null) {
      const left =
        covering.to === null
          ? await endPlacement(db, fleetId, covering.placementId, from, why)
          : await truncatePlacement(db, fleetId, covering.placementId, from, why);
      if (Date.parse(left) > Date.parse(from)) from = left;
      if (covering.to === null) await setFate(db, fleetId, covering.batteryId, fitting.old ?? 'store', from, why);
    }
    const until = covering?.to ?? next;
    if (until !== null && Date.parse(until) <= Date.parse(from)) continue;
    await insertPlacement(db, fleetId, {
      placementId: randomUUID(),
      batteryId,
      unitId,
      position: fitting.position,
      from,
      to: until,
      removedBecause: until === null ? null : 'the position was changed later by somebody else',
    });
  }
  return [...touched];
};
