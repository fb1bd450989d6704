import { MIGRATIONS_FOLDER } from './database/migrate';
import {
  batchReceiptSchema,
  problemDetailsSchema,
  unitDetailSchema,
  visitDetailSchema,
  watchSchema,
  type Entry,
} from '@vaktman/contract';
import type { Reading, Unit } from '@vaktman/core';
import { readdir } from 'node:fs/promises';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { appOn, demoDatabase, freshDatabase } from '../test/testDatabase';
import { migrate, type Pool } from './index';

let pool: Pool;
let drop: () => Promise<void>;
let app: ReturnType<typeof appOn>;

beforeAll(async () => {
  ({ pool, drop } = await demoDatabase());
  app = appOn(pool);
});
afterAll(() => drop());

const send = (method: string, path: string, body: unknown) =>
  app.request(path, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
const batch = (entries: readonly unknown[]) => send('POST', '/api/batches', { entries });
const problemsOf = async (answer: Response) => {
  expect(answer.headers.get('content-type')).toContain('application/problem+json');
  return problemDetailsSchema.parse(await answer.json());
};
const unitOf = async (unitId: string) =>
  unitDetailSchema.parse(await (await app.request(`/api/units/${unitId}`)).json());
const count = async (table: string) =>
  Number((await pool.query<{ n: string }>(`SELECT count(*) AS n FROM ${table}`)).rows[0]!.n);

const opening = (unit: Unit, id = v7()): Entry => ({
  kind: 'visit',
  opening: {
    unit,
    method: { profile: 'pile' },
    visit: { id, at: '2026-11-24T09:00:00+01:00', technician: 'I. Dahl', reason: 'pm', ambientC: -4 },
  },
});
const restEntry = (visitId: string, volts: number, point = 'A', id = v7()): Entry => ({
  kind: 'reading',
  visitId,
  takenBy: 'I. Dahl',
  reading: {
    id,
    step: 'battery.openCircuit',
    point,
    at: '2026-11-24T09:05:00+01:00',
    volts,
    surfaceChargeStripped: true,
  } satisfies Reading,
});
const openVisit = async (unitId = 'P-09'): Promise<string> => {
  const { unit } = await unitOf(unitId);
  const visitId = v7();
  expect((await batch([opening(unit, visitId)])).status).toBe(200);
  return visitId;
};

describe('a batch', () => {
  it('is stored once, however often and from wherever it is sent', async () => {
    const { unit } = await unitOf('P-09');
    const visitId = v7();
    const entries = [
      opening(unit, visitId),
      restEntry(visitId, 12.7),
      restEntry(visitId, 12.68, 'B'),
      {
        kind: 'event',
        visitId,
        event: { kind: 'closed', eventId: v7(), at: '2026-11-24T10:00:00+01:00', by: 'I. Dahl', remark: '' },
      },
    ];
    const answers = await Promise.all([batch(entries), batch(entries), batch(entries)]);
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200]);
    const receipts = await Promise.all(answers.map(async (answer) => batchReceiptSchema.parse(await answer.json())));
    expect(receipts.reduce((sum, { added }) => sum + added, 0)).toBe(4);
    const visit = visitDetailSchema.parse(await (await app.request(`/api/visits/${visitId}`)).json());
    expect(visit.file.readings.map((reading) => ('volts' in reading ? reading.volts : null))).toEqual([12.7, 12.68]);
    expect(visit.events).toHaveLength(1);
  });

  it('with one bad reading is refused whole, with the reading and the field named', async () => {
    const visitId = await openVisit();
    const before = await count('reading');
    const bad = restEntry(visitId, 127) as unknown;
    const answer = await batch([restEntry(visitId, 12.7), bad, restEntry(visitId, 12.6, 'B')]);
    expect(answer.status).toBe(422);
    expect((await problemsOf(answer)).problems).toEqual([
      { path: 'entries[1].reading.volts', message: 'expected a number from -40 to 40 V, received 127' },
    ]);
    expect(await count('reading')).toBe(before);
  });

  it.each([
    ['a point the unit has not', (id: string) => restEntry(id, 12.7, 'F'), 'entries[0].reading.point'],
    ['an id that is no UUID', (id: string) => restEntry(id, 12.7, 'A', 'r1'), 'entries[0].reading.id'],
    ['a visit never sent', () => restEntry(v7(), 12.7), 'entries[0].visitId'],
    ['a verdict of its own', (id: string) => ({ ...restEntry(id, 12.7), verdict: 'pass' }), 'entries[0].verdict'],
  ])('with %s is refused', async (_name, entry, path) => {
    const visitId = await openVisit();
    const answer = await batch([entry(visitId)]);
    expect(answer.status).toBe(422);
    expect((await problemsOf(answer)).problems?.map((problem) => problem.path)).toEqual([path]);
  });

  it('refuses other content under a known id', async () => {
    const visitId = await openVisit();
    const id = v7();
    await batch([restEntry(visitId, 12.7, 'A', id)]);
    const answer = await batch([restEntry(visitId, 12.1, 'A', id)]);
    expect(answer.status).toBe(409);
    expect((await problemsOf(answer)).problems?.[0]?.path).toBe('entries[0].reading.id');
  });

  it('is judged by the server: the unit and the watch show it at once', async () => {
    const visitId = await openVisit('S-04');
    await batch([restEntry(visitId, 10.2)]);
    const detail = await unitOf('S-04');
    expect(detail.visits[0]).toMatchObject({
      visitId,
      disposition: 'unfinished',
      headline: 'Dead cell or run flat: battery A',
      batteries: { A: { restingVolts: 10.2, verdict: 'fail' } },
    });
    const watch = watchSchema.parse(await (await app.request('/api/watch')).json());
    expect(watch.units.find(({ unitId }) => unitId === 'S-04')).toMatchObject({
      openVisitId: visitId,
      disposition: 'unfinished',
    });
  });
});

describe('facts', () => {
  it('are never changed or removed, not even in the database', async () => {
    const visitId = await openVisit();
    await batch([restEntry(visitId, 12.7)]);
    await expect(pool.query("UPDATE reading SET body = '{}' WHERE visit_id = $1", [visitId])).rejects.toThrow(
      'only ever added',
    );
    await expect(pool.query('DELETE FROM reading WHERE visit_id = $1', [visitId])).rejects.toThrow('only ever added');
  });
  it('keep the unit as it was at the visit', async () => {
    const visitId = await openVisit('G-05');
    const { unit, yardId, revision } = await unitOf('G-05');
    expect(
      (await send('PUT', '/api/units/G-05', { yardId, revision, unit: { ...unit, description: 'Grader, rebuilt' } }))
        .status,
    ).toBe(200);
    const visit = visitDetailSchema.parse(await (await app.request(`/api/visits/${visitId}`)).json());
    expect(visit.file.unit.description).toBe('Grader');
    expect((await unitOf('G-05')).unit.description).toBe('Grader, rebuilt');
  });
});

describe('a unit', () => {
  const draft = (id: string) => ({
    yardId: 'lower',
    unit: {
      id,
      description: 'Spare loader',
      systemVolts: 12,
      bank: {
        arrangement: '1S1P',
        batteries: [{ position: 'A', string: 1, chemistry: 'flooded', duty: 'truck', serial: `OS-${id}` }],
      },
    },
  });
  it('is added once', async () => {
    expect((await send('POST', '/api/units', draft('L-90'))).status).toBe(201);
    const again = await send('POST', '/api/units', {
      ...draft('L-90'),
      unit: { ...draft('L-90').unit, description: 'Another' },
    });
    expect(again.status).toBe(409);
    expect((await problemsOf(again)).problems).toEqual([
      { path: 'unit.id', message: expect.stringContaining('L-90 is taken') as string },
    ]);
  });
  it('names every field that is wrong', async () => {
    const answer = await send('POST', '/api/units', {
      ...draft('L-91'),
      yardId: '',
      unit: { ...draft('L-91').unit, systemVolts: 36 },
    });
    expect(answer.status).toBe(422);
    expect((await problemsOf(answer)).problems?.map(({ path }) => path)).toEqual(['yardId', 'unit.systemVolts']);
    expect((await send('POST', '/api/units', { ...draft('L-92'), yardId: 'moon' })).status).toBe(422);
  });
  it('keeps a replaced battery in its history and refuses a change made from an old revision', async () => {
    await send('POST', '/api/units', draft('L-93'));
    const { unit, revision } = await unitOf('L-93');
    const changed = { ...unit, bank: { ...unit.bank, batteries: [{ ...unit.bank.batteries[0]!, serial: 'OS-NEW' }] } };
    expect((await send('PUT', '/api/units/L-93', { yardId: 'lower', revision, unit: changed })).status).toBe(200);
    expect((await send('PUT', '/api/units/L-93', { yardId: 'lower', revision, unit })).status).toBe(409);
    const { placements } = await unitOf('L-93');
    expect(placements.map(({ battery, to }) => [battery.serial, to === null])).toEqual([
      ['OS-NEW', true],
      ['OS-L-93', false],
    ]);
  });
  it('holds a battery in one place at a time and a position filled once', async () => {
    const [row] = (
      await pool.query<{ battery_id: string; fleet_id: string }>(
        'SELECT battery_id, fleet_id FROM battery_placement WHERE upper_inf(during) LIMIT 1',
      )
    ).rows;
    await expect(
      pool.query(
        "INSERT INTO battery_placement (fleet_id, placement_id, battery_id, unit_id, position, during) VALUES ($1, gen_random_uuid(), $2, 'L-02', 'F', tstzrange(now(), null))",
        [row!.fleet_id, row!.battery_id],
      ),
    ).rejects.toThrow('battery_in_one_place');
  });
});

describe('the server', () => {
  it('says it is well', async () => expect((await app.request('/healthz')).status).toBe(200));
  it('answers what is not known with problem details', async () => {
    for (const path of ['/api/units/X-99', '/api/visits/none', `/api/visits/${v7()}`, '/api/nothing']) {
      const answer = await app.request(path);
      expect(answer.status).toBe(404);
      expect((await problemsOf(answer)).status).toBe(404);
    }
  });
  it('refuses what is not JSON and what is too large', async () => {
    const post = (body: string) =>
      app.request('/api/batches', {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'content-length': String(body.length) },
        body,
      });
    expect((await problemsOf(await post('{"entries": ['))).problems).toEqual([
      { path: '$', message: 'not JSON, expected one object' },
    ]);
    expect((await post(`"${'x'.repeat(3 * 1024 * 1024)}"`)).status).toBe(413);
  });
  it('sends security headers', async () => {
    const { headers } = await app.request('/api/fleet');
    expect(headers.get('content-security-policy')).toContain("default-src 'self'");
    expect(headers.get('x-content-type-options')).toBe('nosniff');
  });
  it('migrates once, also when several start together', async () => {
    const fresh = await freshDatabase();
    await fresh.pool.query('DROP SCHEMA public CASCADE; CREATE SCHEMA public');
    const applied = await Promise.all([migrate(fresh.pool), migrate(fresh.pool), migrate(fresh.pool)]);
    expect(applied.flat()).toEqual((await readdir(MIGRATIONS_FOLDER)).sort());
    await fresh.pool.query("UPDATE migration SET checksum = 'other'");
    await expect(migrate(fresh.pool)).rejects.toThrow('was edited after it was applied');
    await fresh.pool.query("INSERT INTO migration (name, checksum) VALUES ('9999_of_tomorrow.sql', 'x')");
    await expect(migrate(fresh.pool)).rejects.toThrow('was made by a newer Vaktman: it has 9999_of_tomorrow.sql');
    await fresh.drop();
  });
});
