import { readFile } from 'node:fs/promises';
import { expect, test, unitsListed } from './vaktman';

test('leads from the morning look to a unit, the reason, and a visit to it', async ({ ready: page, vaktman }) => {
  const answers = page.getByRole('group', { name: 'Show by what the cold will do' });
  await expect(answers.getByRole('button').first()).toContainText(/will not start on \w+ night/);
  const failing = (await vaktman.watch()).units.filter(({ cold }) => cold !== null && cold[1] > -16);
  await answers.getByRole('button', { name: /will not start/ }).click();
  await expect(page).toHaveURL(/cold=will-not/);
  const shown = unitsListed(page).getByRole('link');
  await expect(shown.filter({ hasText: 'L-11' })).toBeVisible();
  expect(await shown.count()).toBeGreaterThanOrEqual(failing.length);
  await expect(page.getByRole('complementary', { name: 'This week' })).toContainText(/P-12.*days late/s);
  await shown.filter({ hasText: 'L-11' }).click();
  await expect(page.getByRole('heading', { name: 'Starts down to' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Coldest start' })).toContainText('new battery A');
  await expect(page.getByRole('img', { name: /^Battery A: capability .*limit 70 %/ })).toBeVisible();
  await page.getByRole('link', { name: 'Start a visit' }).click();
  await expect(page).toHaveURL(/units\/L-11\/prepare/);
});

test('shows the watch as it stands once the repairs are done, and saves what to buy', async ({ ready: page }) => {
  const failed = unitsListed(page).getByRole('link').filter({ hasText: 'hold' });
  await expect(failed.first()).toBeVisible();
  const before = await failed.count();
  await page.getByRole('button', { name: 'When this is done' }).click();
  await expect(page).toHaveURL(/done=1/);
  await expect.poll(() => failed.count()).toBeLessThan(before);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const text = await readFile(await (await download).path(), 'utf8');
  expect(text.split(/\r?\n/)[0]).toBe('part,count,units');
  expect(text).toContain('P-07');
});

test('takes a night typed in above the forecast, and gives it back', async ({ ready: page }) => {
  const answers = page.getByRole('group', { name: 'Show by what the cold will do' });
  await expect(answers).toContainText('will not start');
  const sentence = await answers.textContent();
  await page.getByRole('button', { name: 'Type nights in' }).click();
  const form = page.getByRole('form', { name: 'Type a night in' });
  await form.getByLabel(/Lowest/).fill('very cold');
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(form).toContainText('expected −60 to 60 °C, received very cold');
  await form.getByLabel(/Lowest/).fill('-38');
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(form).toHaveCount(0);
  await expect(page.getByText(/some typed in/)).toBeVisible();
  await expect(page.getByText('−38').first()).toBeVisible();
  await expect(answers).not.toHaveText(sentence!);
  await page.getByRole('button', { name: 'Type nights in' }).click();
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(answers).toHaveText(sentence!);
});
