import type { FleetId } from '@vaktman/core';
import type { Device, DeviceDraft } from '@vaktman/contract';
import { randomUUID } from 'node:crypto';
import type { Queryable } from '../database/pool';
import { digestOf, newSecret } from './secret';

/** How long somebody stays signed in on a device people share. */
export const SHARED_HOURS = 12;

/** What is known of the browser a request comes from. */
export interface KnownDevice {
  readonly deviceId: string;
  readonly name: string;
  readonly shared: boolean;
  readonly enrolledBy: string;
  readonly enrolledAt: Date;
}

/** The device a browser's secret stands for, or null; one that was ended is none. */
export const deviceOf = async (db: Queryable, fleetId: FleetId, secret: string): Promise<KnownDevice | null> => {
  const { rows } = await db.query<KnownDevice>(
    `SELECT device_id AS "deviceId", name, shared, enrolled_by AS "enrolledBy", enrolled_at AS "enrolledAt"
     FROM device WHERE fleet_id = $1 AND digest = $2 AND ended_at IS NULL`,
    [fleetId, digestOf(secret)],
  );
  return rows[0] ?? null;
};

/** Takes a browser on record. @returns its id, and the secret it carries from now on */
export const insertDevice = async (
  db: Queryable,
  fleetId: FleetId,
  { name, shared }: DeviceDraft,
  by: string,
): Promise<{ readonly deviceId: string; readonly secret: string }> => {
  const [deviceId, secret] = [randomUUID(), newSecret()];
  await db.query(
    'INSERT INTO device (fleet_id, device_id, name, shared, digest, enrolled_by) VALUES ($1, $2, $3, $4, $5, $6)',
    [fleetId, deviceId, name, shared, digestOf(secret), by],
  );
  return { deviceId, secret };
};

/** Names a device anew, and says whether it is shared. False when there is none, or it was ended. */
export const updateDevice = async (
  db: Queryable,
  fleetId: FleetId,
  deviceId: string,
  { name, shared }: DeviceDraft,
  by: string,
): Promise<boolean> => {
  const { rowCount } = await db.query(
    `UPDATE device SET name = $3, shared = $4, enrolled_by = CASE WHEN shared = $4 THEN enrolled_by ELSE $5 END,
            enrolled_at = CASE WHEN shared = $4 THEN enrolled_at ELSE now() END
     WHERE fleet_id = $1 AND device_id = $2 AND ended_at IS NULL`,
    [fleetId, deviceId, name, shared, by],
  );
  // Nobody stays signed in on a shared one for a month.
  if (shared)
    await db.query(
      'UPDATE session SET ends_at = least(ends_at, now() + make_interval(hours => $3)) WHERE fleet_id = $1 AND device_id = $2',
      [fleetId, deviceId, SHARED_HOURS],
    );
  return rowCount === 1;
};

/** Nobody signs in on it any more, and whoever is signed in there is not from now on. False when there is none. */
export const endDevice = async (db: Queryable, fleetId: FleetId, deviceId: string): Promise<boolean> => {
  const { rowCount } = await db.query(
    'UPDATE device SET ended_at = coalesce(ended_at, now()) WHERE fleet_id = $1 AND device_id = $2',
    [fleetId, deviceId],
  );
  return rowCount === 1;
};

/** Every browser anybody signed in on, in use before ended, the last used first. */
export const listDevices = async (db: Queryable, fleetId: FleetId): Promise<Device[]> => {
  const { rows } = await db.query<
    Omit<Device, 'enrolledAt' | 'endedAt' | 'lastAt'> & { enrolledAt: Date; endedAt: Date | null; lastAt: Date | null }
  >(
    `SELECT d.device_id AS "deviceId", d.name, shared, enrolled_by AS "enrolledBy", enrolled_at AS "enrolledAt",
            d.ended_at AS "endedAt", l.name AS "lastPerson", l.began_at AS "lastAt"
     FROM device d LEFT JOIN LATERAL (
       SELECT p.name, s.began_at FROM session s JOIN person p USING (fleet_id, person_id)
       WHERE s.fleet_id = d.fleet_id AND s.device_id = d.device_id ORDER BY s.began_at DESC LIMIT 1) l ON true
     WHERE d.fleet_id = $1 ORDER BY d.ended_at IS NOT NULL, coalesce(l.began_at, d.enrolled_at) DESC, d.device_id`,
    [fleetId],
  );
  return rows.map((row) => ({
    ...row,
    enrolledAt: row.enrolledAt.toISOString(),
    endedAt: row.endedAt?.toISOString() ?? null,
    lastAt: row.lastAt?.toISOString() ?? null,
  }));
};
