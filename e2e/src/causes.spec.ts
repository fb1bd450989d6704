import { goTo, allSent, expect, test } from './vaktman';
import { goOnWith, rested } from './begun';

test('asks why a young battery is flat, and leads from the sheet of causes to the test that tells most for its minutes', async ({
  ready: page,
  vaktman,
}) => {
  const visitId = await goOnWith(page, vaktman, 'S-01', rested({ A: 12.1 }));
  await goTo(page, `/visits/${visitId}/findings`);
  const sheet = page.getByRole('region', { name: 'Why did battery A die' });
  await expect(sheet.getByRole('listitem').filter({ hasText: 'not read' }).first()).toBeVisible();
  await sheet.getByRole('link', { name: /^Read next: leakage over the case, battery A/ }).click();
  await expect(page.getByRole('heading', { name: 'Leakage over the case of battery A' })).toBeVisible();
  await page.keyboard.type('1.6');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('group', { name: 'Keypad' })).toHaveCount(0);
  await goTo(page, `/visits/${visitId}/findings`);
  await expect(sheet.getByRole('listitem').filter({ hasText: 'Leakage over its case' })).toContainText('speaks for it');
  await expect(sheet.getByRole('link', { name: /^Read next:/ })).not.toContainText('leakage');
  await allSent(page);
  const judged = (await vaktman.visit(visitId)).file.readings.map(({ step }) => step);
  expect(judged).toContain('battery.caseLeak');
});
