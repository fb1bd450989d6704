import { printedLink } from '../../server/test/signedIn';
import { importAnswer, type ImportKnown } from '@vaktman/core';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { dataFolder, freePort, startPostgres } from '../setup/postgres.mjs';
import { startServer } from '../setup/server.mjs';

const ROWS = 20_000;
const READINGS = 1_000_000;

const unitList = (): Uint8Array =>
  new TextEncoder().encode(
    [
      'Unit;Description;Yard;System volts;Arrangement;Chemistry;CCA;Battery A serial;Batteries fitted',
      ...Array.from(
        { length: ROWS },
        (_, row) =>
          `B-${row};Plough truck ${row % 40};Lower Yard;12;1S1P;flooded;920;S-${row};${1 + (row % 28)}.10.2025`,
      ),
    ].join('\n'),
  );

const posted = async (url: string, body: unknown, cookie = ''): Promise<string> => {
  const answer = await fetch(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${url} answered ${answer.status}: ${(await answer.text()).slice(0, 400)}`);
  return answer.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
};

/** Readings of one unit's visits, a hundred a visit, put in by the database itself. */
const FILL = [
  `INSERT INTO visit (fleet_id, visit_id, unit_id, started_at, head, method, unit)
     SELECT f.fleet_id, gen_random_uuid(), 'B-0', now() - s * interval '1 minute', jsonb_build_object('technician', 'K. Moen', 'reason', 'pm'), '{"profile":"pile"}', '{}'
     FROM fleet f, generate_series(1, $1::int / 100) AS s`,
  `INSERT INTO reading (fleet_id, reading_id, visit_id, step, point, taken_at, taken_by, body)
     SELECT v.fleet_id, gen_random_uuid(), v.visit_id, 'battery.openCircuit', 'A', v.started_at, 'K. Moen',
            jsonb_build_object('id', s, 'step', 'battery.openCircuit', 'point', 'A', 'volts', 12.61, 'surfaceChargeStripped', true, 'at', v.started_at)
     FROM visit v, generate_series(1, 100) AS s WHERE $1::int > 0`,
];

/** What a process holds in memory, MB. */
const residentMb = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;

/** What it costs to take a long list in, and everything out. */
export interface ListFigures {
  readonly readS: number;
  readonly storedS: number;
  readonly sentMb: number;
  readonly sentS: number;
  /** How much the server grew while it sent, MB. */
  readonly grownMb: number;
}

/** Takes a unit list of 20,000 rows in as the screen does, and a record of a million readings out. */
export const listFigures = async (): Promise<ListFigures> => {
  const folder = mkdtempSync(join(tmpdir(), 'vaktman-bench-'));
  const database = await startPostgres(dataFolder(folder), { durable: false });
  try {
    const port = (await freePort()) as number;
    const server = await startServer({ databaseUrl: database.url, port, demo: 'none' });
    try {
      const url = `http://127.0.0.1:${port}`;
      const client = new pg.Client({ connectionString: database.url });
      await client.connect();
      const cookie = await posted(`${url}/api/begin/fleet`, {
        name: 'Bench',
        timeZone: 'Europe/Oslo',
        yards: [{ name: 'Lower Yard' }],
        people: [{ name: 'K. Moen', role: 'lead' }],
        passphrase: 'ravine copper teacup',
        link: await printedLink(client),
      });
      const known = (await (await fetch(`${url}/api/imports/known`, { headers: { cookie } })).json()) as ImportKnown;
      const bytes = unitList();
      const began = performance.now();
      const answer = importAnswer('units', bytes, null, known);
      const read = performance.now();
      if (answer.good !== ROWS) throw new Error(`Expected ${ROWS} good rows, received ${answer.good}.`);
      const lines = answer.units as readonly { yard: string; unit: { bank: { batteries: object[] } } }[];
      await posted(
        `${url}/api/imports`,
        {
          kind: 'units',
          importId: '019ab000-0000-7000-8000-00000000be4c',
          fileName: 'bench.csv',
          units: lines.map(({ yard, unit }) => ({ yardId: yard, unit: { ...unit, bank: { ...unit.bank } } })),
        },
        cookie,
      );
      const stored = performance.now();

      for (const statement of FILL) await client.query(statement, [READINGS]);
      await client.end();
      const before = residentMb(server.pid as number);
      let [sent, most] = [0, before];
      const asked = performance.now();
      const record = await fetch(`${url}/api/export/record.jsonl`, {
        headers: { cookie, 'accept-encoding': 'identity' },
      });
      if (record.body === null) throw new Error('The record came without a body.');
      for await (const part of record.body) {
        sent += (part as Uint8Array).length;
        most = Math.max(most, residentMb(server.pid as number));
      }
      return {
        readS: (read - began) / 1000,
        storedS: (stored - read) / 1000,
        sentMb: sent / 1e6,
        sentS: (performance.now() - asked) / 1000,
        grownMb: most - before,
      };
    } finally {
      await server.stop();
    }
  } finally {
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
};
