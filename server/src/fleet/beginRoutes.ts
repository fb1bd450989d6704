import { archiveSchema, newFleetSchema, type Beginning } from '@vaktman/contract';
import { Hono } from 'hono';
import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { importArchive } from '../archive/importArchive';
import { withTransaction, type Pool } from '../database/pool';
import { sqlState } from '../database/sqlState';
import { checkedBody } from '../http/body';
import { ClientError } from '../http/problem';
import { findFleetId, insertFleet } from './fleetStore';

const UNIQUE_VIOLATION = '23505';
/** Two presses at once begin one fleet: whoever holds this begins it. Any number will do that all servers take. */
const BEGIN_LOCK = 7_214_090_113;

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
 */
export const beginRoutes = (pool: Pool, demoFile: string | null): Hono => {
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
      await db.query('SELECT pg_advisory_xact_lock($1)', [BEGIN_LOCK]);
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
  return routes;
};
