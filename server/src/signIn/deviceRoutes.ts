import type { FleetId } from '@vaktman/core';
import { deviceDraftSchema, newBrowsersSchema } from '@vaktman/contract';
import { Hono } from 'hono';
import { withTransaction, type Pool } from '../database/pool';
import { checkedBody } from '../http/body';
import { notFound } from '../http/problem';
import { newBrowsersOf, setNewBrowsers } from './codeStore';
import { endDevice, listDevices, updateDevice } from './deviceStore';
import { personAsking } from './requester';

/** Browsers people sign in on: named, shared, ended by a lead. */
export const deviceRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  routes.get('/', async (c) => {
    const fleet = await fleetId();
    return c.json({ devices: await listDevices(pool, fleet), newBrowsers: await newBrowsersOf(pool, fleet) });
  });
  routes.put('/new', async (c) => {
    const { newBrowsers } = await checkedBody(c, newBrowsersSchema);
    const fleet = await fleetId();
    await withTransaction(pool, async (db) => setNewBrowsers(db, fleet, newBrowsers));
    return c.json({ newBrowsers });
  });
  routes.put('/:deviceId', async (c) => {
    const draft = await checkedBody(c, deviceDraftSchema);
    const [fleet, deviceId, { name }] = [await fleetId(), c.req.param('deviceId'), personAsking(c)];
    await withTransaction(pool, async (db) => {
      if (!(await updateDevice(db, fleet, deviceId, draft, name))) throw notFound(`Device ${deviceId}`);
    });
    return c.json({ deviceId });
  });
  routes.put('/:deviceId/ending', async (c) => {
    const [fleet, deviceId] = [await fleetId(), c.req.param('deviceId')];
    await withTransaction(pool, async (db) => {
      if (!(await endDevice(db, fleet, deviceId))) throw notFound(`Device ${deviceId}`);
    });
    return c.json({ ended: true });
  });
  return routes;
};
