import type { FleetId } from '@vaktman/core';
import { Hono, type Context } from 'hono';
import type { Pool } from '../database/pool';
import { notFound } from '../http/problem';
import { listYards } from '../yard/yardStore';
import { calendarFile } from './calendarFile';
import { calendarAddresses, dueInYard, endCalendarAddress, yardOfSecret } from './calendarStore';
import { newAddress } from './newAddress';

const calendarAnswer = async (
  c: Context,
  pool: Pool,
  yard: { readonly fleetId: FleetId; readonly yardId: string; readonly name: string },
  publicAddress: string | null,
): Promise<Response> => {
  const due = await dueInYard(pool, yard.fleetId, yard.yardId);
  const origin = publicAddress ?? c.req.url;
  const text = calendarFile(yard.name, due, (unitId) => new URL(`/units/${encodeURIComponent(unitId)}`, origin).href);
  return c.body(text, 200, {
    'content-type': 'text/calendar; charset=utf-8',
    'cache-control': 'private, max-age=300',
  });
};

/** Addresses of yards' calendars: made, made anew, taken away. An address is told once. */
export const calendarRoutes = (pool: Pool, fleetId: () => Promise<FleetId>, publicAddress: string | null): Hono => {
  const routes = new Hono();
  // The same for programs with a key, by the yard's id.
  routes.get('/:file{.+\\.ics}', async (c) => {
    const [id, yardId] = [await fleetId(), c.req.param('file').replace(/\.ics$/, '')];
    const yard = (await listYards(pool, id)).find((one) => one.yardId === yardId);
    if (yard === undefined) throw notFound(`Yard ${yardId}`);
    return calendarAnswer(c, pool, { fleetId: id, ...yard }, publicAddress);
  });
  routes.get('/', async (c) => c.json({ calendars: await calendarAddresses(pool, await fleetId()) }));
  routes.put('/:yardId', async (c) => {
    return c.json({ path: await newAddress(pool, await fleetId(), c.req.param('yardId')) }, 201);
  });
  routes.delete('/:yardId', async (c) => {
    await endCalendarAddress(pool, await fleetId(), c.req.param('yardId'));
    return c.json({ yardId: c.req.param('yardId') });
  });
  return routes;
};

/**
 * The calendars themselves, read by programs that know an address and nothing else.
 * @param publicAddress where people reach the server; as it was asked for when null
 */
export const calendarFeed = (pool: Pool, publicAddress: string | null): Hono => {
  const routes = new Hono();
  routes.get('/:file{.+\\.ics}', async (c) => {
    const yard = await yardOfSecret(pool, c.req.param('file').replace(/\.ics$/, ''));
    if (yard === null) throw notFound('This calendar');
    return calendarAnswer(c, pool, yard, publicAddress);
  });
  return routes;
};
