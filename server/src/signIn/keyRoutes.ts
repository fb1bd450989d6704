import type { FleetId } from '@vaktman/core';
import { programKeyDraftSchema } from '@vaktman/contract';
import { Hono } from 'hono';
import { withTransaction, type Pool } from '../database/pool';
import { checkedBody } from '../http/body';
import { notFound } from '../http/problem';
import { endKey, insertKey, listKeys } from './keyStore';
import { personAsking } from './requester';

/** Keys of programs: told once, kept as a digest, ended at will. */
export const keyRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  routes.get('/', async (c) => c.json({ keys: await listKeys(pool, await fleetId()) }));
  routes.post('/', async (c) => {
    const draft = await checkedBody(c, programKeyDraftSchema);
    const [fleet, { name }] = [await fleetId(), personAsking(c)];
    return c.json(await withTransaction(pool, async (db) => insertKey(db, fleet, draft, name)), 201);
  });
  routes.put('/:keyId/ending', async (c) => {
    const [fleet, keyId] = [await fleetId(), c.req.param('keyId')];
    await withTransaction(pool, async (db) => {
      if (!(await endKey(db, fleet, keyId))) throw notFound(`Key ${keyId}`);
    });
    return c.json({ ended: true });
  });
  return routes;
};
