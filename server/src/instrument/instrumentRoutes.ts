import type { FleetId } from '@vaktman/core';
import { instrumentDraftSchema, type InstrumentDraft } from '@vaktman/contract';
import { Hono } from 'hono';
import { randomUUID } from 'node:crypto';
import { validate as isUuid } from 'uuid';
import type { Pool } from '../database/pool';
import { sqlState } from '../database/sqlState';
import { checkedBody } from '../http/body';
import { ClientError, notFound } from '../http/problem';
import { insertInstrument, listInstruments, updateInstrument } from './instrumentStore';

const UNIQUE_VIOLATION = '23505';

/** Says by its field that another instrument has the name. */
const nameOnce = async <T>({ instrument }: InstrumentDraft, work: () => Promise<T>): Promise<T> => {
  try {
    return await work();
  } catch (error) {
    if (sqlState(error) !== UNIQUE_VIOLATION) throw error;
    throw new ClientError(
      409,
      'Nothing was stored.',
      [{ path: 'instrument.name', message: `${instrument.name} is taken; expected a name no other instrument has` }],
      { cause: error },
    );
  }
};

/** What the shop reads with. */
export const instrumentRoutes = (pool: Pool, fleetId: () => Promise<FleetId>): Hono => {
  const routes = new Hono();
  routes.get('/', async (c) => c.json({ instruments: await listInstruments(pool, await fleetId()) }));
  routes.post('/', async (c) => {
    const draft = await checkedBody(c, instrumentDraftSchema);
    const instrumentId = randomUUID();
    const fleet = await fleetId();
    await nameOnce(draft, () => insertInstrument(pool, fleet, instrumentId, draft.instrument));
    return c.json({ instrumentId }, 201);
  });
  routes.put('/:instrumentId', async (c) => {
    const draft = await checkedBody(c, instrumentDraftSchema);
    const instrumentId = c.req.param('instrumentId');
    const fleet = await fleetId();
    const isKnown =
      isUuid(instrumentId) && (await nameOnce(draft, () => updateInstrument(pool, fleet, instrumentId, draft)));
    if (!isKnown) throw notFound(`Instrument ${instrumentId}`);
    return c.json({ instrumentId });
  });
  return routes;
};
