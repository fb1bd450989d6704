import { endingSchema, personDraftSchema } from '@vaktman/contract';
import { Hono } from 'hono';
import { randomUUID } from 'node:crypto';
import { withTransaction, type Pool } from '../database/pool';
import { checkedBody } from '../http/body';
import { notFound } from '../http/problem';
import { endPerson, insertPerson, updatePerson } from './peopleStore';

/** Who works in the fleet. Nobody is ever removed: whoever leaves is ended, and what they did stays under their name. */
export const peopleRoutes = (pool: Pool, fleetId: () => Promise<string>): Hono => {
  const routes = new Hono();
  routes.post('/', async (c) => {
    const draft = await checkedBody(c, personDraftSchema);
    const [id, personId] = [await fleetId(), randomUUID()];
    await withTransaction(pool, async (db) => insertPerson(db, id, personId, draft));
    return c.json({ personId }, 201);
  });
  routes.put('/:personId', async (c) => {
    const draft = await checkedBody(c, personDraftSchema);
    const [id, personId] = [await fleetId(), c.req.param('personId')];
    await withTransaction(pool, async (db) => {
      if (!(await updatePerson(db, id, personId, draft))) throw notFound(`Person ${personId}`);
    });
    return c.json({ personId });
  });
  routes.put('/:personId/ending', async (c) => {
    const { ended } = await checkedBody(c, endingSchema);
    const [id, personId] = [await fleetId(), c.req.param('personId')];
    await withTransaction(pool, async (db) => {
      if (!(await endPerson(db, id, personId, ended))) throw notFound(`Person ${personId}`);
    });
    return c.json({ ended });
  });
  return routes;
};
