import { problemDetailsSchema, type Entry, unitDetailSchema } from '@vaktman/contract';
import { Burst, readTrace, type BurstLine } from '@vaktman/core';
import { createServer, type AddressInfo, type Server } from 'node:net';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { appOn, demoDatabase } from '../../test/testDatabase';
import { type Pool } from '../index';
import { instrumentStandIn } from './standIn';

let pool: Pool;
let drop: () => Promise<void>;
let visitId: string;
const servers: Server[] = [];

const listening = async (server: Server): Promise<number> => {
  servers.push(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', () => resolve()));
  return (server.address() as AddressInfo).port;
};

beforeAll(async () => {
  ({ pool, drop } = await demoDatabase());
  const app = appOn(pool);
  const { unit } = unitDetailSchema.parse(await (await app.request('/api/units/S-01')).json());
  visitId = v7();
  const entry: Entry = {
    kind: 'visit',
    opening: {
      unit,
      method: { profile: 'pile' },
      visit: { id: visitId, at: '2026-11-24T09:00:00+01:00', technician: 'I. Dahl', reason: 'pm', ambientC: -4 },
    },
  };
  const answer = await app.request('/api/batches', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ entries: [entry] }),
  });
  expect(answer.status).toBe(200);
});
afterAll(async () => {
  servers.forEach((server) => server.close());
  await drop();
});

const ask = (port: number | undefined, step: string, point: string) =>
  appOn(pool, port === undefined ? {} : { feedPort: port }).request(
    `/api/visits/${visitId}/feed?step=${step}&point=${point}`,
  );

/** Reads server-sent events until so many came, or the answer ended. */
const eventsOf = async (answer: Response, count: number): Promise<{ event: string; data: string }[]> => {
  const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  const events = () =>
    [...text.matchAll(/event: (\w+)\ndata: (.*)\n\n/g)].map(([, event, data]) => ({ event: event!, data: data! }));
  while (events().length < count) {
    const { done, value } = await reader.read();
    if (done) break;
    text += value;
  }
  await reader.cancel();
  return events().slice(0, count);
};

describe('the instrument feed of a step', () => {
  it('sends what meter and clamp show while the load is on', async () => {
    const port = await listening(instrumentStandIn());
    const events = await eventsOf(await ask(port, 'battery.load', 'A'), 8);
    const readings = events.map(({ event, data }) => ({ event, ...(JSON.parse(data) as object) }));
    expect(readings[0]).toMatchObject({ event: 'reading', instrument: 'meter', quantity: 'dc-volts' });
    expect(readings[1]).toMatchObject({ event: 'reading', instrument: 'clamp', quantity: 'dc-amps' });
    expect(readings).toHaveLength(8);
  });
  it('tells of a line it cannot read, passes it over, and says when the instrument goes away', async () => {
    const port = await listening(
      createServer((socket) => {
        socket.once('data', () => {
          socket.end('READ meter dc-volts soon V\nNOTE battery of the clamp is low\nREAD clamp dc-amps 612.5 A\n');
        });
      }),
    );
    expect(await eventsOf(await ask(port, 'battery.load', 'A'), 9)).toEqual([
      { event: 'note', data: 'value: expected a number, received soon' },
      { event: 'note', data: 'battery of the clamp is low' },
      { event: 'reading', data: '{"kind":"read","instrument":"clamp","quantity":"dc-amps","value":612.5}' },
      { event: 'lost', data: 'The instrument went away.' },
    ]);
  });
  it('sends a crank caught whole as a burst, from its beginning to its end', async () => {
    const port = await listening(instrumentStandIn());
    const events = await eventsOf(await ask(port, 'start.trace', 'bank'), 1702);
    const lines = events.filter(({ event }) => event === 'burst').map(({ data }) => JSON.parse(data) as BurstLine);
    const burst = new Burst();
    let file = '';
    for (const line of lines) {
      const answer = burst.add(line);
      if (answer !== null && 'file' in answer) file = answer.file;
      if (answer !== null) break;
    }
    const { figures } = readTrace([new TextEncoder().encode(file)], { systemVolts: 12, cylinders: 6 });
    expect(figures.crankRpm).toBeGreaterThan(100);
  });
  it('refuses a step or point the unit has not, and says when there is no instrument', async () => {
    const refused = await ask(1, 'battery.load', 'Q');
    expect(refused.status).toBe(422);
    expect(problemDetailsSchema.parse(await refused.json()).problems).toEqual([
      { path: 'point', message: 'expected a step and a point of this unit, received battery.load Q' },
    ]);
    expect((await ask(1, 'battery.dance', 'A')).status).toBe(422);
    expect((await ask(undefined, 'battery.load', 'A')).status).toBe(503);
    expect(await eventsOf(await ask(1, 'battery.load', 'A'), 2)).toEqual([
      { event: 'lost', data: expect.stringContaining('cannot be reached') as string },
    ]);
  });
});
