import {
  goTo,
  allSent,
  closeVisit,
  expect,
  goOn,
  loadFor15s,
  measure,
  openVisit,
  readAtRest,
  readingsOf,
  stripSurfaceCharge,
  test,
  toSummary,
  unitsListed,
  leap,
  NOWHERE,
} from '../vaktman';
import { goOnWith } from '../begun';
import type { Page } from '@playwright/test';

test.use({ begins: NOWHERE });

const REST = { A: '12.86', B: '12.88', C: '12.85', D: '12.87' } as const;
const LOAD = { A: '10.35', B: '8.71', C: '10.29', D: '10.33' } as const;
const LETTERS = ['A', 'B', 'C', 'D'] as const;

/** A whole visit to a bank, battery B failing; `between` may interfere before each load test. */
const leadVisit = async (
  page: Page,
  unitId: string,
  between: (position: string) => Promise<void> = async () => undefined,
  letters: readonly (typeof LETTERS)[number][] = LETTERS,
  amps = '465',
): Promise<string> => {
  const visitId = await openVisit(page, unitId);
  await stripSurfaceCharge(page);
  for (const position of letters) {
    await readAtRest(page, position, REST[position]);
    await goOn(page);
  }
  for (const position of letters) {
    await between(position);
    await loadFor15s(page, position, LOAD[position], amps);
    await goOn(page);
  }
  await toSummary(page);
  return visitId;
};

test('leads a bank of four through rest and load, and finds the failing one again', async ({
  ready: page,
  vaktman,
}) => {
  const visitId = await leadVisit(page, 'P-09', async (position) => {
    if (position !== 'C') return;
    await page.goBack();
    await expect(page.getByText('failed', { exact: true }).first()).toBeVisible();
    await expect(page.getByText(/under the limit/).first()).toBeVisible();
    await page.goForward();
  });
  await expect(page.getByText('Weak under load: battery B')).toBeVisible();
  // A look said of everything at once is none to replace a battery on: its joints are looked at by themselves.
  await expect(
    page.getByText(/First look at the joint at post B \+; look at the joint at post B −/).first(),
  ).toBeVisible();
  await goTo(page, `/visits/${visitId}/look`);
  for (const joint of ['Joint, post B +', 'Joint, post B −']) {
    const clean = page.getByRole('radiogroup', { name: joint }).getByRole('radio', { name: 'clean, tight' });
    await clean.click();
    await expect(clean).toBeChecked();
  }
  await goTo(page, `/visits/${visitId}/summary`);
  await allSent(page);
  await expect(page.getByText('hold', { exact: true }).first()).toBeVisible();
  await closeVisit(page);
  const visit = await vaktman.visit(visitId);
  expect(visit.file.readings.filter(({ step }) => step.startsWith('battery.'))).toHaveLength(8);
  expect(visit.file.readings.filter(({ step }) => step.startsWith('look.'))).toHaveLength(16);
  expect(visit.events.map(({ kind }) => kind)).toEqual(['cautions-acknowledged', 'closed']);
  expect(new Set(Object.values(visit.takenBy))).toEqual(new Set(['T. Brandvold']));
  await goTo(page, '/units/P-09');
  await expect(page.getByRole('img', { name: /^Battery B, 8\.71 V under load, failed/ })).toBeVisible();
  await goTo(page, '/?q=P-09');
  await expect(unitsListed(page).getByRole('link', { name: /P-09/ })).toContainText('Weak under load: battery B');
});

test('loses and doubles nothing when the server dies and the tab is reloaded', async ({ ready: page, vaktman }) => {
  const undisturbed = await leadVisit(page, 'G-05', undefined, ['A', 'B'], '480');
  await allSent(page);
  const disturb = async (position: string): Promise<void> => {
    if (position === 'A') return vaktman.stop();
    await expect(page.getByText(/readings? waiting for the server/)).toBeVisible();
    await vaktman.start();
    await page.reload();
    await expect(page.getByRole('heading', { name: /^Load battery B/ })).toBeVisible();
    await allSent(page);
  };
  const disturbed = await leadVisit(page, 'G-03', disturb, ['A', 'B'], '480');
  await allSent(page);
  await page.reload();
  await allSent(page);
  const [calm, rough] = await Promise.all([vaktman.visit(undisturbed), vaktman.visit(disturbed)]);
  expect(readingsOf(rough)).toEqual(readingsOf(calm));
  await expect(page.getByText('Weak under load: battery B')).toBeVisible();
});

test('keeps the hold of a load test and a half-stripped bank through a reload', async ({ ready: page, vaktman }) => {
  await goOnWith(page, vaktman, 'G-05');
  await page.getByRole('button', { name: 'Lamps and blower are on' }).click();
  await leap(page, 20_000);
  await page.reload();
  await expect(page.getByRole('timer')).toContainText(/0:(3|4)\d/);
  await leap(page, 61_000);
  await page.getByRole('button', { name: 'Everything is off' }).click();
  await leap(page, 121_000);
  for (const position of ['A', 'B'] as const) {
    await readAtRest(page, position, REST[position]);
    await goOn(page);
  }
  await page.getByRole('button', { name: /start 15 s/ }).click();
  await leap(page, 5_000);
  await page.reload();
  await expect(page.getByRole('heading', { name: /^Hold/ })).toBeVisible();
  await leap(page, 10_500);
  await expect(page.getByRole('alertdialog', { name: 'Release load now' })).toBeVisible();
});

test('is done by keyboard alone, from the watch to the first verdict', async ({ ready: page }) => {
  await goTo(page, '/');
  await page.getByLabel('Find a unit or a finding').focus();
  await page.keyboard.type('G-05');
  await expect(unitsListed(page).getByRole('link', { name: /G-05/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/units\/G-05/);
  const tabTo = async (name: RegExp | string): Promise<void> => {
    for (let i = 0; i < 60; i++) {
      await page.keyboard.press('Tab');
      const words = await page.evaluate(() => {
        const node = document.activeElement;
        const label = node instanceof HTMLInputElement ? (node.labels?.[0]?.textContent ?? '') : '';
        return `${node?.getAttribute('aria-label') ?? ''} ${node === document.body ? '' : (node?.textContent ?? '')} ${label}`;
      });
      if (new RegExp(name).test(words)) return;
    }
    throw new Error(`Tab never reached ${name}`);
  };
  await tabTo('Start a visit');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Prepare the visit')).toBeVisible();
  await tabTo('Battery temperature');
  await page.keyboard.type('-4');
  await tabTo('Read, and done');
  await page.keyboard.press('Space');
  await tabTo('Start the visit');
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: 'Look before you measure' }).waitFor();
  await tabTo('All of it is clean and sound');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Lamps and blower are on' })).toBeFocused();
  await page.keyboard.press('Enter');
  await leap(page, 61_000);
  await tabTo('Everything is off');
  await page.keyboard.press('Enter');
  await leap(page, 121_000);
  await readAtRest(page, 'A', '12.71');
  await expect(page.getByRole('link', { name: /^Next:/ })).toBeFocused();
});

test('conducts a whole sound visit to a 24 V machine, from the look to the recharge current', async ({
  ready: page,
  vaktman,
}) => {
  const visitId = await openVisit(page, 'G-05');
  await stripSurfaceCharge(page);
  for (const position of ['A', 'B'] as const) {
    await readAtRest(page, position, REST[position]);
    await goOn(page);
  }
  for (const position of ['A', 'B'] as const) {
    await loadFor15s(page, position, '10.31', '480');
    await goOn(page);
  }
  await measure(page, 'Volts lost in the link A-B', '0.08');
  await measure(page, 'Positive starter cable', '0.31', '500');
  await measure(page, 'Ground side of the starter', '0.24', '500');
  await measure(page, 'Running volts at the bank', '28.3', '1500');
  await measure(page, 'Positive charging cable', '0.28', '97');
  await measure(page, 'Ground side of the alternator', '0.19', '97');
  await measure(page, 'Output of ALT1', '98');
  await page.getByRole('button', { name: 'It idles: start 10 min' }).click();
  await leap(page, 10 * 60_000 + 1000);
  await expect(page.getByText(/Read now/)).toBeVisible();
  // The minutes at idle are the clock's.
  await measure(page, 'Recharge current of the bank', '6.4');
  await expect(page).toHaveURL(/summary$/);
  await expect(page.getByText('ready', { exact: true }).first()).toBeVisible();
  await closeVisit(page);
  const unit = await vaktman.unit('G-05');
  expect(unit.visits[0]).toMatchObject({ visitId, disposition: 'ready', headline: 'Everything read and good' });
  expect(unit.visits[0]?.closedAt).not.toBeNull();
});
