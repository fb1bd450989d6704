import type { Page } from '@playwright/test';
import type { NodeResult, RunOptions } from 'axe-core';
import { violationsOn } from './violations';
import { wordsOverWords } from './wordsOverWords';
import {
  expect,
  goOn,
  goTo,
  loadFor15s,
  NOWHERE,
  openVisit,
  readAtRest,
  stripSurfaceCharge,
  test,
  type Vaktman,
} from './vaktman';

/** A number as long as some shops paint them, with a description to match. */
const LONG_NUMBER = 'TUNNEL-LOADER-2211';
const addLongNumber = async (vaktman: Vaktman): Promise<void> => {
  const { unit, yardId } = await vaktman.unit('L-11');
  const batteries = unit.bank.batteries.map(({ serial: _, ...battery }) => battery);
  const answer = await vaktman.fetch('/api/units', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      yardId,
      unit: {
        ...unit,
        id: LONG_NUMBER,
        description: 'Wheel loader with side wing, brush and salt box',
        bank: { ...unit.bank, batteries },
      },
    }),
  });
  expect(answer.status).toBe(201);
};

const DESK_VIEWS = [
  '/',
  '/?q=nothing-of-this-name',
  '/units',
  // Its forecast says most.
  '/units/P-09',
  '/units/P-07/edit',
  `/units/${LONG_NUMBER}`,
  '/units/nobody',
  '/batteries',
  '/units/new',
  '/units/P-09/prepare',
  '/practice',
  '/practice/1',
  '/method',
  '/fleet',
  '/changes',
  '/people',
  '/devices',
  '/here',
  '/me',
  '/instruments',
  '/batteries/01932a00-0000-7000-9000-000000000001',
  '/batteries/01932a00-0000-7000-9000-000000000001/test',
  '/import',
  '/import/units',
  '/import/batteries',
  '/import/results',
  '/waiting',
  '/trace',
  NOWHERE,
] as const;

const VISIT_VIEWS = [
  'look',
  'start.drop/positive',
  'start.crankVolts/starter',
  'start.joint/starter.B+',
  'start.ladder',
  'start.walk',
  'start.link/A-B',
  'start.trace/bank',
  'battery.hydrometer/A',
  'battery.conductance/A',
  'battery.tester/A',
  'battery.drain/bank',
  'charge.output/ALT1',
  'log/charge.volts@bank',
  'charge.idle/bank',
  'run.volts/starterNegative:bank-',
  'charge.volts/bank',
  'charge.recharge/bank',
  'findings',
  'close',
  'record',
  'again',
  'summary',
] as const;

/** What stands wider than the screen, a primary key that is out of sight, and a view without its main part. */
const outOfPlace = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    const at = location.pathname + location.search;
    const mains = document.querySelectorAll('main').length;
    if (mains !== 1) found.push(`${at}: ${mains} main parts, expected one to skip to`);
    if (document.documentElement.scrollWidth > innerWidth + 1)
      found.push(`${at}: ${document.documentElement.scrollWidth} px wide on ${innerWidth}`);
    const isSeen = (element: Element): boolean => element.checkVisibility() && element.getClientRects().length > 0;
    const scrolls = (element: Element): boolean => {
      for (let up = element.parentElement; up !== null; up = up.parentElement)
        if (['auto', 'scroll', 'hidden'].includes(getComputedStyle(up).overflowX)) return true;
      return false;
    };
    for (const element of document.querySelectorAll('h1, h2, h3, p, button, a, label, dt, dd, td')) {
      const { right, left, width } = element.getBoundingClientRect();
      if (width > 1 && isSeen(element) && !scrolls(element) && (right > innerWidth + 1 || left < -1))
        found.push(`${at}: <${element.tagName.toLowerCase()}> "${element.textContent.slice(0, 40)}" leaves the screen`);
    }
    for (const table of document.querySelectorAll('table')) {
      const ends = [...table.querySelectorAll('thead th')]
        .filter(isSeen)
        .map((head) => head.getBoundingClientRect().right);
      const end = table.getBoundingClientRect().right;
      if (ends.length > 0 && Math.max(...ends) < end - 2)
        found.push(
          `${at}: columns of "${table.caption?.textContent ?? 'a table'}" end ${Math.round(end - Math.max(...ends))} px before it does`,
        );
    }
    for (const line of document.querySelectorAll('ul[aria-label=Units] a')) {
      const [mark, unit] = line.children;
      if (mark === undefined || unit === undefined) continue;
      const words = document.createRange();
      words.selectNodeContents(mark);
      if (words.getBoundingClientRect().right > unit.getBoundingClientRect().left)
        found.push(`${at}: the mark runs into the unit in "${line.textContent.slice(0, 40)}"`);
    }
    const primary = [...document.querySelectorAll('[data-primary]')].filter(isSeen);
    const inSight = primary.filter((element) => {
      const { top, bottom } = element.getBoundingClientRect();
      return top >= 0 && bottom <= innerHeight + 1;
    });
    if (primary.length > 0 && inSight.length === 0)
      found.push(
        `${at}: "${primary[0]!.textContent}" is out of sight at ${Math.round(primary[0]!.getBoundingClientRect().bottom)} of ${innerHeight}`,
      );
    return found;
  });

/** Keys of the keypad, the one that saves with them, that a gloved thumb has not under it at once: below the screen, or under what stands at its foot. */
const outOfReach = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const digits = document.querySelectorAll('[role=group][aria-label=Keypad] button');
    const keys = digits.length === 0 ? [] : [...digits, ...document.querySelectorAll('[data-primary]')];
    return keys
      .filter((key) => key.checkVisibility() && key.getClientRects().length > 0)
      .filter((key) => {
        const { left, top, width, height } = key.getBoundingClientRect();
        const there = document.elementFromPoint(left + width / 2, top + height / 2);
        return there === null || !key.contains(there);
      })
      .map(
        (key) =>
          `${location.pathname}: "${key.textContent || key.ariaLabel}" is out of reach at ${Math.round(key.getBoundingClientRect().top)} of ${innerHeight}`,
      );
  });

const ALL_RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
/** Whether colours are told apart; the dearest question by far. */
const CONTRAST = 'color-contrast';
/** What a narrow screen may spoil: words that are left out there name nothing, and keys move together. */
const OF_NARROW = [
  'aria-hidden-focus',
  'button-name',
  'label',
  'link-name',
  'scrollable-region-focusable',
  'target-size',
];
/** Colours are the same on every screen of a theme; what there is to read is the same on every screen, by day and by night. */
const SCREENS = [
  { width: 1280, height: 800, theme: 'day', asks: 'all' },
  { width: 1024, height: 768, theme: 'night', asks: 'colours' },
  { width: 390, height: 844, theme: 'day', asks: 'what is narrow' },
] as const;
/** What is left to the page of a small phone, under the browser's own bars. */
const LOW_PHONE = { width: 360, height: 620 };
type Screen = (typeof SCREENS)[number];

/** A key half under what stands at the foot of the screen is scrolled from under it. */
const isUnderTheFoot = ({ any }: NodeResult): boolean =>
  any.some(({ data }) => (data as { messageKey?: string } | null)?.messageKey === 'partiallyObscured');
const ASKS: Readonly<Record<Screen['asks'], RunOptions>> = {
  all: { runOnly: ALL_RULES },
  colours: { runOnly: { type: 'rule', values: [CONTRAST] } },
  'what is narrow': { runOnly: { type: 'rule', values: OF_NARROW } },
};
/** A part of a drawing is called by its name; what is written about it stands where there is room, in no order to say it in. */
const isPartOfDrawing = (id: string, { html }: NodeResult): boolean =>
  id === 'label-content-name-mismatch' && html.startsWith('<g ');
const inaccessible = async (page: Page, { theme, width, asks }: Screen): Promise<string[]> => {
  const violations = await violationsOn(page, ASKS[asks]);
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map((violation) => ({
      ...violation,
      nodes: violation.nodes.filter((node) => !isUnderTheFoot(node) && !isPartOfDrawing(violation.id, node)),
    }))
    .filter(({ nodes }) => nodes.length > 0)
    .map(
      ({ id, nodes }) =>
        `${page.url()} ${width} ${theme} ${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`,
    );
};

const drawnAnew = (page: Page, frames: number): Promise<void> =>
  page.evaluate(async (count) => {
    for (let frame = 0; frame < count; frame += 1) await new Promise((drawn) => requestAnimationFrame(drawn));
  }, frames);

/** What of the view stands where it should not, once it has come to rest: charts follow their room a few frames later. */
const misplacedOn = async (page: Page): Promise<readonly string[]> => {
  for (let triesLeft = 10; ; triesLeft -= 1) {
    const found = [...(await outOfPlace(page)), ...(await outOfReach(page)), ...(await wordsOverWords(page))];
    if (found.length === 0 || triesLeft === 0) return found;
    await drawnAnew(page, 6);
  }
};

/** What is wrong with the view that stands, on each of the screens. */
const wrongWith = async (page: Page): Promise<string[]> => {
  const found: string[] = [];
  await page.getByRole('heading').first().waitFor();
  await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
  for (const screen of SCREENS) {
    await page.setViewportSize(screen);
    await page.evaluate(async (to) => {
      document.documentElement.dataset['theme'] = to;
      await document.fonts.ready;
    }, screen.theme);
    await drawnAnew(page, 2);
    found.push(...(await misplacedOn(page)).map((what) => `${screen.width} px, ${what}`));
    found.push(...(await inaccessible(page, screen)));
  }
  if ((await page.getByRole('group', { name: 'Keypad' }).count()) > 0) {
    await page.setViewportSize(LOW_PHONE);
    found.push(...(await outOfReach(page)).map((what) => `low phone, ${what}`));
    await page.setViewportSize(SCREENS[0]);
  }
  return found;
};

test.use({ person: 'M. Holt', begins: NOWHERE });

test('keeps every view of the desk in its screen, its one key in sight, and readable by all', async ({
  ready: page,
  vaktman,
}) => {
  test.setTimeout(360_000);
  await addLongNumber(vaktman);
  const found: string[] = [];
  for (const path of DESK_VIEWS) {
    await goTo(page, path);
    found.push(...(await wrongWith(page)));
  }
  expect(found).toEqual([]);
});

test('keeps every view of a visit in its screen, its one key in sight, and readable by all', async ({
  ready: page,
}) => {
  test.setTimeout(360_000);
  const found: string[] = [];
  const look = async (): Promise<void> => {
    found.push(...(await wrongWith(page)));
  };
  const visitId = await openVisit(page, 'S-01');
  await look();
  await stripSurfaceCharge(page);
  await expect(page.getByRole('heading', { name: /Resting volts/ })).toBeVisible();
  await look();
  await page.getByRole('button', { name: 'Type the whole bank here' }).click();
  await look();
  await page.getByRole('button', { name: 'One battery at a time' }).click();
  await readAtRest(page, 'A', '12.7');
  await look();
  await goOn(page);
  await readAtRest(page, 'B', '12.7');
  await goOn(page);
  await look();
  await loadFor15s(page, 'A', '10.4', '405');
  await look();
  for (const path of VISIT_VIEWS) {
    await goTo(page, `/visits/${visitId}/${path}`);
    await page.getByRole('heading', { level: 2 }).first().waitFor();
    await look();
  }
  expect(found).toEqual([]);
});
