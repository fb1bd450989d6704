import { visitDetailSchema, watchSchema, unitDetailSchema, type UnitDetail, type VisitDetail } from '@vaktman/contract';
import { test as base, expect, type BrowserContext, type Locator, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import pg from 'pg';
import pino, { type Logger } from 'pino';
import { freePort } from '../../scripts/setup/postgres.mjs';
import { root } from '../../scripts/setup/root.mjs';
import { startStandIn } from '../../scripts/setup/server.mjs';
import { carry } from './carry';
import { readsBy } from './settings';
import type { Service, startService } from '../../server/src/service';
import { settingsOf, type Settings } from '../../server/src/settings';
import { printedLink, signedInAs } from '../../server/test/signedIn';

/** The server as it is built, in the process of the tests: what it computes first is warm for the next. */
const serviceAsBuilt = async (): Promise<{ readonly startService: typeof startService }> =>
  import(pathToFileURL(join(root, 'dist/server/service.mjs')).href);

/** The demo fleet, there at once or offered on the first page. */
const DEMO = { loaded: 'VAKTMAN_DEMO', offered: 'VAKTMAN_DEMO_OFFERED' } as const;

/** The whole application on a database of its own, with the demo fleet; it can be stopped and started in mid-visit. */
export class Vaktman {
  readonly #settings: Settings;
  readonly #log: Logger;
  #service: Service | null = null;

  constructor(
    readonly databaseUrl: string,
    readonly port: number,
    demo: keyof typeof DEMO = 'loaded',
    env: Readonly<Record<string, string>> = {},
  ) {
    this.#settings = settingsOf({
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      VAKTMAN_WEB: join(root, 'dist/web'),
      [DEMO[demo]]: join(root, 'dist/demo/fleet.json'),
      ...env,
    });
    this.#log = pino({ level: this.#settings.LOG_LEVEL });
  }
  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }
  async start(): Promise<void> {
    const { startService } = await serviceAsBuilt();
    this.#service = await startService(this.#settings, this.#log);
  }
  async stop(): Promise<void> {
    await this.#service?.stop();
    this.#service = null;
  }
  /** Cookies of somebody who is signed in, as their browser would carry them; made up without asking for words. */
  async cookiesOf(name: string, shared = false): Promise<string> {
    return this.#withDatabase(async (client) => {
      const { rows } = await client.query<{ id: string }>('SELECT person_id AS id FROM person WHERE name = $1', [name]);
      return signedInAs(client, rows[0]?.id ?? '', { device: `${name}'s tablet`, shared });
    });
  }
  /** The address at which an empty one is begun, as it is printed where the server is started. */
  async beginsAt(): Promise<string> {
    return `${this.url}/join#${await this.#withDatabase(printedLink)}`;
  }
  async #withDatabase<Result>(work: (client: pg.Client) => Promise<Result>): Promise<Result> {
    const client = new pg.Client({ connectionString: this.databaseUrl });
    await client.connect();
    try {
      return await work(client);
    } finally {
      await client.end();
    }
  }
  /** Signs somebody in at a browser. */
  async signIn(context: BrowserContext, name: string, shared = false): Promise<void> {
    await carry(context, this.url, await this.cookiesOf(name, shared));
  }
  async #someLead(): Promise<string> {
    return this.#withDatabase(async (client) => {
      const { rows } = await client.query<{ id: string }>(
        `SELECT person_id AS id FROM person WHERE role = 'lead' AND ended_at IS NULL ORDER BY name LIMIT 1`,
      );
      return signedInAs(client, rows[0]?.id ?? '');
    });
  }
  /** Asks as a lead who is signed in does. */
  async fetch(path: string, init: RequestInit = {}): Promise<Response> {
    const headers = new Headers(init.headers);
    headers.set('cookie', await this.#someLead());
    return fetch(`${this.url}${path}`, { ...init, headers });
  }
  async #get(path: string): Promise<unknown> {
    const answer = await this.fetch(path);
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
    return answer.json();
  }
  async visit(visitId: string): Promise<VisitDetail> {
    return visitDetailSchema.parse(await this.#get(`/api/visits/${visitId}`));
  }
  async unit(unitId: string): Promise<UnitDetail> {
    return unitDetailSchema.parse(await this.#get(`/api/units/${unitId}`));
  }
  async watch() {
    return watchSchema.parse(await this.#get('/api/watch'));
  }
}

const adminUrl = (): string => {
  const url = process.env['TEST_DATABASE_URL'];
  if (url === undefined)
    throw new Error('TEST_DATABASE_URL is not set. Run these tests with npm test, which starts PostgreSQL.');
  return url;
};

/** What the application was built from, as the build notes it. */
const BUILT_FROM = join(root, 'dist/built-from');
/** The database with the demo fleet that every test's own is copied from: made once a build. */
const template = (): string => `e2e_template_${readFileSync(BUILT_FROM, 'utf8').slice(0, 12)}`;

const databaseUrl = (name: string): string => {
  const url = new URL(adminUrl());
  url.pathname = `/${name}`;
  return url.href;
};

/** Makes the demo fleet once, so that each test begins with a copy of it instead of an import. */
export const makeTemplate = async (): Promise<void> => {
  const made = await onAdmin('SELECT datname FROM pg_database WHERE datname = $1', [template()]);
  if (made > 0) return;
  const making = `e2e_${randomUUID().replaceAll('-', '')}`;
  await onAdmin(`CREATE DATABASE ${making}`);
  const vaktman = new Vaktman(databaseUrl(making), (await freePort()) as number);
  await vaktman.start();
  await vaktman.stop();
  await onAdmin(`ALTER DATABASE ${making} RENAME TO ${template()}`);
};

/** @returns how many rows the statement gave or changed */
const onAdmin = async (statement: string, values: readonly string[] = []): Promise<number> => {
  const client = new pg.Client({ connectionString: adminUrl() });
  await client.connect();
  const { rowCount } = await client.query(statement, [...values]);
  await client.end();
  return rowCount ?? 0;
};

/** Starts the application on a database that is made for it and dropped once it was used. */
const onOwnDatabase = async (
  from: string,
  demo: 'loaded' | 'offered',
  env: Readonly<Record<string, string>>,
  use: (vaktman: Vaktman) => Promise<void>,
): Promise<void> => {
  const name = `e2e_${randomUUID().replaceAll('-', '')}`;
  await onAdmin(`CREATE DATABASE ${name} ${from}`);
  const vaktman = new Vaktman(databaseUrl(name), (await freePort()) as number, demo, env);
  await vaktman.start();
  await use(vaktman);
  await vaktman.stop();
  await onAdmin(`DROP DATABASE ${name} WITH (FORCE)`);
};

/** Each test has the application to itself, with a person chosen and the clock in hand; or one with nothing in it. */
export const test = base.extend<
  {
    vaktman: Vaktman;
    /** Reached by TLS, through something in front of it. */
    onTls: Vaktman;
    empty: Vaktman;
    ready: Page;
    person: string;
    /** The first page; most tests go elsewhere from it, as a link does, and need nothing of the watch. */
    begins: string;
  },
  { standIns: Readonly<Record<string, string>> }
>({
  // One set of instruments and one weather service for the tests of a worker: the servers under test come and go beside them.
  standIns: [
    // oxlint-disable-next-line no-empty-pattern -- Playwright reads the fixtures a fixture needs from this pattern
    async ({}, use) => {
      const [feed, weather] = [await startStandIn('feed'), await startStandIn('weather')];
      await use({
        VAKTMAN_FEED_PORT: String(feed.port),
        VAKTMAN_WEATHER_URL: `http://127.0.0.1:${weather.port}`,
      });
      await Promise.all([feed.stop(), weather.stop()]);
    },
    { scope: 'worker' },
  ],
  /** Who is signed in; a lead where a test does what a lead does. */
  person: ['T. Brandvold', { option: true }],
  begins: ['/', { option: true }],
  empty: async ({ standIns }, use) => onOwnDatabase('', 'offered', standIns, use),
  onTls: async ({ standIns }, use) =>
    onOwnDatabase(
      `TEMPLATE ${template()}`,
      'loaded',
      { ...standIns, VAKTMAN_ADDRESS: 'https://vaktman.tindra.example' },
      use,
    ),
  vaktman: async ({ standIns }, use) => onOwnDatabase(`TEMPLATE ${template()}`, 'loaded', standIns, use),
  ready: async ({ page, vaktman, person, begins }, use, info) => {
    await vaktman.signIn(page.context(), person);
    await page.clock.install();
    await readsBy(page);
    await page.goto(`${vaktman.url}${begins}`);
    await use(page);
    if (info.status === info.expectedStatus) return;
    // What stood on the screen when it failed, for whoever has only the log.
    const seen = await page.locator('body').innerText();
    process.stderr.write(`${info.title}: ${page.url()}\n${seen.slice(0, 3000)}\n`);
  },
});
export { expect };

/** The list of units in the watch: the same units are named beside it too. */
export const unitsListed = (page: Page) => page.getByRole('list', { name: 'Units' });

/** An address that nothing is at. */
export const NOWHERE = '/not/a/place';

/** Goes from one view to another as a link does: loading the page anew takes longer than what is looked at there. */
export const goTo = async (page: Page, path: string): Promise<void> => {
  const nowhere = page.getByRole('heading', { name: 'Nothing is at this address' });
  // By way of nowhere, so that what stood before is not taken for what comes.
  for (const place of [NOWHERE, path]) {
    await page.evaluate((to) => {
      history.pushState(null, '', to);
      dispatchEvent(new PopStateEvent('popstate', { state: null }));
    }, place);
    await expect(nowhere).toHaveCount(place === NOWHERE ? 1 : 0);
  }
};

/** Opens a visit on the prepare sheet, looks round a sound machine, and gives the visit's id. */
export const openVisit = async (page: Page, unitId: string, batteryC = '-4'): Promise<string> => {
  await goTo(page, `/units/${unitId}/prepare`);
  await page.getByLabel('Battery temperature').fill(batteryC);
  await page.getByText('Read, and done').click();
  await page.getByRole('button', { name: 'Start the visit' }).click();
  await page.waitForURL(/\/visits\//);
  await page.getByRole('button', { name: 'All of it is clean and sound' }).click();
  await page.waitForURL(/battery\.openCircuit/);
  return /visits\/([^/]+)/.exec(page.url())![1]!;
};

/**
 * Leaps the page's clock. What is on its way arrives first: the leap makes this device's clock fast, and by how much is told
 * with each sending; what waits for a server that is away goes on waiting.
 */
export const leap = async (page: Page, milliseconds: number): Promise<void> => {
  await expect(page.getByText(/readings? waiting$/)).toHaveCount(0, { timeout: 20_000 });
  await page.clock.fastForward(milliseconds);
};

/** Lets the two clocks of stripping run. */
export const stripSurfaceCharge = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'Lamps and blower are on' }).click();
  await leap(page, 61_000);
  await page.getByRole('button', { name: 'Everything is off' }).click();
  await leap(page, 121_000);
};

/** Types the resting volts of the battery on screen and saves with Enter. */
export const readAtRest = async (page: Page, position: string, volts: string): Promise<void> => {
  await page.getByRole('heading', { name: `Resting volts, battery ${position}` }).waitFor();
  await page.keyboard.type(volts);
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: `Battery ${position} at rest` }).waitFor();
};

/** Holds the load of the battery on screen for 15 s and types what it read, by keyboard alone. */
export const loadFor15s = async (page: Page, position: string, lowestVolts: string, amps: string): Promise<void> => {
  await page.getByRole('heading', { name: new RegExp(`^Load battery ${position}`) }).waitFor();
  // Pile and batteries cool between loads, five minutes after three of them.
  await leap(page, 301_000);
  await enterOn(page.getByRole('button', { name: /start 15 s/ }));
  await leap(page, 15_200);
  await enterOn(page.getByRole('button', { name: 'Load is off' }));
  await page.getByRole('heading', { name: `What did battery ${position} read?` }).waitFor();
  await page.keyboard.type(lowestVolts);
  await page.keyboard.press('Enter');
  await page.keyboard.type(amps);
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: `Battery ${position} under load` }).waitFor();
};

/** Presses Enter on what has the keyboard then. What comes of it may take the element away: nothing waits for that one. */
export const enterOn = async (on: Locator): Promise<void> => {
  await on.focus();
  await on.page().keyboard.press('Enter');
};

/** Presses the one primary key of a verdict. */
export const goOn = async (page: Page): Promise<void> => {
  await enterOn(page.getByRole('link', { name: /^(Next:|To the summary)/ }));
};

/** Types the numbers of the measurement on screen; stays at its verdict. */
export const read = async (page: Page, title: string, ...values: string[]): Promise<void> => {
  await page.getByRole('heading', { name: title, level: 2 }).waitFor();
  await page.getByRole('group', { name: 'Keypad' }).waitFor();
  for (const value of values) {
    await page.keyboard.type(value);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('group', { name: 'Keypad' })).toHaveCount(0);
};

/** The same, and on to the next step. */
export const measure = async (page: Page, title: string, ...values: string[]): Promise<void> => {
  await read(page, title, ...values);
  await goOn(page);
};

/** How many entries a browser keeps until the server has them. */
const keptForSending = (page: Page): Promise<number> =>
  page.evaluate(async () => {
    // A page nobody worked at has none, and none is made by asking.
    if (!(await indexedDB.databases()).some(({ name }) => name === 'vaktman')) return 0;
    return new Promise<number>((resolve, reject) => {
      const opening = indexedDB.open('vaktman');
      opening.onerror = () => reject(new Error('The database of the browser did not open.'));
      opening.onsuccess = () => {
        const kept = opening.result;
        const count = kept.transaction('waiting').objectStore('waiting').count();
        count.onsuccess = () => resolve(count.result);
        kept.close();
      };
    });
  });

/** Waits until everything recorded here is on the server. What has just been recorded is not said to be waiting yet. */
export const allSent = async (page: Page): Promise<void> => {
  await expect.poll(() => keptForSending(page), { timeout: 20_000 }).toBe(0);
  await expect(page.getByText(/readings? waiting/)).toHaveCount(0, { timeout: 20_000 });
};

/** Signs the visit off from its summary, and waits for its record. */
export const closeVisit = async (page: Page): Promise<void> => {
  await page.getByRole('link', { name: /^Close the visit/ }).click();
  await page.getByRole('button', { name: /^Close the visit/ }).click();
  await page.waitForURL(/\/record$/);
  await page.getByText('Signed off by').waitFor();
  await allSent(page);
};

/** Goes to the summary of the visit on screen. */
export const toSummary = async (page: Page): Promise<void> => {
  await page.getByRole('link', { name: 'Leave step' }).click();
  await page.getByRole('heading', { name: 'Findings' }).waitFor();
};

/** What a visit stored, without ids and times, also those told in words: for comparing two visits. */
export const readingsOf = ({ file }: VisitDetail): unknown[] =>
  file.readings.map(({ id: _id, at: _at, note: _note, ...reading }) =>
    // How long a load was held is measured, and no two hands are equally quick.
    'seconds' in reading
      ? { ...reading, seconds: reading.seconds >= 15 && reading.seconds < 17 ? 'held' : reading.seconds }
      : reading,
  );

/** Chooses from a list by the value that is kept, or by its words. */
export const choose = async (
  within: Page | Locator,
  label: string,
  option: string | { readonly words: string },
): Promise<void> => {
  const page = 'page' in within ? within.page() : within;
  await within.getByLabel(label, { exact: true }).click();
  const list = page.getByRole('listbox');
  await (
    typeof option === 'string'
      ? list.locator(`[role=option][data-key="${option}"]`)
      : list.getByRole('option', { name: option.words, exact: true })
  ).click();
  await expect(list).toHaveCount(0);
};

/** Types into a choice out of many until its list is short, and takes the line that begins so. */
export const pick = async (within: Locator, label: string, beginning: string): Promise<void> => {
  const box = within.getByRole('combobox', { name: label });
  await box.fill(beginning);
  const list = within.page().getByRole('listbox');
  // By keyboard: the list goes on changing while what was typed is looked for.
  await expect(list.getByRole('option').first()).toHaveText(new RegExp(`^${beginning}`));
  await box.press('ArrowDown');
  await expect(list.locator('[data-focused]')).toHaveText(new RegExp(`^${beginning}`));
  await box.press('Enter');
  await expect(list).toHaveCount(0);
};
