import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { goTo, expect, test, NOWHERE } from './vaktman';

const takeIn = async (page: Page, name: string, text: string, letters: BufferEncoding = 'latin1'): Promise<void> => {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: /^Choose, drop or paste|^[^ ]+\.csv$/ }).click();
  await (await chooser).setFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text, letters) });
};

const LIST = [
  'Vehicles of the pass;;;;;;;',
  'Einheit;Bezeichnung;Standort;Bordspannung;Schaltung;Batterietyp;Startstrom;Batterie-Einbau',
  'K-01;Kehrmaschine groß;Lower Yard;24;2 in Reihe;Vlies;900;02.10.2025',
  'K-02;Kehrmaschine;Lower Yard;12;4P;Nass;"1.050";05.10.2025',
  'K-03;Kehrmaschine;Harbour;12;2S;Nass;900;31.02.2025',
  'P-07;Pflug;Lower Yard;12;4P;Nass;900;',
  'Summe;4;;;;;;',
].join('\r\n');

test.use({ person: 'M. Holt', begins: NOWHERE });

test('takes in units from a list: what is not known is asked, what is wrong is told and handed back', async ({
  ready: page,
  vaktman,
}) => {
  await goTo(page, '/import');
  await page.getByRole('link', { name: /Units from a list/ }).click();
  await takeIn(page, 'fleet.csv', LIST);
  await expect(page.getByRole('status').filter({ hasText: 'Names in row 2' })).toContainText('4 rows of data');
  const questions = page.getByRole('region', { name: 'Questions' });
  await expect(questions).toContainText('“Startstrom” is rated by?');
  await expect(page.getByRole('button', { name: 'Nothing can be taken in yet' })).toBeDisabled();
  await questions.getByRole('button', { name: 'EN' }).click();
  const problems = page.getByRole('table', { name: 'Problems' });
  await expect(problems.getByRole('row').filter({ hasText: 'Harbour' })).toContainText('Lower Yard');
  await expect(problems.getByRole('row').filter({ hasText: '31.02.2025' })).toBeVisible();
  await expect(problems.getByRole('row').filter({ hasText: 'P-07' })).toContainText('not on record');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the rows to put right' }).click();
  const back = readFileSync(await (await saved).path(), 'utf8');
  expect(back.split(/\r?\n/).map((line) => line.slice(0, 8))).toEqual(['\uFEFFEinheit', 'K-03;Keh', 'P-07;Pfl', '']);
  await page.getByRole('button', { name: 'Take in the 2 good of 4' }).click();
  await expect(page.getByRole('heading', { name: '2 units taken in' })).toBeVisible();
  const { unit, placements } = await vaktman.unit('K-02');
  expect(unit).toMatchObject({ description: 'Kehrmaschine', systemVolts: 12, bank: { arrangement: '1S4P' } });
  expect(unit.bank.batteries[0]).toMatchObject({ rating: { value: 1050, standard: 'EN' }, fitted: '2025-10-05' });
  expect(placements).toHaveLength(4);
  // What was handed back is put right in a spreadsheet, and read as the list it came from.
  await page.getByRole('button', { name: 'Another list' }).click();
  const mended = [
    ['Harbour', 'Lower Yard'],
    ['31.02.', '28.02.'],
    [';2S;', ';2P;'],
    ['P-07', 'P-71'],
  ].reduce((text, [wrong = '', right = '']) => text.replace(wrong, right), back);
  await takeIn(page, 'rows-to-put-right.csv', mended, 'utf8');
  await page.getByRole('button', { name: 'Take in 2 units' }).click();
  await expect(page.getByRole('heading', { name: '2 units taken in' })).toBeVisible();
  expect((await vaktman.unit('K-03')).unit.bank.batteries[0]).toMatchObject({
    rating: { value: 900, standard: 'EN' },
    fitted: '2025-02-28',
  });
  await page.getByRole('link', { name: 'To the register' }).click();
  await expect(page.getByRole('link', { name: /K-01/ }).first()).toBeVisible();
});

test('tells of a list that cannot be read, and takes what a column is from whoever knows', async ({
  ready: page,
  vaktman,
}) => {
  await goTo(page, '/import/units');
  await takeIn(page, 'broken.csv', 'Unit,Yard\nX-1,"Lower');
  await expect(page.getByRole('table', { name: 'Problems' })).toContainText('a closing quote');
  await takeIn(page, 'short.csv', 'Colour code,Bank,Yard\nX-9,1S1P,summit\n');
  await expect(page.getByRole('region', { name: 'Questions' })).toContainText('No column tells the unit number');
  await page.getByLabel('Taken for', { exact: true }).first().click();
  await page.getByRole('option', { name: 'unit number' }).click();
  await expect(page.getByRole('button', { name: 'Take in 1 unit' })).toBeDisabled();
  await page.getByRole('region', { name: 'Questions' }).getByRole('button', { name: 'agm' }).click();
  await page.getByRole('button', { name: 'Take in 1 unit' }).click();
  await expect(page.getByRole('heading', { name: '1 unit taken in' })).toBeVisible();
  expect((await vaktman.unit('X-9')).unit.bank.batteries).toMatchObject([{ position: 'A', chemistry: 'agm' }]);
});
