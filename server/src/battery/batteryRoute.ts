import {
  batteryDraftSchema,
  benchReadingSchema,
  type BenchReading,
  batteryMoveSchema,
  batteryQuerySchema,
} from '@vaktman/contract';
import { type FleetId, type BatteryId, benchUnit, readingProblems, type BatteryThing } from '@vaktman/core';
import { Hono } from 'hono';
import type { Pool } from '../database/pool';
import { checkedBody } from '../http/body';
import { checkedQuery } from '../http/query';
import { ClientError, notFound } from '../http/problem';
import { personAsking } from '../signIn/requester';
import { confirmationMissing } from '../signIn/rights';
import { insertBenchReading } from './benchStore';
import { batteryLives, listBatteries, loadBattery } from './batteryStore';
import { changeBattery, moveBattery, storeBattery } from './moveBattery';

/** What is wrong with a reading of a battery on the bench; null when nothing is. */
const benchProblem = (battery: BatteryThing, { reading }: BenchReading): string | null =>
  readingProblems(reading, benchUnit(battery))[0]?.message ?? null;

/** Batteries as things: where each is, where it was, what was read of it. */
export const batteryRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  const known = async (batteryId: BatteryId) => {
    const found = /^[0-9a-f-]{36}$/i.test(batteryId) ? await loadBattery(pool, await fleetId(), batteryId) : null;
    if (found === null) throw notFound(`Battery ${batteryId}`);
    return found;
  };
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
    const { batteryId, state, battery } = await known(c.req.param('batteryId'));
    const reading = await checkedBody(c, benchReadingSchema);
    const wrong = state === 'scrapped' ? 'expected a battery that is not scrapped' : benchProblem(battery, reading);
    if (wrong !== null) throw new ClientError(422, 'Nothing was stored.', [{ path: 'reading', message: wrong }]);
    await insertBenchReading(pool, await fleetId(), batteryId, reading);
    return c.json(await known(batteryId), 201);
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
