import { carry } from '../../e2e/src/carry';
import { signedInAt } from '../../server/test/signedIn';
import { chromium, type Browser } from '@playwright/test';
import { demoArchive } from '@vaktman/demo';
import { importArchive, migrate, openPool, UNHURRIED, withTransaction, type Pool } from '@vaktman/server';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER, ensureTools } from '../setup/tools.mjs';
import { dataFolder, freePort, startPostgres } from '../setup/postgres.mjs';
import { startServer } from '../setup/server.mjs';

const REQUESTS = 200;
const WARMING = 20;

/** Copies the demo units with how they stand until the fleet has as many as asked for. */
const GROW = [
  `CREATE TEMP TABLE copy AS
     SELECT u.*, u.unit_id || '-' || s.i AS new_id
     FROM generate_series(0, $1::int - 1) AS s(i)
     JOIN (SELECT *, row_number() OVER (ORDER BY unit_id) - 1 AS n, count(*) OVER () AS c FROM unit) u ON u.n = s.i % u.c
     WHERE s.i >= u.c`,
  `INSERT INTO unit (fleet_id, unit_id, yard_id, description, system_volts, arrangement, definition)
     SELECT fleet_id, new_id, yard_id, description, system_volts, arrangement, definition FROM copy`,
  `INSERT INTO unit_standing (fleet_id, unit_id, visit_id, started_at, closed_at, disposition, headline, finding_count)
     SELECT s.fleet_id, c.new_id, s.visit_id, s.started_at, s.closed_at, s.disposition, s.headline, s.finding_count
     FROM copy c JOIN unit_standing s USING (fleet_id, unit_id)`,
  `INSERT INTO unit_outlook (fleet_id, unit_id, computed_at, cold_p10, cold_p50, cold_p90, after_p50, after_p90, under_position,
       under_on, due_on, due_by, actions, body)
     SELECT o.fleet_id, c.new_id, o.computed_at, o.cold_p10, o.cold_p50, o.cold_p90, o.after_p50, o.after_p90, o.under_position,
       o.under_on, o.due_on, o.due_by, o.actions, o.body
     FROM copy c JOIN unit_outlook o USING (fleet_id, unit_id)`,
];

/** Makes the fleet of a database as large as asked for. */
export const growFleet = async (pool: Pool, units: number): Promise<void> => {
  await withTransaction(pool, async (db) => {
    for (const [index, statement] of GROW.entries()) await db.query(statement, index === 0 ? [units] : []);
  });
  await pool.query('ANALYZE');
};

/** 95th of a hundred times of asking a server for paths, one after the other, milliseconds. */
export const servedP95Ms = async (port: number, paths: readonly string[]): Promise<number> => {
  const cookie = await signedInAt(`http://127.0.0.1:${port}`);
  const times: number[] = [];
  for (const [index, path] of paths.entries()) {
    const started = performance.now();
    const answer = await fetch(`http://127.0.0.1:${port}${path}`, {
      headers: { cookie, 'accept-encoding': 'identity' },
    });
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}.`);
    if (index >= WARMING) times.push(performance.now() - started);
  }
  times.sort((a, b) => a - b);
  return times[Math.floor(0.95 * times.length)]!;
};

/** Serves a grown fleet from a real database and draws it in a real browser. */
export const measureWatch = async (
  units: number,
): Promise<{ servedP95Ms: number; drawnMs: number; scriptKb: number; letterMs: number }> => {
  const folder = mkdtempSync(join(tmpdir(), 'vaktman-bench-'));
  const database = await startPostgres(dataFolder(folder), { durable: false });
  try {
    const pool = openPool(database.url, () => undefined, 10, UNHURRIED);
    await migrate(pool, join(process.cwd(), 'server/src/database/migrations'));
    await importArchive(pool, demoArchive());
    await growFleet(pool, units);
    await pool.end();
    const port = (await freePort()) as number;
    const server = await startServer({ databaseUrl: database.url, port });
    try {
      const paths = Array.from({ length: REQUESTS + WARMING }, () => '/api/watch');
      const served = await servedP95Ms(port, paths);
      const browser = await chromium.launch({
        executablePath: ensureTools([BROWSER])[BROWSER],
        args: ['--no-sandbox', '--disable-gpu', '--disable-quic'],
      });
      const figures = {
        servedP95Ms: served,
        drawnMs: await drawn(browser, port, units),
        scriptKb: await scriptKb(browser, port),
        letterMs: await letter(browser, port),
      };
      await browser.close();
      return figures;
    } finally {
      await server.stop();
    }
  } finally {
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
};

const SMALL = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];

/** All counts of a text added up; small ones are written as words. */
const countedIn = (text: string): number =>
  (text.replaceAll(',', '').match(new RegExp(`\\d+|${SMALL.slice(1).join('|')}`, 'gi')) ?? []).reduce((sum, count) => {
    const word = SMALL.indexOf(count.toLowerCase());
    return sum + (word >= 0 ? word : Number(count));
  }, 0);

/** Median time from asking for the data to the list on screen, over several loads. */
const drawn = async (browser: Browser, port: number, units: number): Promise<number> => {
  const url = `http://127.0.0.1:${port}`;
  const cookies = await signedInAt(url);
  const times: number[] = [];
  for (let i = 0; i < 5; i++) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    await carry(page.context(), url, cookies);
    await page.goto(`http://127.0.0.1:${port}/`);
    await page.getByRole('button', { name: /will start/ }).waitFor();
    const total = await page.getByRole('group', { name: 'Show by what the cold will do' }).innerText();
    if (countedIn(total) !== units) throw new Error(`Expected ${units} units on screen, read: ${total}`);
    await page.locator('li a').nth(5).waitFor();
    times.push(
      await page.evaluate(() => {
        const asked = performance
          .getEntriesByType('resource')
          .find(({ name }) => name.endsWith('/api/watch'))!.startTime;
        const painted = performance.getEntriesByName('watch-list')[0]!.startTime;
        return painted - asked;
      }),
    );
    await page.close();
  }
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
};

/** JavaScript a browser that is new has asked for once all of the watch is there, as it came over the wire. */
const scriptKb = async (browser: Browser, port: number): Promise<number> => {
  const url = `http://127.0.0.1:${port}`;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  await carry(page.context(), url, await signedInAt(url));
  await page.goto(url);
  await page.getByRole('button', { name: /will start/ }).waitFor();
  await page.waitForFunction(() => {
    const scripts = performance.getEntriesByType('resource').filter(({ name }) => name.endsWith('.js'));
    return scripts.some(({ name }) => name.includes('/outbox-')) && scripts.every(({ duration }) => duration > 0);
  });
  const bytes = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter(({ name }) => name.endsWith('.js'))
      .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize, 0),
  );
  await page.close();
  return bytes / 1000;
};

const WORDS = 'Plough truck with a wing plough';
/** Mean time a page is at work for one letter that is typed into the form of a unit, once the letters before were typed. */
const letter = async (browser: Browser, port: number): Promise<number> => {
  const url = `http://127.0.0.1:${port}`;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  await carry(page.context(), url, await signedInAt(url));
  await page.goto(`${url}/units/P-07/edit`);
  await page.getByLabel('What it is').focus();
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Performance.enable');
  const workedMs = async (): Promise<number> => {
    const { metrics } = await devtools.send('Performance.getMetrics');
    return 1000 * metrics.find(({ name }) => name === 'TaskDuration')!.value;
  };
  await page.keyboard.type(WORDS);
  const before = await workedMs();
  await page.keyboard.type(WORDS);
  const worked = (await workedMs()) - before;
  await page.close();
  return worked / WORDS.length;
};
