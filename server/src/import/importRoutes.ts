import { LIST_KINDS, takeInSchema, visitsQuerySchema } from '@vaktman/contract';
import { type FleetId, importMapSchema, type ImportKnown } from '@vaktman/core';
import { Hono } from 'hono';
import * as z from 'zod';
import type { Pool } from '../database/pool';
import { loadFleet } from '../fleet/fleetStore';
import { checkedBody } from '../http/body';
import { checkedQuery } from '../http/query';
import { knownForImport } from './known';
import { listImports, loadMap } from './importStore';
import { takeIn, undoImport } from './takeIn';
import { takeVisits } from './takeVisits';

const mapQuestionSchema = z.strictObject({ kind: z.enum(LIST_KINDS), map: importMapSchema });

/** Lists of other people's making: what they are checked against, taken in, and taken back whole. */
export const importRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  routes.get('/', async (c) => c.json({ imports: await listImports(pool, await fleetId()) }));
  routes.get('/known', async (c) => {
    const id = await fleetId();
    const fleet = await loadFleet(pool, id);
    const known: ImportKnown = await knownForImport(pool, id, fleet?.yards ?? []);
    return c.json(known);
  });
  routes.post('/mapping', async (c) => {
    const { kind, map } = await checkedBody(c, mapQuestionSchema);
    return c.json({ map: await loadMap(pool, await fleetId(), kind, map) });
  });
  routes.post('/', async (c) => {
    const list = await checkedBody(c, takeInSchema);
    const added = await takeIn(pool, await fleetId(), list, new Date().toISOString());
    return c.json({ importId: list.importId, added }, 201);
  });
  // A visit file or a zip of them, as it is; without an import id it is only looked at.
  routes.post('/visits', async (c) => {
    const { name, yardId, importId, only } = checkedQuery(c, visitsQuerySchema);
    const bytes = new Uint8Array(await c.req.arrayBuffer());
    const taking = { name, yardId: yardId ?? null, importId: importId ?? null, onlyGood: only === 'good' };
    return c.json(await takeVisits(pool, await fleetId(), bytes, taking));
  });
  routes.post('/:importId/undo', async (c) => {
    const importId = z.uuid().safeParse(c.req.param('importId'));
    const id = await fleetId();
    const kind = await undoImport(pool, id, importId.success ? importId.data : '00000000-0000-0000-0000-000000000000');
    return c.json({ kind });
  });
  return routes;
};
