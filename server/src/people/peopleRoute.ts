import { personDraftSchema } from '@vaktman/contract';
import type { Context } from 'hono';
import { randomUUID } from 'node:crypto';
import type { Pool } from '../database/pool';
import { insertPerson, updatePerson } from '../fleet/fleetStore';
import { checkedBody } from '../http/body';
import { notFound } from '../http/problem';

/** Adds somebody who works in the fleet. */
export const addPerson = async (c: Context, pool: Pool, fleetId: string): Promise<Response> => {
  const draft = await checkedBody(c, personDraftSchema);
  const personId = randomUUID();
  await insertPerson(pool, fleetId, personId, draft);
  return c.json({ personId }, 201);
};

/** Changes somebody's name or role. Readings keep the name they were taken under. */
export const changePerson = async (c: Context, pool: Pool, fleetId: string, personId: string): Promise<Response> => {
  const draft = await checkedBody(c, personDraftSchema);
  if (!(await updatePerson(pool, fleetId, personId, draft))) throw notFound(`Person ${personId}`);
  return c.json({ personId });
};
