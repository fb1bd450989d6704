import { batteryDetailSchema, batteryListSchema } from '@vaktman/contract';
import type { Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { goTo, choose, expect, NOWHERE, pick, test, type Vaktman } from './vaktman';

test.use({ begins: NOWHERE });

const batteryAt = async (vaktman: Vaktman, unitId: string, position: string) =>
  (await vaktman.unit(unitId)).placements.find((stay) => stay.position === position && stay.to === null)!;

const detailOf = async (vaktman: Vaktman, batteryId: string) =>
  batteryDetailSchema.parse(await (await vaktman.fetch(`/api/batteries/${batteryId}`)).json());

const openBattery = async (page: Page, serial: string): Promise<void> => {
  await goTo(page, '/batteries');
  await page.getByLabel('Find by serial, unit or make').fill(serial);
  // The list as it was is still there for a moment, and goes under the finger.
  await expect(page.getByText('Batteries, 1', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: serial }).click();
  await expect(page.getByRole('heading', { name: serial })).toBeVisible();
};

test('swaps a battery between two units and keeps both histories right', async ({ ready: page, vaktman }) => {
  const mine = await batteryAt(vaktman, 'P-07', 'A');
  const other = await batteryAt(vaktman, 'P-10', 'C');
  const read = (await detailOf(vaktman, mine.batteryId)).figures;
  expect(read.length).toBeGreaterThan(5);
  await openBattery(page, mine.battery.serial!);
  const move = page.getByRole('form', { name: 'Move this battery' });
  await choose(move, 'What', 'swap');
  await move.getByRole('button', { name: 'Swap', exact: true }).click();
  await expect(move.getByText('say why')).toBeVisible();
  await expect(move.getByText('choose a battery')).toBeVisible();
  await pick(move, 'With', other.battery.serial!);
  await move.getByLabel('Why').fill('evening the banks out');
  await move.getByRole('button', { name: 'Swap', exact: true }).click();
  await expect(page.getByText('P-10, C', { exact: true })).toBeVisible();
  await expect(page.getByText('evening the banks out')).toBeVisible();
  // Each sits where the other sat, from one moment on, and what was read stays with the battery it was read of.
  expect((await batteryAt(vaktman, 'P-07', 'A')).batteryId).toBe(other.batteryId);
  expect((await batteryAt(vaktman, 'P-10', 'C')).batteryId).toBe(mine.batteryId);
  const after = await detailOf(vaktman, mine.batteryId);
  expect(after.figures).toEqual(read);
  expect(after.stays.map(({ unitId, position }) => `${unitId} ${position}`)).toEqual(['P-07 A', 'P-10 C']);
  expect(after.stays[0]!.to).toBe(after.stays[1]!.from);
  await goTo(page, '/units/P-07');
  const lives = page.getByRole('region', { name: 'Visits and batteries' });
  await expect(lives.getByRole('link', { name: new RegExp(mine.battery.serial!) })).toContainText(
    'now in P-10: evening the banks out',
  );
  await expect(page.getByText(/too few visits to say/).first()).toBeVisible();
});

test('takes a battery into store by its date code, tests it there, fits it in place of a weak one, and scraps that', async ({
  ready: page,
  vaktman,
}) => {
  const weak = await batteryAt(vaktman, 'P-07', 'B');
  await goTo(page, '/batteries?state=store');
  await page.getByRole('button', { name: 'Take one into store' }).click();
  const label = page.getByRole('form', { name: 'Take a battery into store' });
  await label.getByRole('button', { name: 'Take it into store' }).click();
  await expect(label.getByText(/expected some text/)).toBeVisible();
  await label.getByLabel('Serial').fill('BR-77001');
  await label.getByLabel('Make').fill('Brannfell');
  await label.getByLabel('Cold cranking, A').fill('920');
  await label.getByLabel(/Date code/).fill('C6');
  await expect(label.getByText('made Mar 2026')).toBeVisible();
  await label.getByRole('button', { name: 'Take it into store' }).click();
  await page.getByRole('link', { name: 'BR-77001' }).click();
  await expect(page.getByText(/Mar 2026, \d+ months ago: charge and test first/)).toBeVisible();
  await page.getByRole('link', { name: 'Test it on the bench' }).click();
  await choose(page, 'Test', { words: 'Conductance' });
  await page.getByRole('heading', { name: 'Conductance' }).waitFor();
  await page.keyboard.type('610');
  await page.keyboard.press('Enter');
  const bench = page.getByRole('table', { name: 'On the bench' });
  await expect(bench.getByRole('row', { name: /Conductance/ })).toContainText(/Conductance alone does not condemn/);
  await expect(bench).toContainText('Never fitted: a hand-held tester is for used batteries');
  // The same trend as its visits will carry on.
  await expect(page.getByRole('table', { name: 'What was read of it' })).toContainText('bench');
  const move = page.getByRole('form', { name: 'Move this battery' });
  await pick(move, 'Unit', 'P-07');
  await choose(move, 'Position', 'B');
  await move.getByLabel('Why').fill('failed its load test');
  await move.getByRole('button', { name: 'Fit', exact: true }).click();
  await expect(page.getByText('P-07, B')).toBeVisible();
  expect((await batteryAt(vaktman, 'P-07', 'B')).battery).toMatchObject({ serial: 'BR-77001' });
  await openBattery(page, weak.battery.serial!);
  await expect(page.getByText('in the store room')).toBeVisible();
  await choose(move, 'What', 'scrap');
  await move.getByLabel('Why').fill('weak under load');
  await move.getByRole('button', { name: 'Scrap', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Scrapped' })).toBeVisible();
  const listed = batteryListSchema.parse(await (await vaktman.fetch(`/api/batteries?state=scrapped`)).json());
  expect(listed.batteries.map(({ battery }) => battery.serial)).toEqual([weak.battery.serial]);
});

test('registers a unit after the likeness of another, prints its labels, and takes it out again', async ({
  ready: page,
  vaktman,
}) => {
  await vaktman.signIn(page.context(), 'M. Holt');
  // Loaded anew: the page that stands does not hear at once who works here now.
  await page.goto(`${vaktman.url}/units`);
  await page.getByRole('row', { name: /L-02/ }).getByRole('link', { name: 'Copy' }).click();
  await expect(page.getByRole('group', { name: /^Circuit of new/ })).toBeVisible();
  await expect(page.getByRole('group', { name: 'Battery D' }).getByLabel('Serial')).toHaveValue('');
  await expect(page.getByRole('group', { name: 'Starter, positive' }).getByLabel('Length, m')).toHaveValue('2.4');
  await page.getByLabel('Number').fill('L-14');
  await page.getByRole('button', { name: 'Add the unit' }).click();
  await expect(page.getByRole('heading', { name: 'L-14' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Coldest start: cannot be said' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Labels' }).click();
  expect((await readFile(await (await download).path())).subarray(0, 5).toString()).toBe('%PDF-');
  await goTo(page, '/units');
  await page.getByRole('button', { name: 'Take out L-14' }).click();
  await page.getByRole('button', { name: 'Sold' }).click();
  await page.getByRole('button', { name: 'Take it out' }).click();
  await expect(page.getByRole('row', { name: /L-14/ })).toContainText(/left .*: Sold/);
  expect((await vaktman.watch()).units.map(({ unitId }) => unitId)).not.toContain('L-14');
});
