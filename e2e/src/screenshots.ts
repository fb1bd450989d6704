// Takes the pictures of docs/screenshots from the demo fleet. npm run screenshots
import { chromium, type Page } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER, ensureTools } from '../../scripts/setup/tools.mjs';
import { dataFolder, freePort, startPostgres } from '../../scripts/setup/postgres.mjs';
import { startServer } from '../../scripts/setup/server.mjs';
import { madeCrank, traceText } from '@vaktman/core/test/traceFixture';
import {
  allSent,
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
  executablePath: ensureTools([BROWSER])[BROWSER],
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
  await vaktman.signIn(context, 'M. Holt');
  const page = await context.newPage();
  if (clock === 'fixed') await page.clock.install({ time: NOW });
  await page.addInitScript(
    (to) =>
      localStorage.setItem(
        'vaktman.settings',
        JSON.stringify({ theme: to, sound: false, goesOn: false, bankAtOnce: false }),
      ),
    theme,
  );
  await page.goto(vaktman.url);
  return page;
};
const shot = async (page: Page, name: string): Promise<void> => {
  await page.evaluate(() => document.fonts.ready.then(() => true));
  await allSent(page);
  // The pages' clocks were turned on; what the device says of its own clock then is of no visit.
  await page.screenshot({ path: join(FOLDER, `${name}.png`), style: '[role=status][data-clock] { display: none }' });
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
  const id = await openVisit(page, unitId);
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

/** An exercise on the bench with probes and pile on. The clock is the real one. */
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
};

/** What was seen, and the order it sets, for the machine whose alternator came twice. */
const intake = async (page: Page): Promise<void> => {
  await page.goto(`${vaktman.url}/units/C-01/prepare`);
  await page.getByLabel('Battery temperature').fill('-4');
  await choose(page, 'Why', 'complaint');
  await page.getByText('Read, and done').click();
  await page.getByRole('button', { name: 'What was seen' }).click();
  await page.getByRole('button', { name: 'flat after standing', exact: true }).click();
  await page.getByRole('img', { name: /^Order: Leakage/ }).waitFor();
  await shot(page, 'visit-intake');
};

/** What is searched beside the standard visit: a run that loses, a parked drain, and a lug that comes and goes. */
const searched = async (page: Page, unitId: string): Promise<void> => {
  const url = `${vaktman.url}/visits/${await openVisit(page, unitId)}`;
  const type = async (...values: string[]): Promise<void> => {
    for (const value of values) {
      await page.keyboard.type(value);
      await page.keyboard.press('Enter');
    }
  };
  await page.goto(`${url}/run.volts/${encodeURIComponent('starterNegative:bank-')}`);
  await page.getByRole('heading', { name: /^Read bank −/ }).waitFor();
  await type('0.58', '496');
  for (const [name, volts] of [
    ['lug on the frame', '0.04'],
    ['frame by the ground stud', '0.07'],
    ['clamp A', '0.55'],
  ] as const) {
    await page.getByRole('button', { name: 'Name a point between' }).click();
    await page.getByLabel('What the probe touches there').fill(name);
    await page.getByRole('button', { name: 'Keep' }).click();
    await page.getByRole('heading', { name: `Read ${name}` }).waitFor();
    await type(volts);
    await page.getByRole('heading', { name: `Read ${name}` }).waitFor({ state: 'detached' });
  }
  await shot(page, 'visit-run');
};

/** A crank on the oscilloscope, one cylinder of which presses less. */
const trace = async (page: Page, name: string): Promise<void> => {
  const id = await openVisit(page, 'P-07');
  await page.goto(`${vaktman.url}/visits/${id}/start.trace/bank`);
  const text = traceText(madeCrank({ cranksS: 6, inrushLow: 8.9, compression: [1, 0.98, 0.99, 0.79, 1, 0.97] }));
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: /Choose or drop/ }).click();
  await (await chooser).setFiles({ name: 'P-07 crank.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await page.getByRole('button', { name: 'Keep the trace' }).click();
  await page.getByRole('button', { name: 'Take again' }).waitFor();
  await page.getByRole('img', { name: /^Volts and amperes/ }).waitFor();
  await shot(page, name);
};

/** A list of somebody else's making, with something wrong in it and a column that is not known. */
const LIST = [
  'Register of the pass;;;;;;',
  'Einheit;Bezeichnung;Wo;Bordspannung;Schaltung;Batterietyp;Startstrom',
  'K-01;Kehrmaschine;Lower Yard;24;2 in Reihe;Vlies;900',
  'K-02;Kehrmaschine;Harbour;12;4P;Nass;"1.050"',
  'P-07;Pflug;Lower Yard;12;4P;Nass;-920',
].join('\r\n');

/** A shop's own beginning: the first page of an empty database, the fleet, a list on its way in. */
const shop = async (): Promise<void> => {
  const own = await startPostgres(dataFolder(join(folder, 'empty')), { durable: false });
  const ownPort = (await freePort()) as number;
  const ownServer = await startServer({ databaseUrl: own.url, port: ownPort, demo: 'offered' });
  try {
    const first = await pageAt(1280, 800, 'day', 'real');
    await first.goto(`http://127.0.0.1:${ownPort}/`);
    await first.getByRole('button', { name: 'Show the demo' }).waitFor();
    await shot(first, 'begin');
  } finally {
    await ownServer.stop();
    await own.stop();
  }
  const page = await pageAt(1280, 800, 'day', 'real');
  await page.goto(`${vaktman.url}/fleet`);
  await page.getByRole('form', { name: 'Lower Yard' }).waitFor();
  await shot(page, 'fleet');
  await page.goto(`${vaktman.url}/import/units`);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: /Choose, drop or paste/ }).click();
  await (await chooser).setFiles({ name: 'register.csv', mimeType: 'text/csv', buffer: Buffer.from(LIST) });
  await page.getByRole('listitem').filter({ hasText: '“Startstrom”' }).getByRole('button', { name: 'EN' }).click();
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Wo' })
    .getByRole('button', { name: /Taken for/ })
    .click();
  await page.getByRole('option', { name: 'yard', exact: true }).click();
  await page.getByRole('table', { name: 'Problems' }).getByText('Harbour').waitFor();
  await shot(page, 'list');
};

/** Who gets in, by what, and who changed what. */
const people = async (): Promise<void> => {
  const lead = await pageAt(1280, 800, 'day', 'real');
  await lead.goto(`${vaktman.url}/devices`);
  await lead.getByLabel('This device').waitFor();
  await shot(lead, 'devices');
  const { unit, yardId, revision, card } = await vaktman.unit('P-12');
  await vaktman.fetch('/api/units/P-12', {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      unit,
      yardId,
      revision,
      card: { ...card, note: 'Blade lights on a loom of their own' },
    }),
  });
  await lead.goto(`${vaktman.url}/changes?unitId=P-12`);
  await lead.getByText('Blade lights on a loom of their own').waitFor();
  await shot(lead, 'changes');
  const bay = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/Oslo',
  });
  await vaktman.signIn(bay, 'I. Dahl', true);
  const tablet = await bay.newPage();
  await tablet.goto(vaktman.url);
  await tablet.getByRole('button', { name: /^Working here/ }).click();
  await tablet.getByRole('option', { name: 'T. Brandvold' }).click();
  await tablet.keyboard.type('580');
  await shot(tablet, 'sign-in');
};

try {
  await shop();
  await people();
  // The coming nights are those of today.
  const morning = await pageAt(1280, 800, 'day', 'real');
  await morning.goto(vaktman.url);
  await morning.getByRole('list', { name: 'Units' }).getByRole('link', { name: /P-07/ }).waitFor();
  await morning
    .getByRole('button', { name: /will start/ })
    .first()
    .waitFor();
  // What narrows the list comes a moment after it.
  await morning.getByLabel('Find a unit or a finding').waitFor();
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
  await afterBatteries(desk, await visit(desk, 'P-07', (moment) => `visit-${moment}`, ['load']));
  await visit(await pageAt(390, 844, 'day'), 'P-07', (moment) => `phone-${moment}`, ['load']);
  await searched(desk, 'S-01');
  await trace(await pageAt(1280, 800, 'day'), 'visit-trace');
  await intake(await pageAt(1280, 800, 'day'));
  await bench(await pageAt(1280, 800, 'day', 'real'));
} finally {
  await browser.close();
  await server.stop();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
