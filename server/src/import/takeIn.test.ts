import type { ImportRun, UnitDetail } from '@vaktman/contract';
import { importAnswer, type ImportKnown, type ImportMap } from '@vaktman/core';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { TestVisit } from '../../test/entries';
import { demoApp } from '../../test/testDatabase';

let app: Awaited<ReturnType<typeof demoApp>>['app'];
let pool: Awaited<ReturnType<typeof demoApp>>['pool'];
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ app, pool, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const send = async (path: string, body: unknown) => {
  const answer = await app.request(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  return { status: answer.status, body: await answer.json() };
};
const get = async <T>(path: string): Promise<T> => (await (await app.request(path)).json()) as T;
const unitOf = async (unitId: string): Promise<UnitDetail> => get(`/api/units/${unitId}`);
const known = async (): Promise<ImportKnown> => get('/api/imports/known');
const read = async (kind: 'units' | 'batteries' | 'results', text: string, map: ImportMap | null = null) =>
  importAnswer(kind, new TextEncoder().encode(text), map, await known());
const list = (kind: string, lines: unknown, more: object = {}) => ({
  importId: v7(),
  fileName: 'list.csv',
  kind,
  [kind]: lines,
  ...more,
});

const draft = (id: string, serial?: string, yardId = 'lower') => ({
  yardId,
  unit: {
    id,
    description: 'Listed',
    systemVolts: 12,
    bank: {
      arrangement: '1S1P',
      batteries: [
        { position: 'A', string: 1, chemistry: 'agm', duty: 'truck', ...(serial === undefined ? {} : { serial }) },
      ],
    },
  },
});

describe('a list of units', () => {
  it('is added whole, and once, however often it is sent', async () => {
    const own = list('units', [draft('N-1', 'N-S1'), draft('N-2', 'N-S2')]);
    expect(await send('/api/imports', own)).toEqual({ status: 201, body: { importId: own.importId, added: 2 } });
    expect((await send('/api/imports', own)).status).toBe(201);
    expect((await unitOf('N-2')).unit.bank.batteries).toMatchObject([{ serial: 'N-S2' }]);
    const { imports } = await get<{ imports: ImportRun[] }>('/api/imports');
    expect(imports).toMatchObject([{ kind: 'units', fileName: 'list.csv', rowCount: 2, undoneAt: null }]);
  });
  it.each([
    ['a number that is taken', [draft('N-3'), draft('P-07')], 409, 'units[1].unit.id'],
    ['a number twice', [draft('N-3'), draft('N-3')], 409, 'units[1].unit.id'],
    ['a yard that is not there', [draft('N-3'), draft('N-4', undefined, 'moon')], 422, 'units[1].yardId'],
    ['a serial twice', [draft('N-3', 'N-T'), draft('N-4', 'N-T')], 409, 'units[1].unit.bank.batteries[0].serial'],
    ['nothing in it', [], 422, 'units'],
  ])('of which one has %s is not added at all, and the one is named', async (_name, units, status, path) => {
    const { imports: before } = await get<{ imports: ImportRun[] }>('/api/imports');
    const answer = await send('/api/imports', list('units', units));
    expect([answer.status, answer.body.problems[0].path]).toEqual([status, path]);
    expect((await app.request('/api/units/N-3')).status).toBe(404);
    expect((await get<{ imports: ImportRun[] }>('/api/imports')).imports).toEqual(before);
  });
  it('puts batteries where they are from the day they were fitted', async () => {
    const dated = draft('N-9', 'N-S9');
    dated.unit.bank.batteries[0] = { ...dated.unit.bank.batteries[0]!, ...{ fitted: '2025-10-02' } };
    await send('/api/imports', list('units', [dated]));
    expect((await unitOf('N-9')).placements.map(({ from }) => from)).toEqual(['2025-10-02T12:00:00.000Z']);
  });
});

describe('a register of batteries', () => {
  const REGISTER = [
    'Serial;Make;Type;CCA;Unit;Position;State;Warranty until',
    'R-100;Kjelvar;AGM;850;N-20;A;;2028-01-31',
    'R-101;Kjelvar;AGM;850;;;store;',
    'R-102;Brannfell;wet;920;;;scrapped;',
  ].join('\n');
  it('is read against what is on record, and told where it belongs', async () => {
    await send('/api/imports', list('units', [draft('N-20')]));
    const answer = await read('batteries', REGISTER);
    expect([answer.asked, answer.problems, answer.good]).toEqual([[], [], 3]);
    const { status } = await send('/api/imports', list('batteries', answer.batteries));
    expect(status).toBe(201);
    // The battery that sat there without a name is the one the register names.
    const { placements } = await unitOf('N-20');
    expect(placements).toHaveLength(1);
    expect(placements[0]?.battery).toMatchObject({ serial: 'R-100', make: 'Kjelvar', rating: { value: 850 } });
    const { batteries } = await get<{ batteries: { state: string; battery: { serial: string } }[] }>(
      '/api/batteries?q=R-10&sort=serial',
    );
    expect(batteries.map(({ battery, state }) => [battery.serial, state])).toEqual([
      ['R-100', 'fitted'],
      ['R-101', 'store'],
      ['R-102', 'scrapped'],
    ]);
    expect((await read('batteries', REGISTER)).problems.map(({ code }) => code)).toEqual([
      'duplicate',
      'duplicate',
      'duplicate',
    ]);
  });
  it.each([
    ['a place that somebody named sits at', { unit: 'P-07', position: 'A' }, 'position', /sits at A of P-07/],
    ['a position the unit has not', { unit: 'N-20', position: 'C' }, 'position', /N-20 has no position C/],
    ['a unit that is not there', { unit: 'X-404', position: 'A' }, 'unit', /received X-404/],
  ])('with %s is refused whole', async (_what, place, field, words) => {
    const battery = { chemistry: 'agm', duty: 'truck', serial: 'R-200' };
    const lines = [
      { row: 2, battery: { ...battery, serial: 'R-199' }, state: 'store' },
      { row: 3, battery, state: 'fitted', ...place },
    ];
    const answer = await send('/api/imports', list('batteries', lines));
    expect([answer.status, answer.body.problems[0].path]).toEqual([409, `batteries[1].${field}`]);
    expect(answer.body.problems[0].message).toMatch(words);
    expect((await get<{ batteries: unknown[] }>('/api/batteries?q=R-199')).batteries).toEqual([]);
  });
});

describe("somebody else's record of visits", () => {
  const RECORD = [
    'Unit,Date,Time,Technician,OCV A,Load volts A,Load amps A,Engine hours',
    'N-30,2024-02-10,08:10,B. Tester,12.61,10.2,460,4100',
    'N-30,2025-02-12,,B. Tester,12.40,9.9,460,4600',
  ].join('\n');
  it('becomes visits that are judged and closed, at the clock of the fleet', async () => {
    await send('/api/imports', list('units', [draft('N-30')]));
    const answer = await read('results', RECORD, {
      format: 'vaktman-import-map',
      version: 1,
      kind: 'results',
      constants: { 'battery.load.seconds': '15' },
    });
    expect(answer.problems).toEqual([]);
    const { status, body } = await send('/api/imports', list('results', answer.results));
    expect([status, body.problems]).toEqual([201, undefined]);
    const { visits } = await unitOf('N-30');
    expect(visits.map(({ startedAt, technician, closedAt }) => [startedAt, technician, closedAt !== null])).toEqual([
      ['2025-02-12T11:00:00.000Z', 'B. Tester', true],
      ['2024-02-10T07:10:00.000Z', 'B. Tester', true],
    ]);
    expect(visits.every(({ disposition }) => typeof disposition === 'string')).toBe(true);
  });
});

describe('taking a list back', () => {
  const undo = async (importId: string) => send(`/api/imports/${importId}/undo`, {});
  const taken = async (kind: string, lines: unknown): Promise<string> => {
    const own = list(kind, lines);
    const answer = await send('/api/imports', own);
    expect(answer.status, JSON.stringify(answer.body)).toBe(201);
    return own.importId;
  };
  /** Rows of everything a list can bring. */
  const counts = async (): Promise<unknown> =>
    (
      await pool.query(
        `SELECT (SELECT count(*) FROM unit)::int AS units, (SELECT count(*) FROM battery)::int AS batteries, (SELECT count(*) FROM battery_placement)::int AS stays,
                (SELECT count(*) FROM visit)::int AS visits, (SELECT count(*) FROM reading)::int AS readings, (SELECT count(*) FROM unit_standing)::int AS standings`,
      )
    ).rows[0];

  it('leaves what was there before each kind, and is done once', async () => {
    const before = await counts();
    const units = await taken('units', [draft('U-1', 'U-S1'), draft('U-2')]);
    const withUnits = await counts();
    const batteries = await taken('batteries', [
      {
        row: 2,
        battery: { chemistry: 'agm', duty: 'truck', serial: 'U-S2' },
        state: 'fitted',
        unit: 'U-2',
        position: 'A',
      },
      { row: 3, battery: { chemistry: 'agm', duty: 'truck', serial: 'U-S3' }, state: 'store' },
    ]);
    const withBatteries = await counts();
    const results = await taken('results', [
      {
        rows: [2],
        visit: { unit: 'U-1', date: '2025-02-12', reason: 'pm' },
        readings: [{ row: 2, step: 'battery.openCircuit', point: 'A', volts: 12.6 }],
      },
    ]);
    // A unit that was visited stays with the list it came with.
    expect((await undo(units)).body.problems[0].message).toBe('visited since: U-1');
    expect((await undo(results)).status).toBe(200);
    expect(await counts()).toEqual(withBatteries);
    expect((await undo(batteries)).status).toBe(200);
    expect(await counts()).toEqual(withUnits);
    expect((await unitOf('U-2')).placements[0]?.battery).not.toHaveProperty('serial');
    expect((await undo(units)).status).toBe(200);
    expect(await counts()).toEqual(before);
    expect((await undo(units)).status).toBe(409);
    expect((await undo(v7())).status).toBe(404);
    const { imports } = await get<{ imports: ImportRun[] }>('/api/imports');
    expect(imports.filter(({ undoneAt }) => undoneAt !== null)).toHaveLength(3);
  });
  it('taken back, is off the watch at once, also off a watch that was looked at meanwhile', async () => {
    const onWatch = async () =>
      (await get<{ units: { unitId: string }[] }>('/api/watch')).units.map(({ unitId }) => unitId);
    const own = list('units', [draft('W-1')]);
    await send('/api/imports', own);
    expect(await onWatch()).toContain('W-1');
    expect((await send(`/api/imports/${own.importId}/undo`, {})).status).toBe(200);
    expect(await onWatch()).not.toContain('W-1');
  });
  it('is taken back also while the outlook of one of its units is being made', async () => {
    const own = list('units', [draft('R-1', 'R-S1')]);
    await send('/api/imports', own);
    const making = await pool.connect();
    await making.query('BEGIN');
    await making.query(`SELECT 1 FROM outlook_due WHERE unit_id = 'R-1' FOR UPDATE`);
    await making.query(
      `INSERT INTO unit_outlook (fleet_id, unit_id, computed_at, actions, body)
       SELECT fleet_id, 'R-1', computed_at, actions, body FROM unit_outlook WHERE unit_id = 'P-07'`,
    );
    const takenBack = send(`/api/imports/${own.importId}/undo`, {});
    // It waits for what is being made, whichever of the two comes first.
    await vi.waitFor(async () => {
      const { rows } = await pool.query(`SELECT 1 FROM pg_stat_activity WHERE wait_event_type = 'Lock'`);
      expect(rows.length).toBeGreaterThan(0);
    });
    await making.query('COMMIT');
    making.release();
    expect((await takenBack).status).toBe(200);
    expect((await app.request('/api/units/R-1')).status).toBe(404);
  });
  it('is refused while a visit of ours, a move or a reading hangs on it', async () => {
    const units = await taken('units', [draft('U-5', 'U-S5')]);
    const { unit } = await unitOf('U-5');
    const visit = new TestVisit(app, unit);
    await visit.send([visit.opening()]);
    expect((await undo(units)).body).toMatchObject({ status: 409, problems: [{ message: 'visited since: U-5' }] });

    const stored = await taken('batteries', [
      { row: 2, battery: { chemistry: 'agm', duty: 'truck', serial: 'U-S6' }, state: 'store' },
    ]);
    const { batteries } = await get<{ batteries: { batteryId: string }[] }>('/api/batteries?q=U-S6');
    const batteryId = batteries[0]?.batteryId ?? '';
    await send('/api/imports', list('units', [{ ...draft('U-7'), unit: { ...draft('U-7').unit } }]));
    const read = await send(`/api/batteries/${batteryId}/readings`, {
      takenBy: 'R. Hask',
      reading: {
        id: v7(),
        step: 'battery.openCircuit',
        point: 'A',
        volts: 12.6,
        surfaceChargeStripped: true,
        at: new Date().toISOString(),
      },
    });
    expect(read.status).toBe(201);
    expect((await undo(stored)).body.problems[0].message).toBe('moved or read since: U-S6');
  });
});

describe('how a list was read', () => {
  it('is kept by its header, for the next list with the same one', async () => {
    const text = 'Einheit;Standort;Bordspannung;Schaltung;Batterietyp;Farbe\nM-1;Lower Yard;12;1S1P;Vlies;rot';
    const answer = await read('units', text);
    const map = {
      ...answer.map,
      columns: (answer.map.columns ?? []).map((column) =>
        column.header === 'Farbe' ? { ...column, field: 'unit.description' } : column,
      ),
    };
    const ask = async (own: unknown) => (await send('/api/imports/mapping', { kind: 'units', map: own })).body.map;
    expect(await ask(answer.map)).toBeNull();
    const bytes = new TextEncoder().encode(text);
    const reread = importAnswer('units', bytes, map, await known());
    expect(reread.units?.[0]).toMatchObject({ unit: { description: 'rot' } });
    await send('/api/imports', list('units', [draft('M-1')], { map }));
    expect(await ask(answer.map)).toEqual(map);
    const other = await read('units', text.replace('Farbe', 'Laune'));
    expect(await ask(other.map)).toBeNull();
  });
});
