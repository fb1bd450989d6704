import { fileURLToPath } from 'node:url';
import type { Session } from '@vaktman/contract';
import { carry } from '../carry';
import { signedInAt } from '../../../server/test/signedIn';
import { expect, type Browser, type BrowserContext, type Page } from '@playwright/test';

/** One resting reading as it was typed: where, and a value nobody else types. */
export interface Typed {
  readonly visitId: string;
  readonly point: string;
  readonly volts: number;
}

const PATIENCE_MS = 60_000;
const TROUBLES = fileURLToPath(new URL('./troubles.js', import.meta.url));

/** A tablet with the real interface: it types readings into visits and remembers what the screen said was saved. */
export class Device {
  readonly #browser: Browser;
  readonly #url: string;
  readonly #name: string;
  #context: BrowserContext | null = null;
  #page: Page | null = null;
  /** How many readings were typed, by visit and battery: counted from `first` in steps, so that no two devices type one alike. */
  readonly #next = new Map<string, number>();
  readonly #first: number;
  readonly #step: number;
  /** Typed and shown as saved. */
  readonly saved: Typed[] = [];
  /** Typed, but the tab went before the screen said so: it may or may not be there, and at most once. */
  readonly tried: Typed[] = [];
  /** How often it said that it could not keep a reading. */
  toldFull = 0;

  constructor(browser: Browser, url: string, name: string, first: number, step: number) {
    this.#browser = browser;
    this.#url = url;
    this.#name = name;
    this.#first = first;
    this.#step = step;
  }
  get page(): Page {
    if (this.#page === null) throw new Error('The device has no page open.');
    return this.#page;
  }
  get context(): BrowserContext {
    if (this.#context === null) throw new Error('The device was not started.');
    return this.#context;
  }
  async start(): Promise<void> {
    this.#context = await this.#browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
    // As the demo's people do, by the words that are shown.
    const { demo } = (await (await fetch(`${this.#url}/api/session`)).json()) as Session;
    const passphrase = demo.find(({ name }) => name === this.#name)?.passphrase;
    await carry(this.#context, this.#url, await signedInAt(this.#url, this.#name, passphrase));
    await this.#context.addInitScript(() => {
      localStorage.setItem(
        'vaktman.settings',
        JSON.stringify({ theme: 'day', sound: false, goesOn: false, bankAtOnce: false }),
      );
    });
    await this.#context.addInitScript({ path: TROUBLES });
    await this.newTab();
  }
  /** Puts the clock off by so much, for this page and those after it. */
  async setClock(offMs: number): Promise<void> {
    await this.page.evaluate((ms) => localStorage.setItem('ordeal.clockOffMs', String(ms)), offMs);
  }
  /** Takes the room for anything more, and gives it back once somebody was told, or after so long. */
  async fillUntilTold(atMostMs: number): Promise<void> {
    const [toldBefore, until] = [this.toldFull, Date.now() + atMostMs];
    await this.page.evaluate(() => localStorage.setItem('ordeal.full', 'yes'));
    while (this.toldFull === toldBefore && Date.now() < until) await this.page.waitForTimeout(50);
    await this.page.evaluate(() => localStorage.removeItem('ordeal.full'));
  }
  async newTab(): Promise<void> {
    this.#page = await this.context.newPage();
    await this.#goto('/');
  }
  /** A page that is asked for while the server is away is asked for again, as a person would. */
  async #goto(path: string): Promise<void> {
    for (let attempt = 0; attempt < 20; attempt++) {
      const arrived = await this.page.goto(`${this.#url}${path}`, { timeout: PATIENCE_MS }).then(
        () => true,
        () => false,
      );
      if (arrived) return;
      await this.page.waitForTimeout(500);
    }
    throw new Error(`${path} could not be opened.`);
  }
  /** Opens a visit by two presses on the key that starts it, and takes its batteries as rested. */
  async open(unitId: string): Promise<string> {
    await this.#goto(`/units/${unitId}/prepare`);
    const { page } = this;
    await page.getByLabel('Battery temperature').fill('-4');
    await page.getByText('Read, and done').click();
    await page.getByRole('button', { name: 'Start the visit' }).dblclick();
    await page.waitForURL(/\/visits\//, { timeout: PATIENCE_MS });
    const visitId = /visits\/([^/]+)/.exec(page.url())![1]!;
    await page.evaluate((id) => {
      const kept = JSON.parse(localStorage.getItem('vaktman.conditions') ?? '{}') as Record<string, object>;
      kept[id] = {
        batteryC: { celsius: -4, atMs: 0 },
        surfaceCharge: { kind: 'rested', hours: 24, atMs: Date.now() },
        chargesBefore: [],
        warmedBefore: [],
        hold: null,
      };
      localStorage.setItem('vaktman.conditions', JSON.stringify(kept));
    }, visitId);
    return visitId;
  }
  async goTo(visitId: string, point: string): Promise<void> {
    await this.#goto(`/visits/${visitId}/battery.openCircuit/${point}`);
  }
  /** Types one reading on the screen at hand and presses Enter twice. */
  async read(visitId: string, point: string): Promise<void> {
    const { page } = this;
    const entry = page.getByTestId(/^entry-[A-F]$/);
    const again = page.getByRole('button', { name: 'Take again' });
    await entry
      .or(again)
      .first()
      .waitFor({ timeout: PATIENCE_MS })
      .catch(async (error: unknown) => {
        // What stands there instead tells why.
        throw new Error(`${page.url()}:\n${await page.locator('body').innerText()}`, { cause: error });
      });
    // While the page is still being put together a press may slip off the key; a person presses again.
    await expect(async () => {
      if (await again.isVisible()) await again.click();
      await entry.waitFor({ timeout: 1500 });
    }).toPass({ timeout: PATIENCE_MS });
    // No two readings of one battery are alike, and none is more than a battery at rest has.
    const place = `${visitId} ${point}`;
    const nth = this.#next.get(place) ?? this.#first;
    this.#next.set(place, nth + this.#step);
    const volts = Number((12.2 + nth / 1000).toFixed(3));
    const typed = { visitId, point, volts };
    this.tried.push(typed);
    await page.keyboard.type(String(volts));
    const full = page.getByRole('alert').filter({ hasText: 'could not be kept on this device' });
    await this.#save();
    await again.or(full).first().waitFor({ timeout: PATIENCE_MS });
    while (await full.isVisible()) {
      // What was typed still stands there: it is read, and saved again.
      this.toldFull += 1;
      await page.getByRole('button', { name: 'Read', exact: true }).click();
      await full.waitFor({ state: 'hidden' });
      await page.waitForTimeout(400);
      await this.#save();
      await again.or(full).first().waitFor({ timeout: PATIENCE_MS });
    }
    this.tried.pop();
    this.saved.push(typed);
  }
  /** A press that bounces: both come before the screen has moved on. */
  async #save(): Promise<void> {
    await this.page.evaluate(() => {
      for (let press = 0; press < 2; press++)
        window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
    });
  }
  /** How many entries of this device wait, and how many were set aside. */
  async left(): Promise<{ waiting: number; aside: number }> {
    return this.page.evaluate(
      () =>
        new Promise<{ waiting: number; aside: number }>((resolve, reject) => {
          const asked = indexedDB.open('vaktman');
          asked.onerror = () => reject(new Error('The device keeps nothing.'));
          asked.onsuccess = () => {
            const transaction = asked.result.transaction(['waiting', 'aside']);
            const waiting = transaction.objectStore('waiting').count();
            const aside = transaction.objectStore('aside').count();
            transaction.oncomplete = () => {
              asked.result.close();
              resolve({ waiting: waiting.result, aside: aside.result });
            };
          };
        }),
    );
  }
}
