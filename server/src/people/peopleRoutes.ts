import { endingSchema, personDraftSchema } from '@vaktman/contract';
import type { FleetId } from '@vaktman/core';
import { Hono } from 'hono';
import type { Pool } from '../database/pool';
import { checkedBody } from '../http/body';
import { personAsking } from '../signIn/requester';
import { addPerson, changePerson, linkFor, setEnded, unlock } from './keepPeople';

/** Who works in the fleet. Nobody is ever removed: whoever leaves is ended, and what they did stays under their name. */
export const peopleRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  routes.post('/', async (c) => {
    const draft = await checkedBody(c, personDraftSchema);
    return c.json({ personId: await addPerson(pool, await fleetId(), draft) }, 201);
  });
  routes.put('/:personId', async (c) => {
    const draft = await checkedBody(c, personDraftSchema);
    const personId = c.req.param('personId');
    await changePerson(pool, await fleetId(), personId, draft);
    return c.json({ personId });
  });
  routes.put('/:personId/ending', async (c) => {
    const { ended } = await checkedBody(c, endingSchema);
    await setEnded(pool, await fleetId(), c.req.param('personId'), ended);
    return c.json({ ended });
  });
  routes.post('/:personId/link', async (c) =>
    c.json(await linkFor(pool, await fleetId(), c.req.param('personId'), personAsking(c).personId), 201),
  );
  routes.put('/:personId/unlocking', async (c) => {
    await unlock(pool, await fleetId(), c.req.param('personId'));
    return c.json({ unlocked: true });
  });
  return routes;
};
