import type { BatteryLine } from '@vaktman/contract';
import type { FleetId, BatteryThing } from '@vaktman/core';
import { randomUUID } from 'node:crypto';
import { batteryWithSerial, descriptionOf, setFate, setWarranty } from '../battery/batteryStore';
import type { Queryable } from '../database/pool';
import { ClientError } from '../http/problem';
import { lockUnits } from '../unit/lockUnits';
import { correctBattery, insertBattery, insertPlacement, sittingAt } from '../unit/placementStore';
import { fittedMoment } from '../unit/fittedMoment';
import { loadUnit } from '../unit/unitStore';
import type { Corrected } from './importStore';

const refused = (index: number, field: string, message: string): ClientError =>
  new ClientError(409, 'Nothing was stored.', [{ path: `batteries[${index}].${field}`, message }]);

/** A battery of which nothing was known but what sits there: the register tells which it is. */
const isUnnamed = ({ serial, make }: BatteryThing): boolean => serial === undefined && make === undefined;

/** Puts a battery of a register where it says, or gives its name to the one that sits there without one. */
const takeFitted = async (
  db: Queryable,
  fleetId: FleetId,
  line: BatteryLine & { readonly unit: string; readonly position: string },
  index: number,
  now: string,
): Promise<Corrected | null> => {
  const { unit: unitId, position, battery } = line;
  const stored = await loadUnit(db, fleetId, unitId);
  if (stored === null) throw refused(index, 'unit', `expected a unit that is on record, received ${unitId}`);
  if (!stored.unit.bank.batteries.some((place) => place.position === position))
    throw refused(index, 'position', `${unitId} has no position ${position}`);
  const sitting = await sittingAt(db, fleetId, unitId, position);
  if (sitting !== null) {
    const before = await descriptionOf(db, fleetId, sitting.batteryId);
    if (!isUnnamed(before))
      throw refused(
        index,
        'position',
        `${before.serial ?? before.make ?? 'a battery'} sits at ${position} of ${unitId}; take it out first, or leave this row out`,
      );
    await correctBattery(db, fleetId, sitting.batteryId, battery);
    if (line.warrantyUntil !== undefined) await setWarranty(db, fleetId, sitting.batteryId, line.warrantyUntil);
    return { batteryId: sitting.batteryId, before };
  }
  const batteryId = randomUUID();
  await insertBattery(db, fleetId, batteryId, battery);
  await setWarranty(db, fleetId, batteryId, line.warrantyUntil);
  await insertPlacement(db, fleetId, {
    placementId: randomUUID(),
    batteryId,
    unitId,
    position,
    from: stored.placements.some((stay) => stay.position === position) ? now : fittedMoment(battery, now),
    to: null,
    removedBecause: null,
  });
  return null;
};

/**
 * Takes batteries of a register in, within a transaction.
 * @param now moment from which one is where it is put, unless it says when it was fitted
 * @returns batteries that were there without a name and got one, and units that changed
 */
export const takeBatteries = async (
  db: Queryable,
  fleetId: FleetId,
  lines: readonly BatteryLine[],
  now: string,
): Promise<{ readonly corrected: readonly Corrected[]; readonly units: readonly string[] }> => {
  const units = [...new Set(lines.flatMap(({ unit }) => (unit === undefined ? [] : [unit])))];
  await lockUnits(db, fleetId, units);
  const corrected: Corrected[] = [];
  for (const [index, line] of lines.entries()) {
    const { battery, state, unit, position } = line;
    const same = battery.serial === undefined ? null : await batteryWithSerial(db, fleetId, battery.serial);
    if (same !== null)
      throw refused(
        index,
        'battery.serial',
        `a battery with this serial is on record, ${same.where}; expected one that is not`,
      );
    if (state === 'fitted' && unit !== undefined && position !== undefined) {
      const before = await takeFitted(db, fleetId, { ...line, unit, position }, index, now);
      if (before !== null) corrected.push(before);
      continue;
    }
    const batteryId = randomUUID();
    await insertBattery(db, fleetId, batteryId, battery);
    await setWarranty(db, fleetId, batteryId, line.warrantyUntil);
    const goneAt = line.gone === undefined ? now : `${line.gone}T12:00:00Z`;
    const because = line.goneBecause ?? 'not stated';
    if (state === 'scrapped') await setFate(db, fleetId, batteryId, 'scrap', goneAt, because);
    if (state === 'claimed') await setFate(db, fleetId, batteryId, 'claim', goneAt, because);
  }
  return { corrected, units };
};
