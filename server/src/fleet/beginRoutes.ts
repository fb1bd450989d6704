import { archiveSchema, newFleetSchema, type Beginning } from '@vaktman/contract';
import { Hono } from 'hono';
import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { importArchive } from '../archive/importArchive';
import { withTransaction, type Pool } from '../database/pool';
import { bringWhole } from '../export/bringWhole';
import { rebuild } from '../outlook/rebuild';
import { sqlState } from '../database/sqlState';
import { checkedBody } from '../http/body';
import { ClientError } from '../http/problem';
import { findFleetId, holdBeginning, insertFleet } from './fleetStore';

const UNIQUE_VIOLATION = '23505';

const hasOne = (): ClientError => new ClientError(409, 'There is a fleet here already. Nothing was stored.');

/** Loads the made-up fleet from its file into an empty database. @returns false when there is a fleet already */
export const loadDemo = async (pool: Pool, file: string): Promise<boolean> => {
  if ((await findFleetId(pool)) !== null) return false;
  try {
    await importArchive(pool, archiveSchema.parse(JSON.parse(await readFile(file, 'utf8'))));
    return true;
  } catch (error) {
    // Of two that load it at once, the second finds it there.
    if (sqlState(error) === UNIQUE_VIOLATION) return false;
    throw error;
  }
};

/**
 * The first page of an empty database: look at the made-up fleet, or begin one's own.
 * @param demoFile the made-up fleet; null where it is not to be had
 * @param onLaterError told what goes wrong after an answer was given
 */
export const beginRoutes = (pool: Pool, demoFile: string | null, onLaterError: (error: unknown) => void): Hono => {
  const routes = new Hono();
  routes.get('/', async (c) => {
    const answer: Beginning = { hasFleet: (await findFleetId(pool)) !== null, hasDemo: demoFile !== null };
    return c.json(answer);
  });
  routes.post('/demo', async (c) => {
    if (demoFile === null) throw new ClientError(404, 'The made-up fleet is not to be had here.');
    if (!(await loadDemo(pool, demoFile))) throw hasOne();
    return c.json({ hasFleet: true }, 201);
  });
  routes.post('/fleet', async (c) => {
    const { name, timeZone, yards, people } = await checkedBody(c, newFleetSchema);
    const fleetId = randomUUID();
    await withTransaction(pool, async (db) => {
      await holdBeginning(db);
      if ((await findFleetId(db)) !== null) throw hasOne();
      await insertFleet(db, {
        fleetId,
        name,
        timeZone,
        profile: 'pile',
        dateCodes: [],
        classes: [],
        demo: false,
        yards: yards.map((yard) => ({ ...yard, yardId: randomUUID(), endedAt: null })),
        people: people.map((person) => ({ ...person, personId: randomUUID(), endedAt: null })),
      });
    });
    return c.json({ fleetId }, 201);
  });
  routes.post('/record', async (c) => {
    const body = c.req.raw.body;
    if (body === null) throw new ClientError(422, 'Nothing was brought here: the body is empty.');
    const rows = await bringWhole(pool, body);
    // What is computed from the facts follows; a server that ends before goes on with it when it starts.
    rebuild(pool).catch(onLaterError);
    return c.json({ rows }, 201);
  });
  return routes;
};
