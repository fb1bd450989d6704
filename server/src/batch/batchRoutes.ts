import type { FleetId } from '@vaktman/core';
import { batchSchema } from '@vaktman/contract';
import { Hono } from 'hono';
import { validate as isUuid } from 'uuid';
import { withTransaction, type Pool } from '../database/pool';
import { checkedBody } from '../http/body';
import { notFound } from '../http/problem';
import { personAsking } from '../signIn/requester';
import { confirmDoubts, openDoubts } from '../visit/doubtStore';
import { applyBatch } from './applyBatch';

/** What devices record, and what of it a lead is to confirm. */
export const batchRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  routes.post('/batches', async (c) => {
    // The clock of a device is told from when its batch came in, not from when it could be stored.
    const receivedMs = Date.now();
    const batch = await checkedBody(c, batchSchema);
    const sender = personAsking(c);
    // What was signed is the entry as it came.
    const { entries: sent } = await c.req.json<{ entries: readonly object[] }>();
    return c.json(await applyBatch(pool, await fleetId(), batch, receivedMs, { sender, sent }));
  });
  routes.get('/confirmations', async (c) => c.json({ doubts: await openDoubts(pool, await fleetId()) }));
  routes.put('/confirmations/:visitId', async (c) => {
    const [fleet, visitId, { name }] = [await fleetId(), c.req.param('visitId'), personAsking(c)];
    if (!isUuid(visitId)) throw notFound(`Visit ${visitId}`);
    return c.json({
      confirmed: await withTransaction(pool, async (db) => confirmDoubts(db, fleet, visitId, name)),
    });
  });
  return routes;
};
