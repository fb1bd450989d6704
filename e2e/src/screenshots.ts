// Takes the pictures of docs/screenshots from the demo fleet. npm run screenshots
import { chromium, type Page } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureTools } from '../../scripts/setup/tools.mjs';
import { dataFolder, freePort, startPostgres } from '../../scripts/setup/postgres.mjs';
import { startServer } from '../../scripts/setup/server.mjs';
import {
  enterOn,
  choose,
  closeVisit,
  goOn,
  loadFor15s,
  openVisit,
  read,
  readAtRest,
  stripSurfaceCharge,
  Vaktman,
} from './vaktman';

const FOLDER = join(import.meta.dirname, '../../docs/screenshots');
/** The pictures' clocks begin at the moment of taking them. */
const NOW = new Date();

const folder = mkdtempSync(join(tmpdir(), 'vaktman-pictures-'));
const database = await startPostgres(dataFolder(folder), { durable: false });
const port = (await freePort()) as number;
const server = await startServer({ databaseUrl: database.url, port });
const vaktman = new Vaktman(database.url, port);
const browser = await chromium.launch({
  executablePath: ensureTools(['chromium']).chromium,
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic'],
});

/** A page at a size; its clock stands at a fixed moment unless what is shown needs the real one. */
const pageAt = async (
  width: number,
  height: number,
  theme: 'day' | 'night',
  clock: 'fixed' | 'real' = 'fixed',
): Promise<Page> => {
  const context = await browser.newContext({ viewport: { width, height }, locale: 'en-GB', timezoneId: 'Europe/Oslo' });
  const page = await context.newPage();
  if (clock === 'fixed') await page.clock.install({ time: NOW });
  await page.addInitScript(
    (to) =>
      localStorage.setItem(
        'vaktman.settings',
        JSON.stringify({ theme: to, sound: false, person: 'T. Brandvold', goesOn: false, bankAtOnce: false }),
      ),
    theme,
  );
  return page;
};
const shot = async (page: Page, name: string): Promise<void> => {
  await page.evaluate(() => document.fonts.ready.then(() => true));
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
};

const REST = ['12.61', '12.66', '12.64', '12.65'];

/** Leads a visit to the load test of its second battery, with a picture of each telling moment; gives its address. */
const visit = async (
  page: Page,
  unitId: string,
  name: (moment: string) => string,
  moments: readonly string[],
): Promise<string> => {
  const take = async (moment: string): Promise<void> => {
    if (moments.includes(moment)) await shot(page, name(moment));
  };
  const id = await openVisit(page, vaktman, unitId);
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
  await enterOn(page.getByRole('button', { name: /start 15 s/ }));
  await page.clock.fastForward(9_100);
  await take('load');
  await page.clock.fastForward(6_200);
  await enterOn(page.getByRole('button', { name: 'Load is off' }));
  for (const value of ['8.71', '466']) {
    await page.keyboard.type(value);
    await page.keyboard.press('Enter');
  }
  await page.getByRole('heading', { name: 'Battery B under load' }).waitFor();
  await take('verdict');
  return `${vaktman.url}/visits/${id}`;
};

/** What follows the batteries: cables, ladder, recharge, and what it all amounts to. */
const afterBatteries = async (page: Page, url: string): Promise<void> => {
  await page.goto(`${url}/look`);
  await page.getByRole('heading', { name: 'Look before you measure' }).waitFor();
  await shot(page, 'visit-look');
  await page.goto(`${url}/start.drop/positive`);
  await read(page, 'Positive starter cable', '0.16', '505');
  await page.goto(`${url}/start.drop/negative`);
  await page.getByRole('heading', { name: 'Ground side of the starter' }).waitFor();
  await page.keyboard.type('0.58');
  await shot(page, 'visit-cable');
  await page.keyboard.press('Enter');
  await page.keyboard.type('498');
  await page.keyboard.press('Enter');
  // Kept before its page is left.
  await page.getByText('failed', { exact: true }).first().waitFor();
  await page.goto(`${url}/start.ladder`);
  for (const [title, value] of [
    ['bank while cranking', '10.9'],
    ['positive cable', '0.21'],
    ['solenoid contacts', '0.11'],
  ] as const) {
    await page.getByRole('heading', { name: `Next: ${title}` }).waitFor();
    await page.keyboard.type(value);
    await page.keyboard.press('Enter');
  }
  await page.getByRole('heading', { name: 'Next: starter motor' }).waitFor();
  await shot(page, 'visit-ladder');
  await page.goto(`${url}/charge.recharge/bank`);
  await page.getByRole('button', { name: 'It idles: start 10 min' }).click();
  await page.clock.fastForward(252_000);
  await shot(page, 'visit-recharge');
  await page.goto(`${url}/findings`);
  await page
    .getByRole('heading', { name: /Ground side/ })
    .first()
    .waitFor();
  await shot(page, 'visit-findings');
  await page.goto(`${url}/summary`);
  await page.getByRole('heading', { name: 'Findings' }).waitFor();
  await closeVisit(page);
  await shot(page, 'record');
};

const walk = async (page: Page, unitId: string): Promise<void> => {
  const id = await openVisit(page, vaktman, unitId);
  await page.goto(`${vaktman.url}/visits/${id}/start.walk`);
  const volts = async (question: string, value: string): Promise<void> => {
    await page.getByRole('heading', { name: question, level: 2 }).waitFor();
    await page.keyboard.type(value);
    await page.keyboard.press('Enter');
  };
  await volts('Volts of the bank at rest', '12.7');
  await page.getByRole('button', { name: 'Clean' }).click();
  await volts('Starter B+ to starter ground, at rest', '12.68');
  await page.getByRole('button', { name: 'Nothing' }).click();
  await volts('Starter B+ to ground, key turned', '12.6');
  await volts('Control terminal to ground while trying', '0.1');
  await page.getByRole('heading', { name: 'Output of the magnetic switch while trying', level: 2 }).waitFor();
  await shot(page, 'visit-walk');
};

/** An exercise on the bench with probes and pile on, and what is told of it in the end. The clock is the real one. */
const bench = async (page: Page): Promise<void> => {
  await page.goto(`${vaktman.url}/practice/2`);
  const leads = page.getByRole('group', { name: 'Leads' });
  await leads.getByRole('button', { name: /^RED/ }).click();
  await enterOn(page.getByRole('button', { name: /Put the lead on the starter ground/ }));
  await enterOn(page.getByRole('button', { name: /Put the lead on post A −/ }));
  await leads.getByRole('button', { name: /^CLAMP/ }).click();
  await enterOn(page.getByRole('button', { name: /^Positive cable/ }));
  await choose(page, 'Carbon pile', 'starter');
  await page.getByRole('slider').focus();
  for (let i = 0; i < 52; i++) await page.keyboard.press('ArrowRight');
  await page.waitForTimeout(1500);
  await page.getByRole('button', { name: 'Note it' }).click();
  await page.waitForTimeout(500);
  await shot(page, 'practice-bench');
  await page.getByRole('slider').press('Home');
  await choose(page, 'What is wrong', 'joint.resistive');
  await choose(page.getByRole('group', { name: 'Name the fault' }), 'Where', 'starter.ground');
  await page.getByRole('button', { name: 'Name it' }).click();
  await page.getByRole('button', { name: 'That is all' }).click();
  await page.getByRole('heading', { name: 'Found', exact: true }).waitFor();
  await page.getByText('Being worked out.').waitFor({ state: 'detached' });
  await shot(page, 'practice-debrief');
};

/** A load test that the instruments report by themselves. */
const feed = async (page: Page, unitId: string): Promise<void> => {
  await openVisit(page, vaktman, unitId);
  await page.getByRole('button', { name: 'It has rested' }).click();
  await page.getByRole('heading', { name: 'How long has it rested?' }).waitFor();
  await page.keyboard.type('12');
  await page.keyboard.press('Enter');
  for (const position of ['A', 'B']) {
    await readAtRest(page, position, '12.7');
    await goOn(page);
  }
  await page.getByRole('button', { name: 'Let meter and clamp be listened to' }).click();
  await page.getByRole('button', { name: /start 15 s/ }).click();
  await page.waitForTimeout(7000);
  await shot(page, 'feed-capture');
};

try {
  // The coming nights are those of today.
  const morning = await pageAt(1280, 800, 'day', 'real');
  await morning.goto(vaktman.url);
  await morning.getByRole('list', { name: 'Units' }).getByRole('link', { name: /P-07/ }).waitFor();
  await morning
    .getByRole('button', { name: /will start/ })
    .first()
    .waitFor();
  await shot(morning, 'watch');
  await morning.goto(`${vaktman.url}/units/P-07`);
  await morning.locator('.recharts-line').first().waitFor();
  await morning.getByRole('heading', { name: 'Starts down to' }).waitFor();
  await shot(morning, 'unit');
  await morning.goto(`${vaktman.url}/units/R-02`);
  await morning.getByRole('link', { name: /^BR-28201/ }).click();
  // The unit's own lines stand until the battery's sheet has come.
  await morning.getByRole('heading', { name: 'What is done with it' }).waitFor();
  await morning.locator('.recharts-line').first().waitFor();
  await shot(morning, 'battery');
  const desk = await pageAt(1280, 800, 'day');
  await desk.goto(`${vaktman.url}/units`);
  await desk.getByRole('link', { name: 'Add a unit' }).waitFor();
  await shot(desk, 'register');
  await desk.goto(`${vaktman.url}/units/L-02/edit`);
  await desk.getByRole('heading', { name: 'L-02' }).waitFor();
  await shot(desk, 'unit-form');
  await afterBatteries(desk, await visit(desk, 'P-07', (moment) => `visit-${moment}`, ['load', 'verdict']));
  await walk(await pageAt(1280, 800, 'day'), 'P-09');
  await visit(await pageAt(1280, 800, 'night'), 'P-07', (moment) => `night-${moment}`, ['load']);
  await visit(await pageAt(390, 844, 'day'), 'P-07', (moment) => `phone-${moment}`, ['load']);
  await bench(await pageAt(1280, 800, 'day', 'real'));
  await feed(await pageAt(1280, 800, 'day', 'real'), 'S-01');
} finally {
  await browser.close();
  await server.stop();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
