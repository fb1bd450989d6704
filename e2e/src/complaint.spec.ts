import { goTo, allSent, choose, expect, goOn, read, readAtRest, stripSurfaceCharge, test, leap } from './vaktman';
import type { Page } from '@playwright/test';

/** Opens a visit for a reason, with what was seen of the machine; gives its id. */
const openFor = async (page: Page, unitId: string, reason: string, seen: string[]): Promise<string> => {
  await goTo(page, `/units/${unitId}/prepare`);
  await page.getByLabel('Battery temperature').fill('-4');
  await choose(page, 'Why', reason);
  await page.getByText('Read, and done').click();
  if (/quick/i.test(reason)) await page.getByRole('button', { name: 'Start the visit' }).click();
  else {
    await page.getByRole('button', { name: 'What was seen' }).click();
    for (const words of seen) await page.getByRole('button', { name: words, exact: true }).click();
    await page.getByRole('button', { name: /^Start: / }).click();
  }
  // The first step has to be there: until it is, the visit itself leads on to it.
  await page.waitForURL(/\/visits\/[^/]+\/[^/]/);
  return /visits\/([^/]+)/.exec(page.url())![1]!;
};

test('walks a control wire from the bank to the plug that loses its volts', async ({ ready: page }) => {
  const visitId = await openFor(page, 'S-01', 'complaint', ['does not crank']);
  await goTo(page, `/visits/${visitId}/run.volts/${encodeURIComponent('control:starter.control')}`);
  await expect(page.getByRole('heading', { name: /^Read / })).toBeVisible();
  const type = async (value: string): Promise<void> => {
    await page.keyboard.type(value);
    await page.keyboard.press('Enter');
  };
  // Cranking: the amps are not asked for.
  await type('1.4');
  for (const [name, volts, lost] of [
    ['key switch', '0.12', /1.28 of 1.40 V is lost from key switch/],
    ['plug at the frame', '1.3', /1.18 of 1.40 V is lost from key switch to plug at the frame/],
  ] as const) {
    // Three seconds of cranking each: the starter rests where it has to.
    await leap(page, 130_000);
    await page.getByRole('button', { name: 'Name a point between' }).click();
    await page.getByLabel('What the probe touches there').fill(name);
    await page.getByRole('button', { name: 'Keep' }).click();
    await expect(page.getByRole('heading', { name: `Read ${name}` })).toBeVisible();
    await type(volts);
    await expect(page.getByRole('heading', { name: lost })).toBeVisible();
  }
  await allSent(page);
  await page.getByRole('link', { name: 'Findings and repair' }).click();
  await expect(page.getByText(/key switch to plug at the frame/).first()).toBeVisible();
});

test('holds an alternator that was replaced before until it is known what kills it', async ({ ready: page }) => {
  const visitId = await openFor(page, 'C-01', 'complaint', []);
  const visit = `/visits/${visitId}`;
  await goTo(page, `${visit}/look`);
  await page.getByRole('button', { name: 'All of it is clean and sound' }).click();
  await page.waitForURL(/\/visits\/[^/]+\/(?!look)/);
  await goTo(page, `${visit}/charge.drop/positive`);
  await read(page, 'Positive charging cable', '0.15', '100');
  await goTo(page, `${visit}/charge.drop/negative`);
  await read(page, 'Ground side of the alternator', '0.1', '100');
  await goTo(page, `${visit}/charge.output/ALT1`);
  await read(page, 'Output of ALT1', '60');
  await goTo(page, `${visit}/findings`);
  const finding = page.getByRole('listitem').filter({ hasText: 'ALT1 gives too little output' });
  await expect(finding.first()).toContainText(/check again/i);
  await expect(page.getByRole('link', { name: /^Next: recharge current, bank/ })).toBeVisible();
  await expect(page.getByText('REPLACE', { exact: true })).toHaveCount(0);
});

test('a quick look reads little, and ends with no sign of a fault, never with ready', async ({ ready: page }) => {
  const visitId = await openFor(page, 'S-01', 'quick', []);
  const visit = `/visits/${visitId}`;
  await goTo(page, `${visit}/look`);
  await page.getByRole('button', { name: 'All of it is clean and sound' }).click();
  await page.waitForURL(/\/visits\/[^/]+\/(?!look)/);
  await goTo(page, `${visit}/battery.openCircuit/A`);
  await stripSurfaceCharge(page);
  await readAtRest(page, 'A', '12.7');
  await goOn(page);
  await readAtRest(page, 'B', '12.7');
  await goTo(page, `${visit}/start.crankVolts/bank`);
  await read(page, 'Cranking volts at the bank', '10.9');
  await goTo(page, `${visit}/charge.volts/bank`);
  await read(page, 'Running volts at the bank', '14.3', '1500');
  await goTo(page, `${visit}/charge.idle/bank`);
  await read(page, 'Volts at idle', '13.6', '700');
  await goTo(page, `${visit}/summary`);
  await expect(page.getByText(/no sign of a fault/i).first()).toBeVisible();
  await expect(page.getByText('READY', { exact: true })).toHaveCount(0);
  await allSent(page);
});
