import { unitDetailSchema, visitListSchema } from '@vaktman/contract';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { minute, TestVisit } from '../../test/entries';
import { appOn, demoDatabase } from '../../test/testDatabase';
import { type Pool } from '../index';

let pool: Pool;
let drop: () => Promise<void>;
let app: ReturnType<typeof appOn>;

beforeAll(async () => {
  ({ pool, drop } = await demoDatabase());
  app = appOn(pool);
});
afterAll(() => drop());

const pageOf = async (unitId: string) =>
  unitDetailSchema.parse(await (await app.request(`/api/units/${unitId}`)).json());

it('tells the latest visits, and where the list of those before them goes on: none is left out, none comes twice', async () => {
  const before = await pageOf('S-01');
  expect(before.earlierVisits).toBeNull();
  // Many at the same minute, as a list taken in has them: the order among them must be one.
  const made = Array.from({ length: 75 }, () => new TestVisit(app, before.unit));
  const entries = made.map((visit, index) => visit.opening(minute(Math.floor(index / 30))));
  const sent = await app.request('/api/batches', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ entries }),
  });
  expect(sent.status).toBe(200);
  const { visits, earlierVisits } = await pageOf('S-01');
  expect(earlierVisits).not.toBeNull();
  const asked = await app.request(`/api/visits?unitId=S-01&after=${encodeURIComponent(earlierVisits ?? '')}`);
  const { visits: earlier, next } = visitListSchema.parse(await asked.json());
  expect(next).toBeNull();
  const all = [...visits, ...earlier].map(({ visitId }) => visitId);
  expect(new Set(all).size).toBe(all.length);
  expect(new Set(all)).toEqual(new Set([...made.map(({ id }) => id), ...before.visits.map(({ visitId }) => visitId)]));
  const began = [...visits, ...earlier].map(({ startedAt }) => Date.parse(startedAt));
  expect(began).toEqual(began.toSorted((a, b) => b - a));
});
