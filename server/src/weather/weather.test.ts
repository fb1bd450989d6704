import { placeForecastSchema, weatherSchema } from '@vaktman/contract';
import type { AddressInfo } from 'node:net';
import { createServer, type Server } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { appOn, demoDatabase } from '../../test/testDatabase';
import { type Pool } from '../index';
import { weatherStandIn } from './standIn';

let pool: Pool;
let drop: () => Promise<void>;
const servers: Server[] = [];
const listening = async (server: Server): Promise<string> => {
  servers.push(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
};
beforeAll(async () => {
  ({ pool, drop } = await demoDatabase());
}, 60_000);
afterAll(async () => {
  for (const server of servers) server.close();
  await drop();
});

const ask = async (app: ReturnType<typeof appOn>) =>
  weatherSchema.parse(await (await app.request('/api/weather')).json());
const type = (app: ReturnType<typeof appOn>, body: unknown) =>
  app.request('/api/weather', {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const today = new Date().toISOString().slice(0, 10);

describe('the coming nights', () => {
  it('are asked of the service for every yard, as documented', async () => {
    const url = await listening(weatherStandIn());
    const answer = placeForecastSchema.parse(await (await fetch(`${url}/nights?place=summit`)).json());
    expect(answer.nights).toHaveLength(7);
    expect((await fetch(`${url}/other`)).status).toBe(404);
    const { yards, problem } = await ask(appOn(pool, { ...(url === undefined ? {} : { weatherUrl: url }) }));
    expect(problem).toBeNull();
    expect(yards.map(({ yardId, nights }) => [yardId, nights.length])).toEqual([
      ['summit', 7],
      ['lower', 7],
    ]);
    expect(yards[0]!.nights.map(({ lowestC }) => lowestC)).toEqual(answer.nights.map(({ lowestC }) => lowestC));
  });
  it('typed in stand above the service, and are given back', async () => {
    const app = appOn(pool, { weatherUrl: await listening(weatherStandIn()) });
    expect((await type(app, { yardId: 'lower', date: today, lowestC: -33 })).status).toBe(200);
    const typed = (await ask(app)).yards.find(({ yardId }) => yardId === 'lower')!.nights[0];
    expect(typed).toEqual({ date: today, lowestC: -33, from: 'typed' });
    await type(app, { yardId: 'lower', date: today, lowestC: null });
    expect((await ask(app)).yards.find(({ yardId }) => yardId === 'lower')!.nights[0]?.from).toBe('service');
  });
  it.each([
    [{ yardId: 'lower', date: today, lowestC: -90 }, 'lowestC'],
    [{ yardId: 'lower', date: 'tonight', lowestC: -9 }, 'date'],
    [{ yardId: 'nowhere', date: today, lowestC: -9 }, 'yardId'],
  ])('refuse %j', async (body, path) => {
    const answer = await type(appOn(pool), body);
    expect(answer.status).toBe(422);
    expect(((await answer.json()) as { problems: { path: string }[] }).problems[0]?.path).toBe(path);
  });
  it('say why they are missing when the service fails, is not there, or answers nonsense', async () => {
    const nonsense = createServer((_request, response) => response.end('{"nights": "cold"}'));
    for (const url of [undefined, 'http://127.0.0.1:9', await listening(nonsense)]) {
      const app = appOn(pool, { ...(url === undefined ? {} : { weatherUrl: url }) });
      await type(app, { yardId: 'summit', date: today, lowestC: -12 });
      const { yards, problem } = await ask(app);
      expect(problem).toMatch(/gives nothing: .*Type the nights in/s);
      expect(yards[0]!.nights).toEqual([{ date: today, lowestC: -12, from: 'typed' }]);
    }
  });
});
