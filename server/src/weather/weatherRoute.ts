import type { FleetId } from '@vaktman/core';
import { typedNightSchema } from '@vaktman/contract';
import { Hono } from 'hono';
import type { Pool } from '../database/pool';
import { checkedBody } from '../http/body';
import { comingNights, typeNight } from './comingNights';
import { WeatherService } from './weatherService';

/** The coming nights of every yard, and those typed in. @param serviceUrl address of the weather service; null without one */
export const weatherRoutes = (pool: Pool, fleetId: () => Promise<FleetId>, serviceUrl: string | null): Hono => {
  const service = new WeatherService(serviceUrl);
  const routes = new Hono();
  routes.get('/', async (c) => c.json(await comingNights(pool, await fleetId(), service)));
  routes.put('/', async (c) => {
    const night = await checkedBody(c, typedNightSchema);
    await typeNight(pool, await fleetId(), night);
    return c.json(night);
  });
  return routes;
};
