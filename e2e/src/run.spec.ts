import { goTo, allSent, expect, test } from './vaktman';
import { goOnWith } from './begun';

test('walks the ground run of the starter from its ends to the stretch that loses, naming places on the way', async ({
  ready: page,
  vaktman,
}) => {
  const visitId = await goOnWith(page, vaktman, 'S-01');
  await goTo(page, `/visits/${visitId}/run.volts/${encodeURIComponent('starterNegative:bank-')}`);
  await expect(page.getByRole('heading', { name: /^Read bank −/ })).toBeVisible();
  const type = async (...values: string[]): Promise<void> => {
    for (const value of values) {
      await page.keyboard.type(value);
      await page.keyboard.press('Enter');
    }
  };
  await type('0.58', '496');
  await expect(
    page.getByRole('heading', { name: /0.58 of 0.58 V is lost from starter ground to bank −/ }),
  ).toBeVisible();
  const name = async (words: string): Promise<void> => {
    await page.getByRole('button', { name: 'Name a point between' }).click();
    const form = page.getByRole('form', { name: 'Name a point between' });
    await form.getByLabel('What the probe touches there').fill(words);
    await form.getByRole('button', { name: 'Keep' }).click();
    await expect(page.getByRole('heading', { name: `Read ${words}` })).toBeVisible();
  };
  await name('frame by the ground stud');
  await type('0.07');
  await expect(
    page.getByRole('heading', { name: /0.51 of 0.58 V is lost from frame by the ground stud/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Name a point between' }).click();
  const form = page.getByRole('form', { name: 'Name a point between' });
  await form.getByLabel('What the probe touches there').fill('bank-');
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(form).toContainText('expected a name without : and -');
  await form.getByRole('button', { name: 'Leave it' }).click();
  await name('clamp A');
  await type('0.55');
  await expect(
    page.getByRole('heading', { name: /0.48 of 0.58 V is lost from frame by the ground stud to clamp A/ }),
  ).toBeVisible();
  await allSent(page);
  // What was named and read is on the server, and the worst stretch is a finding to repair.
  const { file } = await vaktman.visit(visitId);
  expect(file.unit.runs?.['starterNegative']).toEqual(['frame by the ground stud', 'clamp A']);
  expect(file.readings.filter(({ step }) => step === 'run.volts').map(({ point }) => point)).toEqual([
    'starterNegative:bank-',
    'starterNegative:frame by the ground stud',
    'starterNegative:clamp A',
  ]);
  await page.getByRole('link', { name: 'Findings and repair' }).click();
  await expect(page.getByText(/frame by the ground stud to clamp A/).first()).toBeVisible();
  // Cleaned and read again, the stretch closes.
  await goTo(page, `/visits/${visitId}/run.volts/${encodeURIComponent('starterNegative:clamp A')}`);
  await page.getByRole('button', { name: /^clamp A: / }).click();
  await type('0.09');
  await page.getByRole('button', { name: /^bank −: / }).click();
  await type('0.12');
  await expect(page.getByRole('heading', { name: 'No stretch of it loses too much' })).toBeVisible();
});
