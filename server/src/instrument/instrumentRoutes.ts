import { instrumentDraftSchema } from '@vaktman/contract';
import type { FleetId } from '@vaktman/core';
import { Hono } from 'hono';
import type { Pool } from '../database/pool';
import { checkedBody } from '../http/body';
import { listInstruments } from './instrumentStore';
import { addInstrument, changeInstrument } from './keepInstruments';

/** What the shop reads with. */
export const instrumentRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  routes.get('/', async (c) => c.json({ instruments: await listInstruments(pool, await fleetId()) }));
  routes.post('/', async (c) => {
    const draft = await checkedBody(c, instrumentDraftSchema);
    return c.json({ instrumentId: await addInstrument(pool, await fleetId(), draft) }, 201);
  });
  routes.put('/:instrumentId', async (c) => {
    const draft = await checkedBody(c, instrumentDraftSchema);
    const instrumentId = c.req.param('instrumentId');
    await changeInstrument(pool, await fleetId(), instrumentId, draft);
    return c.json({ instrumentId });
  });
  return routes;
};
