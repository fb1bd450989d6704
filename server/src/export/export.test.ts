import { parseVisitText, type Unit } from '@vaktman/core';
import Papa from 'papaparse';
import { fromBuffer, type Entry as ZipEntry } from 'yauzl';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestVisit } from '../../test/entries';
import { appOn, demoDatabase, freshDatabase } from '../../test/testDatabase';
import type { Pool } from '../database/pool';
import { areProjectionsOld } from '../outlook/rebuild';
import { makeLink } from '../signIn/linkStore';
import { FACT_TABLES } from './wholeRecord';

type App = ReturnType<typeof appOn>;
let app: App;
let pool: Pool;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ pool, drop } = await demoDatabase());
  app = appOn(pool);
  // A name that is a formula, one with signs of its own, a figure with more digits than anybody types.
  const trap = { '=HYPERLINK("x")': 1, 'Grader; "big", the': 2 };
  for (const [index, description] of Object.keys(trap).entries())
    await app.request('/api/units', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        yardId: 'lower',
        card: { plate: '+47 110', note: 'two\nlines' },
        unit: {
          id: `X-${index}`,
          description,
          systemVolts: 12,
          bank: {
            arrangement: '1S1P',
            batteries: [{ position: 'A', string: 1, chemistry: 'agm', duty: 'truck', serial: `@S-${index}` }],
          },
        },
      }),
    });
  const detail = (await (await app.request('/api/units/P-07')).json()) as { unit: Unit };
  const visit = new TestVisit(app, detail.unit);
  expect((await visit.send([visit.opening(), visit.rest('A', 12.612345, '2026-11-24T09:20:00+01:00')])).status).toBe(
    200,
  );
}, 120_000);
afterAll(async () => drop());

const textOf = async (path: string, of: App = app): Promise<string> => (await of.request(path)).text();
const tableOf = async (path: string): Promise<Record<string, string>[]> =>
  Papa.parse<Record<string, string>>((await textOf(path)).replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: true,
  }).data;
/** With a link that whoever started the server was told. */
const bring = async (to: App, into: Pool, body: BodyInit, type = 'application/x-ndjson') => {
  const { secret } = await makeLink(into, null, null);
  const headers = { 'content-type': type, 'x-vaktman-link': secret };
  const answer = await to.request('/api/begin/record', { method: 'POST', headers, body });
  return {
    status: answer.status,
    body: (await answer.json()) as { rows?: number; problems?: { path: string; message: string }[] },
  };
};

describe('lists as tables', () => {
  it.each(['units', 'batteries', 'warranty', 'findings', 'to-buy', 'due', 'visits', 'changes'])(
    'has every row of %s as wide as its head, ended as RFC 4180 has it',
    async (name) => {
      const answer = await app.request(`/api/export/${name}.csv`);
      expect(answer.status).toBe(200);
      expect(answer.headers.get('content-type')).toBe('text/csv; charset=utf-8');
      expect(answer.headers.get('content-disposition')).toMatch(
        new RegExp(`filename="${name}-\\d{4}-\\d\\d-\\d\\d\\.csv"`),
      );
      const text = await answer.text();
      expect(text.endsWith('\r\n')).toBe(true);
      const rows = Papa.parse<string[]>(text, { skipEmptyLines: true }).data;
      expect(rows.length).toBeGreaterThan(1);
      expect(new Set(rows.map(({ length }) => length)).size).toBe(1);
    },
  );
  it('keeps every letter of a cell, and tells a spreadsheet that none is a formula', async () => {
    const units = await tableOf('/api/export/units.csv');
    expect(units.find(({ Unit: id }) => id === 'X-0')).toMatchObject({
      Description: `'=HYPERLINK("x")`,
      Plate: `'+47 110`,
      Note: 'two\nlines',
      Yard: 'Lower Yard',
    });
    expect(units.find(({ Unit: id }) => id === 'X-1')).toMatchObject({ Description: 'Grader; "big", the' });
    const batteries = await tableOf('/api/export/batteries.csv');
    expect(batteries.find(({ Unit: id }) => id === 'X-0')).toMatchObject({
      Serial: `'@S-0`,
      State: 'fitted',
      Position: 'A',
    });
  });
  it('counts parts to buy over all units, as the watch does', async () => {
    const findings = await tableOf('/api/export/findings.csv');
    const buy = await tableOf('/api/export/to-buy.csv');
    for (const { Part, Count } of buy) {
      const sum = findings
        .filter((row) => row['Part'] === Part)
        .reduce((total, row) => total + Number(row['Count']), 0);
      expect(Number(Count), Part).toBe(sum);
    }
    expect(buy.length).toBeGreaterThan(0);
  });
  it('lists only warranties that still run, the first to end first', async () => {
    const until = (await tableOf('/api/export/warranty.csv')).map((row) => row['Warranty until'] ?? '');
    expect(until).toEqual([...until].sort());
    expect(until.every((date) => date >= new Date().toISOString().slice(0, 10))).toBe(true);
  });
  it('says which list it does not know', async () => {
    expect((await app.request('/api/export/secrets.csv')).status).toBe(404);
  });
  it('gives what was measured at one unit: one row a visit, a column and its verdict a place', async () => {
    const rows = await tableOf('/api/export/units/P-07/chart.csv');
    expect(rows.length).toBeGreaterThan(3);
    const figures = Object.keys(rows[0] ?? {}).filter((name) => name.endsWith(', V'));
    expect(figures.length).toBeGreaterThan(3);
    for (const figure of figures) {
      expect(
        rows.some((row) => Number(row[figure]) > 0),
        figure,
      ).toBe(true);
      expect(Object.keys(rows[0] ?? {})).toContain(figure.replace(/, V$/, ', verdict'));
    }
    expect((await app.request('/api/export/units/nobody/chart.csv')).status).toBe(404);
  });
});

/** Files of a zip by their names. */
const unzipped = async (bytes: Buffer): Promise<Map<string, string>> =>
  new Promise((resolve, reject) => {
    const files = new Map<string, string>();
    fromBuffer(bytes, { lazyEntries: true }, (error, zip) => {
      if (zip === undefined) return reject(error ?? new Error('no zip'));
      zip.on('entry', (entry: ZipEntry) =>
        zip.openReadStream(entry, (failure, stream) => {
          if (stream === undefined) return reject(failure ?? new Error('no stream'));
          const parts: Buffer[] = [];
          stream.on('data', (part: Buffer) => parts.push(part));
          stream.on('end', () => {
            files.set(entry.fileName, Buffer.concat(parts).toString('utf8'));
            zip.readEntry();
          });
          return undefined;
        }),
      );
      zip.on('end', () => resolve(files));
      zip.readEntry();
      return undefined;
    });
  });

describe('visits as files in a zip', () => {
  it('has every visit of a unit as a visit file that can be judged', async () => {
    const answer = await app.request('/api/export/visits.zip?unit=P-07');
    expect(answer.headers.get('content-type')).toBe('application/zip');
    const files = await unzipped(Buffer.from(await answer.arrayBuffer()));
    const { rowCount } = await pool.query(`SELECT 1 FROM visit WHERE unit_id = 'P-07'`);
    expect(files.size).toBe(rowCount);
    for (const [name, text] of files) {
      expect(name).toMatch(/^P-07\/\d{4}-\d\d-\d\d-[0-9a-f]{8}\.visit\.json$/);
      expect(parseVisitText(text).ok, name).toBe(true);
    }
  });
  it('has every visit of the fleet, and none of a unit that is not there', async () => {
    const files = await unzipped(Buffer.from(await (await app.request('/api/export/visits.zip')).arrayBuffer()));
    const { rowCount } = await pool.query('SELECT 1 FROM visit');
    expect(files.size).toBe(rowCount);
    expect((await app.request('/api/export/visits.zip?unit=nobody')).status).toBe(404);
  });
});

describe('the whole record', () => {
  const withoutMoment = (text: string): string => text.replace(/"made":"[^"]+"/, '"made":""');

  it('goes out, into an empty database, and out again with the same bytes', async () => {
    const first = await textOf('/api/export/record.jsonl');
    const manifest = JSON.parse(first.slice(0, first.indexOf('\n'))) as {
      tables: Record<string, { rows: number }>;
    };
    expect(Object.keys(manifest.tables)).toEqual(FACT_TABLES.map(({ table }) => table));
    expect(manifest.tables['visit']?.rows).toBeGreaterThan(100);
    const empty = await freshDatabase();
    try {
      const other = appOn(empty.pool);
      const answer = await bring(other, empty.pool, first);
      expect(answer).toEqual({ status: 201, body: { rows: first.trimEnd().split('\n').length - 1 } });
      await expect.poll(async () => areProjectionsOld(empty.pool), { timeout: 60_000 }).toBe(false);
      expect(withoutMoment(await textOf('/api/export/record.jsonl', other))).toBe(withoutMoment(first));
      // And the page of a unit is the same page.
      const page = async (of: App): Promise<unknown> => (await of.request('/api/units/P-07')).json();
      await expect.poll(async () => page(other), { timeout: 30_000 }).toEqual(await page(app));
      expect((await bring(other, empty.pool, first)).status).toBe(409);
      // What is changed from now on is kept after what came along.
      await other.request('/api/yards', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ name: 'Third Yard' }),
      });
      const kept = (await (await other.request('/api/changes/kept?thing=yard')).json()) as { entries: unknown[] };
      expect(kept.entries[0]).toMatchObject({ verb: 'added', after: { name: 'Third Yard' } });
    } finally {
      await empty.drop();
    }
  }, 180_000);

  it('that is not whole, of something else or of a newer program is refused, and nothing is there afterwards', async () => {
    const whole = await textOf('/api/export/record.jsonl');
    const lines = whole.trimEnd().split('\n');
    const manifest = JSON.parse(lines[0] ?? '') as { tables: Record<string, { rows: number; columns: string[] }> };
    const newer = { ...manifest, tables: { ...manifest.tables, fleet: { rows: 1, columns: ['fleet_id', 'colour'] } } };
    const empty = await freshDatabase();
    try {
      const other = appOn(empty.pool);
      const cases: readonly (readonly [string, string, RegExp])[] = [
        [lines.slice(0, -40).join('\n'), 'signed_judgement', /the file is not whole|expected \d+ rows/],
        ['{"format":"other"}\n', 'line 1', /expected the first line of a whole record/],
        ['', 'line 1', /expected the first line/],
        [[lines[0], lines[1], 'DROP TABLE unit'].join('\n'), 'line 3', /expected \{"table"/],
        [[JSON.stringify(newer), ...lines.slice(1)].join('\n'), 'line 1', /fleet\.colour is not known here/],
        [
          [lines[0], lines[1], '{"table":"pg_authid","row":{"rolname":"x"}}'].join('\n'),
          'line 3',
          /pg_authid is not named/,
        ],
        [[lines[0], '{"table":"fleet","row":{"fleet_id":"no id"}}'].join('\n'), 'line 2', /invalid input syntax/],
      ];
      for (const [text, path, words] of cases) {
        const { status, body } = await bring(other, empty.pool, text);
        expect([status, body.problems?.[0]?.path], text.slice(0, 60)).toEqual([422, path]);
        expect(body.problems?.[0]?.message).toMatch(words);
        expect((await empty.pool.query('SELECT 1 FROM fleet')).rowCount).toBe(0);
      }
      expect((await bring(other, empty.pool, whole, 'text/plain')).status).toBe(415);
    } finally {
      await empty.drop();
    }
  }, 120_000);
});
