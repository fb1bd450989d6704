import { goTo, choose, expect, test } from './vaktman';

test('takes a battery into store by its date code, tests it on the bench, and says what a tester is worth on a new one', async ({
  ready: page,
}) => {
  await goTo(page, '/batteries?state=store');
  await page.getByRole('button', { name: 'Take one into store' }).click();
  await page.getByRole('textbox', { name: 'Serial' }).fill('BR-90001');
  await page.getByRole('textbox', { name: 'Make' }).fill('Brannfell');
  await page.getByLabel(/Cold cranking/).fill('920');
  await page.getByLabel(/Date code/).fill('C6');
  await expect(page.getByText('made Mar 2026')).toBeVisible();
  await page.getByRole('button', { name: 'Take it into store' }).click();
  await page.getByRole('link', { name: 'BR-90001' }).click();
  await expect(page.getByText(/Mar 2026, \d+ months ago: charge and test first/)).toBeVisible();

  const bench = async (test: string, ...values: string[]): Promise<void> => {
    await page.getByRole('link', { name: 'Test it on the bench' }).click();
    if (test !== 'Open-circuit volts') await choose(page, 'Test', { words: test });
    await expect(page.getByRole('heading', { name: test })).toBeVisible();
    for (const value of values) {
      await page.keyboard.type(value);
      await page.keyboard.press('Enter');
    }
    await expect(page.getByRole('table', { name: 'On the bench' })).toBeVisible();
  };
  await bench('Open-circuit volts', '12.84');
  await bench('Conductance', '610');
  const table = page.getByRole('table', { name: 'On the bench' });
  await expect(table.getByRole('row', { name: /Conductance/ })).toContainText(/Conductance alone does not condemn/);
  await expect(table).toContainText('Never fitted: a hand-held tester is for used batteries');
  await bench('Load test', '10.41', '462', '15', '12');
  await expect(table.getByRole('row', { name: /Load test/ })).toContainText('passed');
  // The same trend as its visits will carry on.
  await expect(page.getByRole('table', { name: 'What was read of it' })).toContainText('bench');
});
