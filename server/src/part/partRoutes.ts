import { partDraftSchema } from '@vaktman/contract';
import { type FleetId, partSchema } from '@vaktman/core';
import { Hono } from 'hono';
import { validate as isUuid } from 'uuid';
import type { Pool } from '../database/pool';
import { checkedBody } from '../http/body';
import { notFound } from '../http/problem';
import { knownParts, loadPartStays } from './partStore';
import { changePart, enterPart } from './savePart';

/** Alternators and starters of one unit, and what is known of their kinds. */
export const partRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  routes.get('/parts/known', async (c) => c.json({ parts: await knownParts(pool, await fleetId()) }));
  routes.get('/units/:unitId/parts', async (c) =>
    c.json({ stays: await loadPartStays(pool, await fleetId(), c.req.param('unitId')) }),
  );
  routes.post('/units/:unitId/parts', async (c) => {
    const draft = await checkedBody(c, partDraftSchema);
    await enterPart(pool, await fleetId(), c.req.param('unitId'), draft);
    return c.json({ partId: draft.partId }, 201);
  });
  routes.put('/units/:unitId/parts/:partId', async (c) => {
    const part = await checkedBody(c, partSchema);
    const { unitId, partId } = c.req.param();
    if (!isUuid(partId)) throw notFound(`Part ${partId}`);
    await changePart(pool, await fleetId(), unitId, partId, part);
    return c.json({ partId });
  });
  return routes;
};
