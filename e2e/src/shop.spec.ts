import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { goTo, expect, test, unitsListed, type Vaktman } from './vaktman';

const chosen = async (page: Page, press: RegExp | string, name: string, text: string): Promise<void> => {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: press }).click();
  await (await chooser).setFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
};
const LIST = [
  'Unit;Description;Where;Bordspannung;Bank;Chemistry;CCA',
  'G-01;Grader;Lower Yard;24;2S2P;AGM;900',
  'G-02;Grader;Lower Yard;24;2S2P;AGM;900',
].join('\n');

const begin = async (page: Page, empty: Vaktman): Promise<void> => {
  await page.goto(await empty.beginsAt());
  await page.getByRole('button', { name: 'Begin our own fleet' }).click();
  await page.getByLabel('What it is called').fill('Summit road crew');
  await page.getByLabel('Yard 1').fill('Lower Yard');
  await page.getByLabel('Name', { exact: true }).fill('K. Moen');
  await page.getByLabel('Passphrase', { exact: true }).fill('ravine copper teacup');
  await page.getByRole('button', { name: 'Begin this fleet' }).click();
  await expect(page.getByRole('heading', { name: 'Summit road crew has no unit yet' })).toBeVisible();
};
const plugWhere = async (page: Page, field: string): Promise<void> => {
  const where = page.getByRole('listitem').filter({ hasText: 'Where' });
  await where.getByRole('button', { name: /Taken for/ }).click();
  await page.getByRole('option', { name: field, exact: true }).click();
};
const takeUnits = async (page: Page): Promise<void> => {
  await chosen(page, /Choose, drop or paste/, 'register.csv', LIST);
  // What no column was known for is plugged in by hand, once.
  await plugWhere(page, 'yard');
  await page.getByRole('button', { name: 'Take in 2 units' }).click();
  await expect(page.getByRole('heading', { name: '2 units taken in' })).toBeVisible();
};

test('leads a new shop from the empty page to its first visit', async ({ page, empty }) => {
  await begin(page, empty);
  await page.getByRole('link', { name: 'Take in a list' }).click();
  await takeUnits(page);
  await page.getByRole('link', { name: 'Watch', exact: true }).click();
  await expect(unitsListed(page)).toContainText('G-01');
  await unitsListed(page).getByRole('link', { name: /G-01/ }).first().click();
  await expect(page.getByRole('heading', { level: 1, name: 'G-01' })).toBeVisible();
  await page.getByRole('link', { name: 'Start a visit' }).click();
  await page.getByLabel('Battery temperature').fill('-4');
  await page.getByText('Read, and done').click();
  await page.getByRole('button', { name: 'Start the visit' }).click();
  await page.waitForURL(/\/visits\//);
  await expect
    .poll(async () => (await empty.unit('G-01')).visits.map(({ technician }) => technician))
    .toEqual(['K. Moen']);
});

test('reads the next list as the last, takes a list back, and brings the whole record to another database', async ({
  page,
  empty,
  vaktman: other,
}) => {
  await begin(page, empty);
  await goTo(page, '/import/units');
  await takeUnits(page);
  await page.getByRole('button', { name: 'Another list' }).click();
  // The same headings again: what was plugged in by hand is known.
  await chosen(page, /Choose, drop or paste/, 'more.csv', LIST.replaceAll('G-0', 'H-0'));
  await expect(page.getByText('Read as the last list with these columns.')).toBeVisible();
  // What is put right of it nevertheless is not lost by leaving.
  await plugWhere(page, 'left aside');
  await page.getByRole('link', { name: 'Watch', exact: true }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Stay' }).click();
  await plugWhere(page, 'yard');
  await page.getByRole('button', { name: 'Take in 2 units' }).click();
  await page.getByRole('button', { name: 'Another list' }).click();
  await page.getByRole('button', { name: 'Take back more.csv' }).click();
  await expect(page.getByRole('row').filter({ hasText: 'more.csv' })).toContainText('taken back');
  expect((await empty.watch()).units.map(({ unitId }) => unitId)).toEqual(['G-01', 'G-02']);

  await goTo(page, '/units/G-01/edit');
  await page.getByLabel('Plate or chassis').fill('TP 4107');
  await page.getByRole('button', { name: 'Save the changes' }).click();
  await expect(page.getByRole('region', { name: 'Card' })).toContainText('TP 4107');
  await page.getByRole('link', { name: 'Who changed what here, and when' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'card: plate' })).toContainText('by K. Moen');

  const before = await empty.unit('G-01');
  await goTo(page, '/fleet');
  const saved = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Everything, to begin anew elsewhere' }).click();
  const record = readFileSync(await (await saved).path(), 'utf8');

  // Another shop's database, wiped of its demo, takes it in.
  await page.context().clearCookies();
  await other.signIn(page.context(), 'M. Holt');
  await page.goto(`${other.url}/fleet`);
  await page.getByRole('button', { name: 'Take the demo away' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Take the demo away' }).click();
  await expect(page.getByRole('button', { name: 'Begin our own fleet' })).toBeVisible({ timeout: 20_000 });
  await chosen(page, /Choose the file with everything in it/, 'record.jsonl', record);
  // Its lead chooses a passphrase here, by the link that came when nothing was left.
  await expect(page.getByRole('heading', { name: 'Welcome, K. Moen' })).toBeVisible({ timeout: 20_000 });
  await page.getByLabel('New passphrase').fill('ravine copper teacup');
  await page.getByRole('button', { name: 'Keep them and sign in' }).click();
  await page.getByRole('link', { name: 'Watch', exact: true }).click({ timeout: 20_000 });
  await expect(unitsListed(page)).toContainText('G-01', { timeout: 20_000 });
  expect(await other.unit('G-01')).toEqual(before);
});
