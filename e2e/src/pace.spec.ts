import { expect, stripSurfaceCharge, test, NOWHERE } from './vaktman';
import { goOnWith } from './begun';

test.use({ begins: NOWHERE });

test('types a whole bank on one screen, goes on by itself after a pass, and leads back to put a reading right', async ({
  ready: page,
  vaktman,
}) => {
  // Before each page: the page that stands may still keep its own settings over them.
  await page.addInitScript(() =>
    localStorage.setItem('vaktman.settings', JSON.stringify({ theme: 'day', sound: false })),
  );
  await page.reload();
  const visitId = await goOnWith(page, vaktman, 'P-09');
  await stripSurfaceCharge(page);
  await expect(page.getByRole('heading', { name: 'Resting volts of the bank' })).toBeVisible();
  for (const volts of ['12.71', '12.70', '12.69', '12.71']) {
    await page.keyboard.type(volts);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('heading', { name: 'Battery A at rest' })).toBeVisible();
  // It stays where one wants to stay.
  await page.getByRole('button', { name: 'Stay here' }).click();
  await page.clock.fastForward(10_000);
  await expect(page.getByRole('heading', { name: 'Battery A at rest' })).toBeVisible();
  await page.getByRole('button', { name: 'Take again' }).click();
  await page.keyboard.type('12.72');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Stay here' })).toBeVisible();
  await page.clock.fastForward(5000);
  await expect(page.getByRole('heading', { name: /^Load battery A/ })).toBeVisible();
  await page.getByRole('link', { name: 'Back to it, to put it right' }).click();
  await expect(page.getByRole('heading', { name: 'Battery A at rest' })).toBeVisible();
  // Nothing was read on it just now: it waits.
  await page.clock.fastForward(10_000);
  await expect(page.getByRole('heading', { name: 'Battery A at rest' })).toBeVisible();
  await expect
    .poll(
      async () =>
        (await vaktman.visit(visitId)).file.readings.filter(({ step }) => step === 'battery.openCircuit').length,
    )
    .toBe(5);
});
