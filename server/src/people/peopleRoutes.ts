import type { FleetId } from '@vaktman/core';
import { endingSchema, personDraftSchema } from '@vaktman/contract';
import { Hono } from 'hono';
import { randomUUID } from 'node:crypto';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { checkedBody } from '../http/body';
import { ClientError, notFound } from '../http/problem';
import { linkPath } from '../signIn/leadLink';
import { isSecondAsking, makeLink } from '../signIn/linkStore';
import { personAsking } from '../signIn/requester';
import { codeOf, forgetTries } from '../signIn/tries';
import { hasLead, wordOf } from '../signIn/wordStore';
import { endPerson, findPerson, insertPerson, updatePerson } from './peopleStore';

/** Refuses what would leave nobody who could sign in as a lead; where there was nobody before, nothing is lost. */
const keepingALead = async <T>(db: Queryable, fleetId: FleetId, change: () => Promise<T>): Promise<T> => {
  const hadOne = await hasLead(db, fleetId);
  const result = await change();
  if (hadOne && !(await hasLead(db, fleetId)))
    throw new ClientError(409, 'Nothing was stored: nobody could sign in as a lead then. Let another lead in first.');
  return result;
};

/** Who works in the fleet. Nobody is ever removed: whoever leaves is ended, and what they did stays under their name. */
export const peopleRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
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
      const isKnown = await keepingALead(db, id, async () => updatePerson(db, id, personId, draft));
      if (!isKnown) throw notFound(`Person ${personId}`);
    });
    return c.json({ personId });
  });
  routes.put('/:personId/ending', async (c) => {
    const { ended } = await checkedBody(c, endingSchema);
    const [id, personId] = [await fleetId(), c.req.param('personId')];
    await withTransaction(pool, async (db) => {
      const isKnown = await keepingALead(db, id, async () => endPerson(db, id, personId, ended));
      if (!isKnown) throw notFound(`Person ${personId}`);
    });
    return c.json({ ended });
  });
  // Whoever opens it chooses a passphrase and a PIN. A lead who had one comes back by two others.
  routes.post('/:personId/link', async (c) => {
    const [id, asking] = [await fleetId(), personAsking(c)];
    const person = await findPerson(pool, id, c.req.param('personId'));
    if (person === null) throw notFound(`Person ${c.req.param('personId')}`);
    const isLostLead = person.role === 'lead' && (await wordOf(pool, id, person.personId, 'passphrase')) !== null;
    if (isLostLead && person.personId === asking.personId)
      throw new ClientError(409, 'You are signed in: choose a new passphrase under your own name.');
    if (isLostLead && !(await isSecondAsking(pool, id, person.personId, asking.personId)))
      throw new ClientError(
        409,
        `A lead comes back by two leads: another one asks for ${person.name}'s link within the hour. Or a link is printed on the server.`,
      );
    const { secret, endsAt } = await makeLink(pool, id, person.personId);
    return c.json({ path: linkPath(secret), endsAt }, 201);
  });
  routes.put('/:personId/unlocking', async (c) => {
    const id = await fleetId();
    const person = await findPerson(pool, id, c.req.param('personId'));
    if (person === null) throw notFound(`Person ${c.req.param('personId')}`);
    await forgetTries(pool, id, 'passphrase', person.name);
    await forgetTries(pool, id, 'passphrase', codeOf(person.name));
    await forgetTries(pool, id, 'pin', person.personId);
    return c.json({ unlocked: true });
  });
  return routes;
};
