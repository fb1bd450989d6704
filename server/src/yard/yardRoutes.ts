import type { FleetId } from '@vaktman/core';
import { endingSchema, yardDraftSchema } from '@vaktman/contract';
import { Hono } from 'hono';
import { randomUUID } from 'node:crypto';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { checkedBody } from '../http/body';
import { ClientError, notFound } from '../http/problem';
import { endYard, insertYard, listYards, renameYard, unitsInYard } from './yardStore';

const SHOWN = 6;

const refuseSameName = async (db: Queryable, fleetId: FleetId, name: string, own: string | null): Promise<void> => {
  const same = (await listYards(db, fleetId)).find(
    (yard) => yard.yardId !== own && yard.name.toLowerCase() === name.toLowerCase(),
  );
  if (same !== undefined)
    throw new ClientError(409, 'Nothing was stored.', [
      { path: 'name', message: `${same.name} is there already; expected a name no other yard has` },
    ]);
};

/** Yards: where units stand. One that is closed keeps its history and takes no unit any more. */
export const yardRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  routes.post('/', async (c) => {
    const draft = await checkedBody(c, yardDraftSchema);
    const [id, yardId] = [await fleetId(), randomUUID()];
    await withTransaction(pool, async (db) => {
      await refuseSameName(db, id, draft.name, null);
      await insertYard(db, id, yardId, draft);
    });
    return c.json({ yardId }, 201);
  });
  routes.put('/:yardId', async (c) => {
    const draft = await checkedBody(c, yardDraftSchema);
    const [id, yardId] = [await fleetId(), c.req.param('yardId')];
    await withTransaction(pool, async (db) => {
      await refuseSameName(db, id, draft.name, yardId);
      if (!(await renameYard(db, id, yardId, draft))) throw notFound(`Yard ${yardId}`);
    });
    return c.json({ yardId });
  });
  routes.put('/:yardId/ending', async (c) => {
    const { ended } = await checkedBody(c, endingSchema);
    const [id, yardId] = [await fleetId(), c.req.param('yardId')];
    await withTransaction(pool, async (db) => {
      // Taken first: a unit that is being moved here is waited for, and then counted.
      if (!(await endYard(db, id, yardId, ended))) throw notFound(`Yard ${yardId}`);
      const standing = ended ? await unitsInYard(db, id, yardId) : [];
      if (standing.length > 0) {
        const more = standing.length > SHOWN ? ` and ${standing.length - SHOWN} more` : '';
        throw new ClientError(409, 'The yard stays open.', [
          {
            path: 'ended',
            message: `${standing.slice(0, SHOWN).join(', ')}${more} ${standing.length === 1 ? 'stands' : 'stand'} there; expected a yard without units`,
          },
        ]);
      }
    });
    return c.json({ ended });
  });
  return routes;
};
