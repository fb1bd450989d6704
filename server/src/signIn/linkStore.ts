import type { LinkOffer } from '@vaktman/contract';
import { type FleetId, type PersonId, present } from '@vaktman/core';
import type { Queryable } from '../database/pool';
import { digestOf, newSecret } from './secret';

/** A link for the first lead, or for one who was lost, stands for a day; one a lead makes for somebody, for a week. */
const LEAD_HOURS = 24;
const PERSON_HOURS = 7 * 24;

export interface SignInLink {
  /** Null when it was made while nothing was here. */
  readonly fleetId: FleetId | null;
  /** Whom it is for; null for any lead. */
  readonly personId: PersonId | null;
}

/** Makes a link that is used once. @returns the secret part of it, told once, and when it ends */
export const makeLink = async (
  db: Queryable,
  fleetId: FleetId | null,
  personId: PersonId | null,
): Promise<{ readonly secret: string; readonly endsAt: string }> => {
  const secret = newSecret();
  await db.query('DELETE FROM sign_in_link WHERE ends_at < now()');
  // The one before leads nowhere from now on.
  if (personId !== null)
    await db.query('DELETE FROM sign_in_link WHERE fleet_id = $1 AND person_id = $2', [fleetId, personId]);
  const { rows } = await db.query<{ endsAt: Date }>(
    `INSERT INTO sign_in_link (digest, fleet_id, person_id, ends_at) VALUES ($1, $2, $3, now() + make_interval(hours => $4))
     RETURNING ends_at AS "endsAt"`,
    [digestOf(secret), fleetId, personId, personId === null ? LEAD_HOURS : PERSON_HOURS],
  );
  return { secret, endsAt: present(rows[0]).endsAt.toISOString() };
};

/** What a link is for; null when it is unknown, used or over. */
export const linkOf = async (db: Queryable, secret: string): Promise<SignInLink | null> => {
  const { rows } = await db.query<SignInLink>(
    'SELECT fleet_id AS "fleetId", person_id AS "personId" FROM sign_in_link WHERE digest = $1 AND ends_at > now()',
    [digestOf(secret)],
  );
  return rows[0] ?? null;
};

/** Uses a link up. False when somebody did before. */
export const useUpLink = async (db: Queryable, secret: string): Promise<boolean> => {
  const { rowCount } = await db.query('DELETE FROM sign_in_link WHERE digest = $1 AND ends_at > now()', [
    digestOf(secret),
  ]);
  return rowCount === 1;
};

/** Who may choose words by a link: the one it was made for, or any lead. */
export const peopleOfLink = async (
  db: Queryable,
  fleetId: FleetId,
  { personId }: SignInLink,
): Promise<LinkOffer['people']> => {
  const { rows } = await db.query<LinkOffer['people'][number]>(
    `SELECT person_id AS "personId", name, role FROM person
     WHERE fleet_id = $1 AND ended_at IS NULL AND CASE WHEN $2::text IS NULL THEN role = 'lead' ELSE person_id = $2 END ORDER BY name`,
    [fleetId, personId],
  );
  return rows;
};

/** True when another lead asked for somebody's link within the hour; otherwise that this one did is kept. */
export const isSecondAsking = async (
  db: Queryable,
  fleetId: FleetId,
  personId: PersonId,
  askedBy: string,
): Promise<boolean> => {
  await db.query(
    `INSERT INTO lead_link_ask (fleet_id, person_id, asked_by) VALUES ($1, $2, $3)
     ON CONFLICT (fleet_id, person_id, asked_by) DO UPDATE SET asked_at = now()`,
    [fleetId, personId, askedBy],
  );
  const { rowCount } = await db.query(
    `SELECT 1 FROM lead_link_ask WHERE fleet_id = $1 AND person_id = $2 AND asked_by <> $3 AND asked_at > now() - interval '1 hour'`,
    [fleetId, personId, askedBy],
  );
  if (rowCount === 0) return false;
  await db.query('DELETE FROM lead_link_ask WHERE fleet_id = $1 AND person_id = $2', [fleetId, personId]);
  return true;
};
