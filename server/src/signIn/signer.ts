import type { FleetId, PersonId } from '@vaktman/core';
import type { Role, Session } from '@vaktman/contract';
import type { Context } from 'hono';
import { withTransaction, type Pool } from '../database/pool';
import { asWho } from '../database/who';
import { ClientError } from '../http/problem';
import type { Cookies } from './cookies';
import { deviceOf, insertDevice, type KnownDevice } from './deviceStore';
import { beginSession, sessionOf } from './sessionStore';
import { sessionAnswer } from './sessionAnswer';

/** Somebody whose word was right. */
export interface Known {
  readonly personId: PersonId;
  readonly name: string;
  readonly role: Role;
}

const SYSTEMS = ['Android', 'iPad', 'iPhone', 'Windows', 'Mac OS', 'Linux'] as const;

/** What a browser that nobody named is called: by its system, as it tells it. */
const unnamedDevice = (c: Context, name: string): string => {
  const agent = c.req.header('user-agent') ?? '';
  const system = SYSTEMS.find((one) => agent.includes(one));
  return `${name}'s ${system ?? 'browser'}`.slice(0, 60);
};

/** The device whose secret a browser carries; null when it carries none that is known. */
export const deviceHere = async (
  c: Context,
  pool: Pool,
  fleetId: FleetId,
  cookies: Cookies,
): Promise<KnownDevice | null> => {
  const secret = cookies.device(c);
  return secret === undefined ? null : deviceOf(pool, fleetId, secret);
};

/** Signs somebody in at the browser that asks, with a new session; a browser that is not known is taken on record. */
export const signIn = async (
  c: Context,
  pool: Pool,
  fleetId: FleetId,
  cookies: Cookies,
  person: Known,
  byPin: boolean,
): Promise<Session> => {
  const before = await deviceHere(c, pool, fleetId, cookies);
  const name = unnamedDevice(c, person.name);
  const begun = await asWho({ person: person.name, device: before?.name ?? name }, async () =>
    withTransaction(pool, async (db) => {
      const added = before === null ? await insertDevice(db, fleetId, { name, shared: false }, person.name) : null;
      const device = before ?? { deviceId: added?.deviceId ?? '', shared: false };
      return { added, ...(await beginSession(db, fleetId, person.personId, device, byPin)) };
    }),
  );
  if (begun.added !== null) cookies.setDevice(c, begun.added.secret);
  cookies.setSession(c, begun.secret, begun.hours);
  const signedIn = await sessionOf(pool, begun.secret);
  if (signedIn === null) throw new ClientError(409, 'This device or this person was ended a moment ago.');
  const device = before ?? (begun.added === null ? null : await deviceOf(pool, fleetId, begun.added.secret));
  return sessionAnswer(pool, fleetId, signedIn, device);
};
