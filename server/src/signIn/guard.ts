import type { MiddlewareHandler } from 'hono';
import type { Pool } from '../database/pool';
import { prepared } from '../database/prepared';
import { asWho } from '../database/who';
import { findFleetId } from '../fleet/fleetStore';
import type { Cookies } from './cookies';
import { requesterOf } from './requester';
import { operationAt, refusalOf } from './rights';

/**
 * Lets through what whoever asks may ask for. What they change is kept under their name and their device's. Where there is
 * no fleet yet there is nothing to guard, and every route but those that begin one says so.
 */
export const guard =
  (pool: Pool, cookies: Cookies): MiddlewareHandler =>
  async (c, next) => {
    c.set('requester', null);
    const operation = operationAt(c.req.method, c.req.path);
    if (operation === null) return next();
    const requester = await requesterOf(c, prepared(pool), cookies);
    if (requester === null && (await findFleetId(pool)) === null) return next();
    c.set('requester', requester);
    const refusal = refusalOf(operation, requester);
    if (refusal !== null) throw refusal;
    if (requester === null) return next();
    const person = requester.kind === 'person' ? requester.name : `${requester.name} (program)`;
    const device = requester.kind === 'person' ? requester.device : '';
    return asWho({ person, device, fleetId: requester.fleetId }, next);
  };
