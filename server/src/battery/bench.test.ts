import { batteryDetailSchema, batteryListSchema, fleetSchema } from '@vaktman/contract';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoApp } from '../../test/testDatabase';

let drop: () => Promise<void>;
let app: Awaited<ReturnType<typeof demoApp>>['app'];
let spare: string;
let fitted: string;
beforeAll(async () => {
  ({ app, drop } = await demoApp());
  const { batteries } = batteryListSchema.parse(await (await app.request('/api/batteries?limit=500')).json());
  spare = batteries.find(({ state }) => state === 'store')!.batteryId;
  fitted = batteries.find(({ unitId, position }) => unitId === 'P-09' && position === 'A')!.batteryId;
}, 60_000);
afterAll(async () => drop());

const send = (path: string, method: string, body: object) =>
  app.request(path, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
const detail = async (id: string) =>
  batteryDetailSchema.parse(await (await app.request(`/api/batteries/${id}`)).json());
const read = (id: string, reading: object) =>
  send(`/api/batteries/${id}/readings`, 'POST', {
    takenBy: 'R. Hask',
    reading: { id: randomUUID(), point: 'A', at: '2026-11-25T08:10:00Z', ...reading },
  });
const rest = (volts: number, more: object = {}) => ({
  step: 'battery.openCircuit',
  volts,
  surfaceChargeStripped: true,
  ...more,
});

describe('a battery on the bench', () => {
  it('keeps what was read of it outside any visit, once however often it is sent', async () => {
    const reading = rest(12.81, { id: randomUUID() });
    expect((await read(spare, reading)).status).toBe(201);
    expect((await read(spare, reading)).status).toBe(201);
    const { bench, figures } = await detail(spare);
    expect(bench).toHaveLength(1);
    expect(bench[0]).toMatchObject({ takenBy: 'R. Hask', reading: { volts: 12.81 } });
    expect(figures.at(-1)).toMatchObject({ visitId: null, restingVolts: 12.81, capabilityPercent: null });
  });
  it('carries it on in its trend beside what was read in visits, in the order of time', async () => {
    const before = (await detail(fitted)).figures.length;
    await read(fitted, rest(12.9, { at: '2026-11-25T09:00:00Z' }));
    await read(fitted, {
      step: 'battery.load',
      amps: 440,
      seconds: 15,
      lowestVolts: 10.6,
      batteryC: 15,
      at: '2026-11-25T09:10:00Z',
    });
    const { figures } = await detail(fitted);
    expect(figures).toHaveLength(before + 1);
    expect(figures.at(-1)?.capabilityPercent).toBeGreaterThan(80);
    const times = figures.map(({ at }) => Date.parse(at));
    expect(times).toEqual([...times].sort((a, b) => a - b));
  });
  it.each([
    ['a test it cannot take', { step: 'charge.recharge', amps: 10, minutes: 10, loads: 'off', point: 'bank' }],
    ['another position', rest(12.8, { point: 'B' })],
    ['volts that cannot be', rest(127)],
  ])('refuses %s, and keeps nothing', async (_what, reading) => {
    const before = (await detail(spare)).bench.length;
    expect((await read(spare, reading)).status).toBe(422);
    expect((await detail(spare)).bench).toHaveLength(before);
  });
});

describe('when a battery was made', () => {
  it('is kept with it, and is a month', async () => {
    const { battery } = await detail(spare);
    expect((await send(`/api/batteries/${spare}`, 'PUT', { battery, made: '2025-11' })).status).toBe(200);
    expect((await detail(spare)).made).toBe('2025-11');
    expect((await send(`/api/batteries/${spare}`, 'PUT', { battery, made: '2025-13' })).status).toBe(422);
    expect((await detail(spare)).made).toBe('2025-11');
    expect((await send(`/api/batteries/${spare}`, 'PUT', { battery })).status).toBe(200);
    expect((await detail(spare)).made).toBe('2025-11');
  });
  it('is read by codes the shop adds', async () => {
    const codes = async () => fleetSchema.parse(await (await app.request('/api/fleet')).json()).dateCodes;
    const dateCodes = [...(await codes()), { name: 'Osterud', pattern: 'mmyy' }];
    expect((await send('/api/fleet/date-codes', 'PUT', { dateCodes })).status).toBe(200);
    expect((await codes()).at(-1)).toEqual({ name: 'Osterud', pattern: 'MMYY' });
    const wrong = { dateCodes: [{ name: 'Kjelvar', pattern: 'QQ' }] };
    expect((await send('/api/fleet/date-codes', 'PUT', wrong)).status).toBe(422);
    expect(await codes()).toHaveLength(dateCodes.length);
  });
  it('has a yard to hold its life against while it is in a unit', async () => {
    expect((await detail(fitted)).yard).toBe('Summit Station');
    expect((await detail(spare)).yard).toBeNull();
  });
});
