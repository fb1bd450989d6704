// Takes the pictures of docs/screenshots from the demo fleet. npm run screenshots
import { chromium, type Page } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureTools } from '../../scripts/setup/tools.mjs';
import { dataFolder, freePort, startPostgres } from '../../scripts/setup/postgres.mjs';
import { startServer } from '../../scripts/setup/server.mjs';
import { goOn, loadFor15s, openVisit, readAtRest, stripSurfaceCharge, Vaktman } from './vaktman';

const FOLDER = join(import.meta.dirname, '../../docs/screenshots');
const NOW = new Date('2026-11-24T09:12:00+01:00');

const folder = mkdtempSync(join(tmpdir(), 'vaktman-pictures-'));
const database = await startPostgres(dataFolder(folder), { durable: false });
const port = (await freePort()) as number;
const server = await startServer({ databaseUrl: database.url, port });
const vaktman = new Vaktman(database.url, port);
const browser = await chromium.launch({
  executablePath: ensureTools(['chromium']).chromium,
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic'],
});

const pageAt = async (width: number, height: number, theme: 'day' | 'night'): Promise<Page> => {
  const context = await browser.newContext({ viewport: { width, height }, locale: 'en-GB', timezoneId: 'Europe/Oslo' });
  const page = await context.newPage();
  await page.clock.install({ time: NOW });
  await page.addInitScript(
    (to) =>
      localStorage.setItem('vaktman.settings', JSON.stringify({ theme: to, sound: false, person: 'T. Brandvold' })),
    theme,
  );
  return page;
};
const shot = async (page: Page, name: string): Promise<void> => {
  await page.evaluate(() => document.fonts.ready.then(() => true));
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
};

const REST = ['12.61', '12.66', '12.64', '12.65'];

/** Leads a visit to the hold of its second load test and on to the summary, with a picture of each telling moment. */
const visit = async (
  page: Page,
  unitId: string,
  name: (moment: string) => string,
  moments: readonly string[],
): Promise<void> => {
  const take = async (moment: string): Promise<void> => {
    if (moments.includes(moment)) await shot(page, name(moment));
  };
  await openVisit(page, vaktman, unitId);
  await stripSurfaceCharge(page);
  for (const [index, position] of ['A', 'B', 'C', 'D'].entries()) {
    if (position === 'B') {
      await page.keyboard.type(REST[index]!);
      await take('rest');
      for (let i = 0; i < 5; i++) await page.keyboard.press('Backspace');
    }
    await readAtRest(page, position, REST[index]!);
    await goOn(page);
  }
  await loadFor15s(page, 'A', '9.94', '464');
  await goOn(page);
  await page.clock.fastForward(61_000);
  await page.getByRole('button', { name: /start 15 s/ }).press('Enter');
  await page.clock.fastForward(9_100);
  await take('load');
  await page.clock.fastForward(6_200);
  await take('release');
  await page.getByRole('button', { name: 'Load is off' }).press('Enter');
  for (const value of ['8.71', '466']) {
    await page.keyboard.type(value);
    await page.keyboard.press('Enter');
  }
  await page.getByRole('heading', { name: 'Battery B under load' }).waitFor();
  await take('verdict');
  const visitUrl = page.url().replace(/battery\.load.*/, '');
  if (moments.includes('cable')) {
    await page.goto(`${visitUrl}start.drop/negative`);
    await page.getByRole('heading', { name: 'Ground side of the starter' }).waitFor();
    await page.keyboard.type('0.1');
    await take('cable');
    await page.goto(`${visitUrl}look`);
    await page.getByRole('heading', { name: 'Look before you measure' }).waitFor();
    await take('look');
  }
  await page.goto(`${visitUrl}summary`);
  await page.getByRole('heading', { name: 'Findings' }).waitFor();
  await take('summary');
};

try {
  const desk = await pageAt(1280, 800, 'day');
  await desk.goto(vaktman.url);
  await desk.getByRole('link', { name: /P-07/ }).waitFor();
  await shot(desk, 'watch');
  await desk.goto(`${vaktman.url}/units/P-07`);
  await desk.locator('.recharts-line').first().waitFor();
  await shot(desk, 'unit');
  await desk.goto(`${vaktman.url}/units/L-02/edit`);
  await desk.getByRole('heading', { name: 'L-02' }).waitFor();
  await shot(desk, 'unit-form');
  await visit(desk, 'P-07', (moment) => `visit-${moment}`, [
    'rest',
    'load',
    'release',
    'verdict',
    'cable',
    'look',
    'summary',
  ]);
  await visit(await pageAt(1280, 800, 'night'), 'P-07', (moment) => `night-${moment}`, ['load']);
  await visit(await pageAt(390, 844, 'day'), 'P-07', (moment) => `phone-${moment}`, ['rest', 'load']);
} finally {
  await browser.close();
  await server.stop();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
