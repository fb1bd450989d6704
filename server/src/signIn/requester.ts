import type { Context } from 'hono';
import type { Queryable } from '../database/pool';
import { ClientError } from '../http/problem';
import { SIGNED_OUT } from '@vaktman/contract';
import type { Cookies } from './cookies';
import { programOf, type Program } from './keyStore';
import { sessionOf, type SignedIn } from './sessionStore';

/** Who asks: somebody who is signed in, or a program with its key. */
export type Requester = (SignedIn & { readonly kind: 'person' }) | (Program & { readonly kind: 'program' });

declare module 'hono' {
  interface ContextVariableMap {
    requester: Requester | null;
  }
}

const BEARER = /^Bearer (\S+)$/i;

/** Who asks for something, by the key or the cookie the request carries; null for nobody. */
export const requesterOf = async (c: Context, db: Queryable, cookies: Cookies): Promise<Requester | null> => {
  const key = BEARER.exec(c.req.header('authorization') ?? '')?.[1];
  if (key !== undefined) {
    const program = await programOf(db, key);
    return program === null ? null : { kind: 'program', ...program };
  }
  const secret = cookies.session(c);
  if (secret === undefined) return null;
  const signedIn = await sessionOf(db, secret);
  return signedIn === null ? null : { kind: 'person', ...signedIn };
};

/** The person who asks. @throws {ClientError} 401 where it is a program or nobody */
export const personAsking = (c: Context): SignedIn => {
  const requester = c.get('requester');
  if (requester?.kind !== 'person') throw new ClientError(401, 'Nobody is signed in here.', [], { type: SIGNED_OUT });
  return requester;
};
