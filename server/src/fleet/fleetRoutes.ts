import type { FleetId } from '@vaktman/core';
import {
  classesSchema,
  dateCodesSchema,
  demoRemovalSchema,
  fleetDraftSchema,
  methodChoiceSchema,
} from '@vaktman/contract';
import { Hono } from 'hono';
import type { Pool } from '../database/pool';
import { checkedBody } from '../http/body';
import { changeClasses, changeDateCodes, changeHead, changeMethod } from './changeFleet';
import { countDemo, removeDemo } from './demo';
import { loadFleet } from './fleetStore';

/** The fleet itself: what it is called, by which method it judges, and its intervals and limits. */
export const fleetRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  routes.get('/', async (c) => c.json(await loadFleet(pool, await fleetId())));
  routes.put('/', async (c) => {
    const draft = await checkedBody(c, fleetDraftSchema);
    await changeHead(pool, await fleetId(), draft);
    return c.json(draft);
  });
  routes.put('/method', async (c) => {
    const { profile } = await checkedBody(c, methodChoiceSchema);
    await changeMethod(pool, await fleetId(), profile);
    return c.json({ profile });
  });
  routes.put('/date-codes', async (c) => {
    const change = await checkedBody(c, dateCodesSchema);
    await changeDateCodes(pool, await fleetId(), change);
    return c.json({ dateCodes: change.dateCodes });
  });
  routes.put('/classes', async (c) => {
    const change = await checkedBody(c, classesSchema);
    await changeClasses(pool, await fleetId(), change);
    return c.json({ classes: change.classes });
  });
  routes.get('/demo', async (c) => c.json(await countDemo(pool, await fleetId())));
  routes.delete('/demo', async (c) => {
    const { visitedToo } = await checkedBody(c, demoRemovalSchema);
    const begin = await removeDemo(pool, await fleetId(), visitedToo);
    return c.json({ hasFleet: begin === null, begin });
  });
  return routes;
};
