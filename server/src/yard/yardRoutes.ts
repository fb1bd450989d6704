import { endingSchema, yardDraftSchema } from '@vaktman/contract';
import type { FleetId } from '@vaktman/core';
import { Hono } from 'hono';
import type { Pool } from '../database/pool';
import { checkedBody } from '../http/body';
import { addYard, changeYard, setYardEnded } from './keepYards';

/** Yards: where units stand. One that is closed keeps its history and takes no unit any more. */
export const yardRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  routes.post('/', async (c) => {
    const draft = await checkedBody(c, yardDraftSchema);
    return c.json({ yardId: await addYard(pool, await fleetId(), draft) }, 201);
  });
  routes.put('/:yardId', async (c) => {
    const draft = await checkedBody(c, yardDraftSchema);
    const yardId = c.req.param('yardId');
    await changeYard(pool, await fleetId(), yardId, draft);
    return c.json({ yardId });
  });
  routes.put('/:yardId/ending', async (c) => {
    const { ended } = await checkedBody(c, endingSchema);
    await setYardEnded(pool, await fleetId(), c.req.param('yardId'), ended);
    return c.json({ ended });
  });
  return routes;
};
