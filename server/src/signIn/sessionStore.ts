import type { FleetId, PersonId } from '@vaktman/core';
import type { Colleague, Role } from '@vaktman/contract';
import { randomUUID } from 'node:crypto';
import type { Queryable } from '../database/pool';
import { SHARED_HOURS } from './deviceStore';
import { digestOf, newSecret } from './secret';

const OWN_HOURS = 30 * 24;
/** How long the passphrase, given once more, stands. */
const CONFIRMED_MINUTES = 5;

/** Somebody who is signed in. */
export interface SignedIn {
  readonly sessionId: string;
  readonly fleetId: FleetId;
  readonly personId: PersonId;
  readonly name: string;
  readonly role: Role;
  readonly deviceId: string;
  readonly device: string;
  readonly endsAt: Date;
  /** The passphrase was given once more a moment ago. */
  readonly isConfirmed: boolean;
}

/** Whose session a cookie's secret stands for, or null: unknown, over, its person gone or its device ended. */
export const sessionOf = async (db: Queryable, secret: string): Promise<SignedIn | null> => {
  const { rows } = await db.query<SignedIn>(
    `SELECT session_id AS "sessionId", fleet_id AS "fleetId", person_id AS "personId", p.name, p.role, device_id AS "deviceId", d.name AS device,
            ends_at AS "endsAt", coalesce(confirmed_until > now(), false) AS "isConfirmed"
     FROM session s JOIN person p USING (fleet_id, person_id) JOIN device d USING (fleet_id, device_id)
     WHERE (s.digest = $1 OR (s.before_digest = $1 AND s.before_until > now())) AND ends_at > now() AND p.ended_at IS NULL AND d.ended_at IS NULL`,
    [digestOf(secret)],
  );
  return rows[0] ?? null;
};

/** Signs somebody in at a device. What was signed in there before is over. @returns the secret of the cookie, and when it ends */
export const beginSession = async (
  db: Queryable,
  fleetId: FleetId,
  personId: PersonId,
  { deviceId, shared }: { readonly deviceId: string; readonly shared: boolean },
  byPin: boolean,
): Promise<{ readonly secret: string; readonly hours: number }> => {
  const [secret, hours] = [newSecret(), shared ? SHARED_HOURS : OWN_HOURS];
  await db.query(
    'UPDATE session SET ends_at = least(ends_at, now()) WHERE fleet_id = $1 AND device_id = $2 AND ends_at > now()',
    [fleetId, deviceId],
  );
  await db.query(
    `INSERT INTO session (session_id, fleet_id, person_id, device_id, digest, by_pin, ends_at)
     VALUES ($1, $2, $3, $4, $5, $6, now() + make_interval(hours => $7))`,
    [randomUUID(), fleetId, personId, deviceId, digestOf(secret), byPin, hours],
  );
  return { secret, hours };
};

/** Ends one of somebody's sessions. False when it is not theirs. */
export const endSession = async (
  db: Queryable,
  fleetId: FleetId,
  personId: PersonId,
  sessionId: string,
): Promise<boolean> => {
  const { rowCount } = await db.query(
    'UPDATE session SET ends_at = least(ends_at, now()) WHERE fleet_id = $1 AND person_id = $2 AND session_id = $3',
    [fleetId, personId, sessionId],
  );
  return rowCount === 1;
};

/** Ends all of somebody's sessions but one: a word was chosen anew. */
export const endOtherSessions = async (
  db: Queryable,
  fleetId: FleetId,
  personId: PersonId,
  sessionId: string | null,
): Promise<void> => {
  await db.query(
    `UPDATE session SET ends_at = least(ends_at, now())
     WHERE fleet_id = $1 AND person_id = $2 AND session_id IS DISTINCT FROM $3::uuid AND ends_at > now()`,
    [fleetId, personId, sessionId],
  );
};

/** What is under way with the secret before goes on for so long. */
const BEFORE_SECONDS = 30;

/** The passphrase was given once more. @returns the new secret of the cookie, and for how many hours it stands */
export const confirmSession = async (
  db: Queryable,
  sessionId: string,
): Promise<{ readonly secret: string; readonly hours: number }> => {
  const secret = newSecret();
  const { rows } = await db.query<{ hours: number }>(
    `UPDATE session SET confirmed_until = now() + make_interval(mins => $2), before_digest = digest, digest = $3,
            before_until = now() + make_interval(secs => $4)
     WHERE session_id = $1 RETURNING extract(epoch FROM ends_at - now())::float8 / 3600 AS hours`,
    [sessionId, CONFIRMED_MINUTES, digestOf(secret), BEFORE_SECONDS],
  );
  return { secret, hours: rows[0]?.hours ?? 0 };
};

/** Where somebody is signed in now, the latest first. */
export const sessionsOf = async (
  db: Queryable,
  fleetId: FleetId,
  personId: PersonId,
): Promise<readonly { sessionId: string; device: string; beganAt: string; endsAt: string }[]> => {
  const { rows } = await db.query<{ sessionId: string; device: string; beganAt: Date; endsAt: Date }>(
    `SELECT session_id AS "sessionId", d.name AS device, began_at AS "beganAt", ends_at AS "endsAt"
     FROM session s JOIN device d USING (fleet_id, device_id)
     WHERE s.fleet_id = $1 AND person_id = $2 AND ends_at > now() ORDER BY began_at DESC`,
    [fleetId, personId],
  );
  return rows.map((row) => ({ ...row, beganAt: row.beganAt.toISOString(), endsAt: row.endsAt.toISOString() }));
};

/** Everybody who works here, whoever worked at a device last first. */
export const colleaguesAt = async (db: Queryable, fleetId: FleetId, deviceId: string): Promise<Colleague[]> => {
  const { rows } = await db.query<Omit<Colleague, 'lastAt'> & { lastAt: Date | null }>(
    `SELECT p.person_id AS "personId", p.name, p.role, l.at AS "lastAt",
            EXISTS (SELECT 1 FROM sign_in_word w WHERE w.fleet_id = p.fleet_id AND w.person_id = p.person_id AND w.kind = 'pin') AS "hasPin"
     FROM person p LEFT JOIN LATERAL (
       SELECT max(began_at) AS at FROM session s
       WHERE s.fleet_id = p.fleet_id AND s.person_id = p.person_id AND s.device_id = $2) l ON true
     WHERE p.fleet_id = $1 AND p.ended_at IS NULL
     ORDER BY l.at DESC NULLS LAST, array_position(ARRAY['technician', 'trainee', 'lead', 'viewer'], p.role), p.name`,
    [fleetId, deviceId],
  );
  return rows.map((row) => ({ ...row, lastAt: row.lastAt?.toISOString() ?? null }));
};

/** Sessions that were over for a year tell nobody anything. */
export const dropOldSessions = async (db: Queryable): Promise<void> => {
  await db.query(`DELETE FROM session WHERE ends_at < now() - interval '1 year'`);
};
