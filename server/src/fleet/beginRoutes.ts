import { newFleetSchema, type Beginning } from '@vaktman/contract';
import { Hono } from 'hono';
import type { Pool } from '../database/pool';
import { bringWhole } from '../export/bringWhole';
import { checkedBody } from '../http/body';
import { ClientError } from '../http/problem';
import { rebuild } from '../outlook/rebuild';
import type { Cookies } from '../signIn/cookies';
import { signIn } from '../signIn/signer';
import { beginFleet, checkBeginning, hasOne } from './beginFleet';
import { findFleetId } from './fleetStore';
import { loadDemo } from './loadDemo';

/**
 * The first page of an empty database: look at the made-up fleet, or begin one's own.
 * @param demoFile the made-up fleet; null where it is not to be had
 * @param onLaterError told what goes wrong after an answer was given
 */
export const beginRoutes = (
  pool: Pool,
  cookies: Cookies,
  demoFile: string | null,
  onLaterError: (error: unknown) => void,
): Hono => {
  const routes = new Hono();
  routes.get('/', async (c) => {
    const answer: Beginning = { hasFleet: (await findFleetId(pool)) !== null, hasDemo: demoFile !== null };
    return c.json(answer);
  });
  routes.post('/demo', async (c) => {
    if (demoFile === null) throw new ClientError(404, 'The made-up fleet is not to be had here.');
    if (!(await loadDemo(pool, demoFile))) throw hasOne();
    return c.json({ hasFleet: true }, 201);
  });
  routes.post('/fleet', async (c) => {
    const { fleetId, first } = await beginFleet(pool, await checkedBody(c, newFleetSchema));
    await signIn(c, pool, fleetId, cookies, first, false);
    return c.json({ fleetId }, 201);
  });
  routes.post('/record', async (c) => {
    // The link is not used up: with it a lead of the record chooses a passphrase afterwards.
    await checkBeginning(pool, c.req.header('x-vaktman-link') ?? '');
    const body = c.req.raw.body;
    if (body === null) throw new ClientError(422, 'Nothing was brought here: the body is empty.');
    const rows = await bringWhole(pool, body);
    // What is computed from the facts follows; a server that ends before goes on with it when it starts.
    rebuild(pool).catch(onLaterError);
    return c.json({ rows }, 201);
  });
  return routes;
};
