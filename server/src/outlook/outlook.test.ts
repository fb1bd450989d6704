import { registerSchema, watchSchema, type UnitDetail, type UnitHistory } from '@vaktman/contract';
import type { Unit } from '@vaktman/core';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { minute, TestVisit } from '../../test/entries';
import { demoApp, THE_MORNING } from '../../test/testDatabase';
import { workOffOutlooks, type Pool } from '../index';

let drop: () => Promise<void>;
let app: Awaited<ReturnType<typeof demoApp>>['app'];
let pool: Pool;
beforeAll(async () => {
  ({ app, pool, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const history = async (unitId: string) =>
  (await (await app.request(`/api/units/${unitId}/history`)).json()) as UnitHistory;
const watch = async () => watchSchema.parse(await (await app.request('/api/watch')).json()).units;
const rowOf = async (unitId: string) => (await watch()).find((row) => row.unitId === unitId)!;
const send = (method: string, path: string, body: unknown) =>
  app.request(path, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

describe('what a milliohm meter showed first', () => {
  const read = async (unitId: string, position: string, ...milliohms: readonly number[]) => {
    const { unit } = (await (await app.request(`/api/units/${unitId}`)).json()) as { unit: Unit };
    const visit = new TestVisit(app, unit);
    const at = (index: number): string => minute(nth + index);
    nth += 10;
    const entries = milliohms.map((own, index) =>
      visit.reading({ step: 'battery.milliohm', point: position, milliohms: own, at: at(index + 1) }),
    );
    await visit.send([visit.opening(at(0)), ...entries]);
    return visit;
  };
  let nth = 0;
  it('is of the battery that sits there, wherever it sat when it was read', async () => {
    const first = await read('G-03', 'A', 4.4, 4.6);
    await read('G-03', 'A', 5.2);
    await read('G-05', 'B', 3.9);
    expect((await history('G-03')).firstMilliohms).toEqual([{ position: 'A', visitId: first.id, milliohms: 4.4 }]);
    const ofUnit = async (unitId: string, position: string) =>
      ((await (await app.request(`/api/units/${unitId}`)).json()) as UnitDetail).placements.find(
        (own) => own.to === null && own.position === position,
      )!.batteryId;
    const swap = { kind: 'swap', withBatteryId: await ofUnit('G-05', 'B'), because: 'evened out' };
    expect((await send('POST', `/api/batteries/${await ofUnit('G-03', 'A')}/moves`, swap)).status).toBe(200);
    expect((await history('G-03')).firstMilliohms).toMatchObject([{ position: 'A', milliohms: 3.9 }]);
    expect((await history('G-05')).firstMilliohms).toMatchObject([{ position: 'B', milliohms: 4.4 }]);
  });
});

describe('the outlook of a unit', () => {
  it('says how cold it still starts, what would help, and how it stands once that is done', async () => {
    const { outlook, actions } = await history('P-07');
    if (outlook?.cold.kind !== 'said') throw new Error('P-07 should carry a cold start');
    const { coldest, after, gains, curve } = outlook.cold;
    expect(coldest.p10).toBeLessThan(coldest.p50);
    expect(coldest.p50).toBeLessThan(coldest.p90);
    expect(after!.coldest.p50).toBeLessThan(coldest.p50);
    expect(gains[0]?.subject).toBe('B');
    expect(curve).toHaveLength(11);
    expect(outlook.batteries.find(({ position }) => position === 'B')?.forecast.kind).toBe('under');
    expect(actions).toMatchObject([
      {
        finding: 'battery.weak@B',
        action: 'Replace battery B',
        part: { name: 'Battery, 12 V 920 A SAE, flooded', count: 1 },
      },
    ]);
  });
  it('goes by the limits of the shop for machines of its class, and anew when they change', async () => {
    const coldest = async (): Promise<number> => {
      const { outlook } = await history('P-12');
      if (outlook?.cold.kind !== 'said') throw new Error('P-12 should carry a cold start');
      return outlook.cold.coldest.p50;
    };
    const before = await coldest();
    const classes = [{ name: '', intervals: {}, limits: { crankStarterVolts: 10.4 } }];
    expect((await send('PUT', '/api/fleet/classes', { classes })).status).toBe(200);
    await workOffOutlooks(pool, () => THE_MORNING);
    expect(await coldest()).toBeGreaterThan(before + 2);
    await send('PUT', '/api/fleet/classes', { classes: [] });
    await workOffOutlooks(pool, () => THE_MORNING);
    expect(await coldest()).toBe(before);
  });
  it('claims nothing where the readings do not carry it', async () => {
    const { outlook } = await history('P-03');
    expect(outlook?.cold).toEqual({ kind: 'unsaid', lacks: ['a load test of battery C'] });
    expect((await rowOf('P-03')).cold).toBeNull();
  });
  it('tells how a cable side grows worse, in milliohms a year', async () => {
    const { outlook } = await history('G-03');
    const trendOf = (side: string) => outlook!.sides.find((entry) => entry.side === side)!.trend!;
    expect(trendOf('negative').lowSlope).toBeGreaterThan(0.2);
    expect(Math.abs(trendOf('positive').slope)).toBeLessThan(0.1);
  });
  it('compares with known-good units of its kind', async () => {
    const { baselines } = await history('P-12');
    expect(baselines['starter.positive']?.visits).toBeGreaterThanOrEqual(5);
    expect((await history('R-02')).baselines).toEqual({});
  });
  it('stands in the watch with the battery that fails first, and when the unit is due', async () => {
    expect(await rowOf('P-07')).toMatchObject({
      underAt: 'B',
      underOn: '2026-11-25',
      dueOn: '2026-11-21',
      dueBy: 'date',
    });
    expect((await rowOf('P-12')).dueOn! < '2026-11-25').toBe(true);
  });
  it('is made anew when a battery is fitted in a visit', async () => {
    const before = await rowOf('L-11');
    const visitId = randomUUID();
    const { unit } = (await (await app.request('/api/units/L-11')).json()) as { unit: object };
    const at = '2026-11-24T09:00:00+01:00';
    const answer = await send('POST', '/api/batches', {
      entries: [
        {
          kind: 'visit',
          opening: {
            unit,
            method: { profile: 'pile' },
            visit: { id: visitId, at, technician: 'I. Dahl', reason: 'pm' },
          },
        },
        {
          kind: 'event',
          visitId,
          event: {
            kind: 'repaired',
            eventId: randomUUID(),
            at,
            by: 'I. Dahl',
            repair: { id: 'r1', at, point: 'A', action: 'Replace battery A', kind: 'replace' },
            fitted: [
              {
                position: 'A',
                batteryId: randomUUID(),
                battery: {
                  chemistry: 'flooded',
                  duty: 'truck',
                  serial: 'BR-1',
                  rating: { value: 760, standard: 'SAE' },
                },
              },
            ],
          },
        },
      ],
    });
    expect(answer.status).toBe(200);
    expect(before.cold).not.toBeNull();
    await workOffOutlooks(pool, () => THE_MORNING);
    // The battery that was read has left: of the new one nothing is known yet.
    expect((await rowOf('L-11')).cold).toBeNull();
    expect((await history('L-11')).outlook?.cold).toMatchObject({
      kind: 'unsaid',
      lacks: ['a load test of battery A'],
    });
  });
});

describe('a unit that leaves the fleet', () => {
  it('is no longer in the watch, keeps its history, and can come back', async () => {
    expect((await send('PUT', '/api/units/S-01/retirement', { retired: true })).status).toBe(422);
    expect((await send('PUT', '/api/units/S-01/retirement', { retired: true, because: 'sold' })).status).toBe(200);
    expect((await watch()).map(({ unitId }) => unitId)).not.toContain('S-01');
    const register = registerSchema.parse(await (await app.request('/api/units')).json());
    expect(register.units.find(({ unitId }) => unitId === 'S-01')?.retiredBecause).toBe('sold');
    expect((await history('S-01')).figures.length).toBeGreaterThan(3);
    expect((await send('PUT', '/api/units/S-01/retirement', { retired: false })).status).toBe(200);
    await workOffOutlooks(pool, () => THE_MORNING);
    expect((await rowOf('S-01')).cold).not.toBeNull();
    expect((await send('PUT', '/api/units/X-99/retirement', { retired: false })).status).toBe(404);
  });
});

describe('labels', () => {
  it('are a PDF on the paper asked for', async () => {
    const answer = await app.request('/api/units/P-07/labels.pdf?paper=letter');
    expect(answer.headers.get('content-type')).toBe('application/pdf');
    const text = Buffer.from(await answer.arrayBuffer()).toString('latin1');
    expect(text.startsWith('%PDF-')).toBe(true);
    expect(text).toMatch(/MediaBox \[0 0 612/);
    expect((await app.request('/api/units/P-07/labels.pdf?paper=A9')).status).toBe(422);
    expect((await app.request('/api/units/X-99/labels.pdf')).status).toBe(404);
  });
});
