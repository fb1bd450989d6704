import type { BatteryDetail, BenchReading } from '@vaktman/contract';
import { benchUnit, readingProblems, type BatteryId, type FleetId } from '@vaktman/core';
import type { Pool, Queryable } from '../database/pool';
import { ClientError, notFound } from '../http/problem';
import { loadBattery } from './batteryStore';
import { insertBenchReading } from './benchStore';

const IS_ID = /^[0-9a-f-]{36}$/i;

/** A battery with where it was and what was read of it. @throws {ClientError} 404 when there is none by that id */
export const knownBattery = async (db: Queryable, fleetId: FleetId, batteryId: BatteryId): Promise<BatteryDetail> => {
  const found = IS_ID.test(batteryId) ? await loadBattery(db, fleetId, batteryId) : null;
  if (found === null) throw notFound(`Battery ${batteryId}`);
  return found;
};

/**
 * Keeps what was read of a battery on the bench.
 * @returns the battery as it stands then
 * @throws {ClientError} 404 when there is none by that id, 422 when it is scrapped or the reading is none of such a battery
 */
export const readOnBench = async (
  pool: Pool,
  fleetId: FleetId,
  id: BatteryId,
  read: BenchReading,
): Promise<BatteryDetail> => {
  const { batteryId, state, battery } = await knownBattery(pool, fleetId, id);
  const wrong =
    state === 'scrapped'
      ? 'expected a battery that is not scrapped'
      : readingProblems(read.reading, benchUnit(battery))[0]?.message;
  if (wrong !== undefined) throw new ClientError(422, 'Nothing was stored.', [{ path: 'reading', message: wrong }]);
  await insertBenchReading(pool, fleetId, batteryId, read);
  return knownBattery(pool, fleetId, batteryId);
};
