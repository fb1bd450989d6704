import type { DeviceKey } from '@vaktman/contract';
import type { FleetId } from '@vaktman/core';
import { withTransaction, type Pool } from '../database/pool';
import { ClientError } from '../http/problem';
import { isKey, keepDeviceKey, keyNameOf } from './deviceKeyStore';

/**
 * Takes the key on record that a device signs with.
 * @returns the name of the key
 * @throws {ClientError} 422 when it is none, 409 when it is another device's
 */
export const keepOwnKey = async (pool: Pool, fleetId: FleetId, deviceId: string, key: DeviceKey): Promise<string> => {
  if (!(await isKey(key)))
    throw new ClientError(422, 'Some fields are not as expected. Nothing was stored.', [
      { path: 'publicKey', message: 'expected a point of P-256' },
    ]);
  if (!(await withTransaction(pool, async (db) => keepDeviceKey(db, fleetId, deviceId, key))))
    throw new ClientError(409, 'This key is of another device. Nothing was stored.', [
      { path: 'publicKey', message: 'expected a key this device made' },
    ]);
  return keyNameOf(key);
};
