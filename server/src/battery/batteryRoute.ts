import { batteryDraftSchema, batteryMoveSchema, batteryQuerySchema, benchReadingSchema } from '@vaktman/contract';
import type { BatteryId, FleetId } from '@vaktman/core';
import { Hono } from 'hono';
import type { Pool } from '../database/pool';
import { checkedBody } from '../http/body';
import { checkedQuery } from '../http/query';
import { personAsking } from '../signIn/requester';
import { confirmationMissing } from '../signIn/rights';
import { batteryLives, listBatteries } from './batteryStore';
import { knownBattery, readOnBench } from './benchBattery';
import { changeBattery, moveBattery, storeBattery } from './moveBattery';

/** Batteries as things: where each is, where it was, what was read of it. */
export const batteryRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  const known = async (batteryId: BatteryId) => knownBattery(pool, await fleetId(), batteryId);
  routes.get('/', async (c) => {
    const query = checkedQuery(c, batteryQuerySchema);
    return c.json(await listBatteries(pool, await fleetId(), query));
  });
  routes.get('/lives', async (c) => c.json({ lives: await batteryLives(pool, await fleetId()) }));
  routes.get('/:batteryId', async (c) => c.json(await known(c.req.param('batteryId'))));
  routes.post('/', async (c) => {
    const batteryId = await storeBattery(pool, await fleetId(), await checkedBody(c, batteryDraftSchema));
    return c.json({ batteryId }, 201);
  });
  routes.put('/:batteryId', async (c) => {
    const { batteryId } = await known(c.req.param('batteryId'));
    await changeBattery(pool, await fleetId(), batteryId, await checkedBody(c, batteryDraftSchema));
    return c.json({ batteryId });
  });
  routes.post('/:batteryId/readings', async (c) => {
    const { batteryId } = await known(c.req.param('batteryId'));
    const read = await checkedBody(c, benchReadingSchema);
    return c.json(await readOnBench(pool, await fleetId(), batteryId, read), 201);
  });
  routes.post('/:batteryId/moves', async (c) => {
    const { batteryId } = await known(c.req.param('batteryId'));
    const move = await checkedBody(c, batteryMoveSchema);
    // What is scrapped is gone for good.
    const missing = move.kind === 'scrap' ? confirmationMissing(personAsking(c)) : null;
    if (missing !== null) throw missing;
    await moveBattery(pool, await fleetId(), batteryId, move, new Date());
    return c.json(await known(batteryId));
  });
  return routes;
};
