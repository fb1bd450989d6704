import type { FleetId } from '@vaktman/core';
import type { DeviceKey } from '@vaktman/contract';
import { createHash, webcrypto } from 'node:crypto';
import type { Queryable } from '../database/pool';

/** The public half of a device's signing key. */
export interface KnownKey {
  readonly publicKey: string;
  readonly deviceId: string;
  readonly device: string;
  readonly endedAt: Date | null;
}

const CURVE = { name: 'ECDSA', namedCurve: 'P-256' } as const;

/** Name of a key: SHA-256 of its public half. */
export const keyNameOf = ({ publicKey }: DeviceKey): string =>
  createHash('sha256').update(Buffer.from(publicKey, 'base64url')).digest('base64url');

const imported = async (publicKey: string): Promise<webcrypto.CryptoKey> =>
  webcrypto.subtle.importKey('raw', Buffer.from(publicKey, 'base64url'), CURVE, false, ['verify']);

/** True when a text is a point of the curve. */
export const isKey = async ({ publicKey }: DeviceKey): Promise<boolean> =>
  imported(publicKey).then(
    () => true,
    () => false,
  );

/** True when a signature of a text, as UTF-8, was made with the other half of a key. */
export const isSignedBy = async (
  { publicKey }: Pick<KnownKey, 'publicKey'>,
  signature: string,
  text: string,
): Promise<boolean> =>
  webcrypto.subtle.verify(
    { name: 'ECDSA', hash: 'SHA-256' },
    await imported(publicKey),
    Buffer.from(signature, 'base64url'),
    Buffer.from(text),
  );

/** Takes a device's key on record; one that is there already stays. False when it is another device's. */
export const keepDeviceKey = async (
  db: Queryable,
  fleetId: FleetId,
  deviceId: string,
  key: DeviceKey,
): Promise<boolean> => {
  const { rows } = await db.query<{ own: boolean }>(
    `WITH kept AS (
       INSERT INTO device_key (fleet_id, key_name, device_id, public_key) VALUES ($1, $2, $3, $4)
       ON CONFLICT (fleet_id, key_name) DO NOTHING RETURNING device_id)
     SELECT device_id = $3::uuid AS own FROM kept
     UNION ALL SELECT device_id = $3::uuid FROM device_key WHERE fleet_id = $1 AND key_name = $2`,
    [fleetId, keyNameOf(key), deviceId, key.publicKey],
  );
  return rows[0]?.own ?? false;
};

/** Keys by their names, those that are known, also of devices that were ended. */
export const deviceKeys = async (
  db: Queryable,
  fleetId: FleetId,
  names: readonly string[],
): Promise<ReadonlyMap<string, KnownKey>> => {
  if (names.length === 0) return new Map();
  const { rows } = await db.query<KnownKey & { keyName: string }>(
    `SELECT key_name AS "keyName", public_key AS "publicKey", device_id AS "deviceId", d.name AS device, d.ended_at AS "endedAt"
     FROM device_key k JOIN device d USING (fleet_id, device_id) WHERE k.fleet_id = $1 AND key_name = ANY($2)`,
    [fleetId, names],
  );
  return new Map(rows.map((row) => [row.keyName, row]));
};
