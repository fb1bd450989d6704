import type { Page } from '@playwright/test';
import { readsBy } from './settings';
import { goTo, enterOn, allSent, choose, expect, goOn, test } from './vaktman';
import { violationsOn } from './violations';

const lead = (page: Page, name: string) =>
  page.getByRole('group', { name: 'Leads' }).getByRole('button', { name: new RegExp(`^${name}`) });
const putOn = async (page: Page, words: RegExp): Promise<void> => {
  await enterOn(page.getByRole('button', { name: words }));
};
const meter = async (page: Page): Promise<number> =>
  Number((await page.getByTestId('meter').innerText()).replace(/\s|V/g, '').replace('−', '-'));

test('solves an exercise on the bench: probes, pile, reading, and the fault named with its place', async ({
  page,
  vaktman,
}) => {
  await vaktman.signIn(page.context(), 'T. Brandvold');
  await page.goto(`${vaktman.url}/practice`);
  await expect(page.getByRole('note')).toContainText('Practice');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'It clicks and groans' })
    .getByRole('link', { name: 'Bench' })
    .click();
  await lead(page, 'RED').click();
  await putOn(page, /Put the lead on the starter ground/);
  await putOn(page, /Put the lead on post A −/);
  await lead(page, 'CLAMP').click();
  await putOn(page, /^Positive cable/);
  await choose(page, 'Carbon pile', 'starter');
  await page.getByRole('slider').focus();
  for (let i = 0; i < 50; i++) await page.keyboard.press('ArrowRight');
  await expect.poll(() => meter(page)).toBeGreaterThan(1.2);
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByRole('list', { name: 'Notebook' })).toContainText('RED starter ground, BLACK post A −');
  for (let i = 0; i < 50; i++) await page.keyboard.press('ArrowLeft');
  await page.getByRole('slider').press('Home');
  await choose(page, 'What is wrong', 'joint.resistive');
  await choose(page.getByRole('group', { name: 'Name the fault' }), 'Where', 'starter.ground');
  await page.getByRole('button', { name: 'Name it' }).click();
  await page.getByRole('button', { name: 'That is all' }).click();
  await expect(page.getByRole('heading', { name: 'Found', exact: true })).toBeVisible();
  await expect(page.getByTestId('points')).toContainText('100');
  await expect(page.getByText(/Volts lost at a joint, starter ground/).first()).toBeVisible();
  const violations = await violationsOn(page);
  expect(violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')).toEqual([]);
});

test('gets an exercise wrong: the wrong part, a long load, and a debrief that says so', async ({ page, vaktman }) => {
  await vaktman.signIn(page.context(), 'T. Brandvold');
  await page.goto(`${vaktman.url}/practice/6`);
  await choose(page, 'Part or joint', { words: 'Replace the starter' });
  await page.getByRole('button', { name: 'Do it' }).click();
  const spent = page.getByText(/^\d+ min of \d+/);
  const minutes = async (): Promise<number> => Number.parseInt(await spent.innerText(), 10);
  const before = await minutes();
  await page.getByRole('button', { name: 'Wait 10 min' }).click();
  // Ten minutes of the machine are ten of whoever works on it, and stay spent when the page is loaded anew.
  await expect.poll(minutes).toBeGreaterThanOrEqual(before + 10);
  await page.reload();
  await expect(spent).toBeVisible();
  expect(await minutes()).toBeLessThanOrEqual(before + 11);
  expect(await minutes()).toBeGreaterThanOrEqual(before + 10);
  await choose(page, 'Carbon pile', 'starter');
  await page.getByRole('slider').focus();
  for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: 'Wait 10 min' }).click();
  await expect(page.getByText('something dangerous was done')).toBeVisible();
  // The machine of after a reload has done nothing yet; whoever works on it has.
  await page.reload();
  await expect(page.getByText('something dangerous was done')).toBeVisible();
  await choose(page, 'What is wrong', 'starter.motor');
  await page.getByRole('button', { name: 'Name it' }).click();
  await page.getByRole('button', { name: 'That is all' }).click();
  await expect(page.getByRole('heading', { name: 'Not found' })).toBeVisible();
  await expect(page.getByText('Hidden: bad joint, starter B+ stud')).toBeVisible();
  await expect(page.getByText('Replace the starter')).toBeVisible();
  await expect(page.getByText('The pile was on for more than 15 s.')).toBeVisible();
});

test('leads a practice visit on the real screens and keeps it apart from the real ones', async ({ page, vaktman }) => {
  const before = await vaktman.watch();
  await vaktman.signIn(page.context(), 'T. Brandvold');
  await page.goto(`${vaktman.url}/practice`);
  await page
    .getByRole('listitem')
    .filter({ hasText: 'One of four' })
    .getByRole('button', { name: 'As a visit' })
    .click();
  await page.getByRole('button', { name: 'All of it is clean and sound' }).click();
  await page.getByRole('button', { name: 'It has rested' }).click();
  await page.getByRole('heading', { name: 'How long has it rested?' }).waitFor();
  await page.keyboard.type('12');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Read the simulated instruments' }).click();
  await expect(page.getByRole('heading', { name: 'Battery A at rest' })).toBeVisible();
  await expect(page.getByRole('note')).toContainText('Practice');
  await goOn(page);
  await page.reload();
  await expect(page.getByRole('button', { name: /^Battery B/, pressed: true })).toBeVisible();
  // Its crank on the oscilloscope, with humps and ripple of the same machine.
  await goTo(page, new URL(page.url()).pathname.replace(/battery\.openCircuit.*/, 'start.trace/bank'));
  await page.getByRole('button', { name: 'Crank the simulated machine' }).click();
  await expect(page.getByRole('row', { name: /Turns/ })).toContainText('rpm');
  await page.getByRole('button', { name: 'Keep the trace' }).click();
  await expect(page.getByRole('button', { name: 'Take again' })).toBeVisible();
  await page.getByRole('link', { name: 'Leave step' }).click();
  await page.getByRole('link', { name: 'Record' }).click();
  await expect(page.getByRole('img', { name: /^Volts and amperes/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'PDF, A4' })).toHaveCount(0);
  await allSent(page);
  expect(await vaktman.watch()).toEqual(before);
});

test('catches a load test from the instruments without typing', async ({ page, vaktman }) => {
  await vaktman.signIn(page.context(), 'T. Brandvold');
  await readsBy(page);
  await page.goto(`${vaktman.url}/units/S-01/prepare`);
  await page.getByLabel('Battery temperature').fill('-4');
  await page.getByText('Read, and done').click();
  await page.getByRole('button', { name: 'Start the visit' }).click();
  await page.getByRole('button', { name: 'All of it is clean and sound' }).click();
  await page.getByRole('button', { name: 'It has rested' }).click();
  await page.getByRole('heading', { name: 'How long has it rested?' }).waitFor();
  await page.keyboard.type('12');
  await page.keyboard.press('Enter');
  for (const position of ['A', 'B']) {
    await expect(page.getByRole('heading', { name: `Resting volts, battery ${position}` })).toBeVisible();
    await page.keyboard.type('12.7');
    await page.keyboard.press('Enter');
    await goOn(page);
  }
  await page.getByRole('button', { name: 'Let meter and clamp be listened to' }).click();
  await page.getByRole('button', { name: /start 15 s/ }).click();
  await expect(page.getByRole('status', { name: 'Instruments' })).toContainText('hold it', { timeout: 15_000 });
  await page.getByRole('button', { name: 'Load is off', exact: true }).click({ timeout: 25_000 });
  await expect(page.getByTestId('entry-lowestVolts')).toContainText(/\d/);
  const caught = Number((await page.getByTestId('entry-lowestVolts').innerText()).replace(/[^\d.]/g, ''));
  expect(caught).toBeGreaterThan(8.5);
  await page.getByRole('button', { name: 'Save reading' }).click();
  await expect(page.getByRole('heading', { name: 'Battery A under load' })).toBeVisible();
  await allSent(page);
  const visitId = /visits\/([^/]+)/.exec(page.url())![1]!;
  const visit = await vaktman.visit(visitId);
  const load = visit.file.readings.find(({ step }) => step === 'battery.load');
  expect(load).toMatchObject({ point: 'A', instrument: 'feed' });
  expect(load?.step === 'battery.load' && load.lowestVolts).toBeCloseTo(caught, 2);
});
