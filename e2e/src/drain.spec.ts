import { goTo, allSent, choose, expect, test, leap } from './vaktman';

test('traces a machine that is flat after standing to the circuit that stays awake', async ({
  ready: page,
  vaktman,
}) => {
  await goTo(page, '/units/S-01/prepare');
  await page.getByLabel('Battery temperature').fill('-4');
  await choose(page, 'Why', 'complaint');
  await page.getByText('Read, and done').click();
  await page.getByRole('button', { name: 'What was seen' }).click();
  await page.getByRole('button', { name: 'flat after standing', exact: true }).click();
  await expect(page.getByRole('img', { name: /^Order: Leakage over the case, \d+ min; Parked drain/ })).toBeVisible();
  await page.getByRole('button', { name: 'Start: leakage over the case' }).click();
  // The first step has to be there: until it is, the visit itself leads on to it.
  await page.waitForURL(/\/visits\/[^/]+\/[^/]/);
  const visitId = /visits\/([^/]+)/.exec(page.url())![1]!;
  await goTo(page, `/visits/${visitId}/battery.drain/bank`);
  await page.getByRole('button', { name: /The key is off/ }).click();
  await leap(page, 10 * 60_000);
  await page.keyboard.type('0.9');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Falling asleep: read again when the clock is there' })).toBeVisible();
  // The clock goes on through a reload, and from half an hour on the figure counts.
  await page.reload();
  await leap(page, 37 * 60_000);
  await expect(page.getByRole('timer', { name: 'Key off for' })).toContainText(/4[78]:/);
  await page.getByRole('button', { name: 'Read the whole drain again' }).click();
  await page.keyboard.type('0.62');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Asleep. Pull one circuit at a time' })).toBeVisible();
  const pull = async (name: string, after: string): Promise<void> => {
    await page.getByLabel('Circuit, as its fuse is named').fill(name);
    await page.getByRole('heading', { name: `Pull ${name}, wait 10 s` }).click();
    await page.getByRole('button', { name: 'Zero the clamp' }).focus();
    await page.keyboard.type(after);
    await page.getByRole('button', { name: `Save ${name}` }).click();
    await expect(page.getByRole('row', { name: new RegExp(name) })).toBeVisible();
  };
  await pull('F7 radio', '0.6');
  await pull('F18 spreader control', '0.04');
  await expect(page.getByRole('heading', { name: /Down to .*what is left is allowed/ })).toBeVisible();
  const row = page.getByRole('row', { name: /F18 spreader control/ });
  await expect(row).toContainText('0.56');
  await expect(row).toContainText('failed');
  await expect(page.getByText(/F18 spreader control takes .* over what is allowed/)).toBeVisible();
  await allSent(page);
  const { file } = await vaktman.visit(visitId);
  expect(file.readings.filter(({ step }) => step.startsWith('battery.drain')).map(({ point }) => point)).toEqual([
    'bank',
    'bank',
    'circuit:F7 radio',
    'circuit:F18 spreader control',
  ]);
  const whole = file.readings.filter((reading) => reading.step === 'battery.drain');
  expect(whole.map((reading) => reading.step === 'battery.drain' && reading.minutesParked)).toEqual([10, 47]);
});
