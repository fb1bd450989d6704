import { allSent, expect, goTo, leap, test, NOWHERE } from './vaktman';
import { goOnWith } from './begun';

test.use({ begins: NOWHERE });

/** Each of them asks in its own way; what was read has to reach the server alike. */
test('keeps what is read on the screens with an entry of their own: a run, a log, the drain, a ladder, the walk', async ({
  ready: page,
  vaktman,
}) => {
  const visitId = await goOnWith(page, vaktman, 'P-07');
  const type = async (...values: string[]): Promise<void> => {
    for (const value of values) {
      await page.keyboard.type(value);
      await page.keyboard.press('Enter');
    }
  };
  const at = (step: string): Promise<void> => goTo(page, `/visits/${visitId}/${step}`);

  await at(`run.volts/${encodeURIComponent('starterNegative:bank-')}`);
  await expect(page.getByRole('heading', { name: /^Read bank −/ })).toBeVisible();
  await type('0.58', '496');
  await page.getByRole('button', { name: 'Name a point between' }).click();
  const form = page.getByRole('form', { name: 'Name a point between' });
  await form.getByLabel('What the probe touches there').fill('frame by the ground stud');
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('heading', { name: 'Read frame by the ground stud' })).toBeVisible();
  await type('0.07');
  await expect(page.getByRole('heading', { name: /0.51 of 0.58 V is lost from frame by the ground/ })).toBeVisible();

  await at('log/charge.volts@bank');
  await page.getByLabel('Engine speed').fill('1500');
  await page.getByRole('button', { name: 'Type the values as they move' }).click();
  for (const [joint, volts] of [
    ['bank +', '14.1'],
    ['alternator B+ stud', '13.1'],
  ] as const) {
    await page.getByRole('button', { name: `Move ${joint}` }).click();
    await type(volts);
    await expect(page.getByTestId('entry-volts')).not.toContainText(volts);
    await page.clock.fastForward(20_000);
  }
  // What was logged so far is still there after a reload.
  await page.reload();
  await expect(page.getByRole('heading', { name: 'It moves when alternator B+ stud is wiggled' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop and keep the log' }).click();
  await page.waitForURL(/charge\.volts\/bank/);

  await at('battery.drain/bank');
  await page.getByRole('button', { name: /The key is off/ }).click();
  await leap(page, 47 * 60_000);
  await expect(page.getByRole('timer', { name: 'Key off for' })).toContainText(/4[78]:/);
  await type('0.62');
  await expect(page.getByRole('heading', { name: 'Asleep. Pull one circuit at a time' })).toBeVisible();
  await page.getByLabel('Circuit, as its fuse is named').fill('F18 spreader control');
  await page.getByRole('heading', { name: 'Pull F18 spreader control, wait 10 s' }).click();
  await page.getByRole('button', { name: 'Zero the clamp' }).focus();
  await page.keyboard.type('0.04');
  await page.getByRole('button', { name: 'Save F18 spreader control' }).click();
  await expect(page.getByRole('row', { name: /F18 spreader control/ })).toContainText('failed');

  await at('start.ladder');
  await expect(page.getByRole('heading', { name: 'Next: bank while cranking' })).toBeVisible();
  await type('10.8');
  await expect(page.getByRole('heading', { name: 'Next: positive cable' })).toBeVisible();

  await at('start.walk');
  await expect(page.getByRole('heading', { name: 'Volts of the bank at rest', level: 2 })).toBeVisible();
  await type('12.7');
  await page.getByRole('button', { name: 'Clean' }).click();
  await expect(page.getByRole('heading', { name: 'Starter B+ to starter ground, at rest', level: 2 })).toBeVisible();

  await allSent(page);
  const { file } = await vaktman.visit(visitId);
  expect(file.unit.runs?.['starterNegative']).toEqual(['frame by the ground stud']);
  expect(file.readings.filter(({ step }) => !step.startsWith('look.'))).toMatchObject([
    { step: 'run.volts', point: 'starterNegative:bank-', volts: 0.58, amps: 496 },
    { step: 'run.volts', point: 'starterNegative:frame by the ground stud', volts: 0.07 },
    {
      step: 'charge.volts',
      volts: 13.1,
      rpm: 1500,
      unsteady: true,
      note: expect.stringMatching(/^Logged .*B\+ stud$/),
    },
    { step: 'battery.drain', point: 'bank', amps: 0.62, minutesParked: 47 },
    { step: 'battery.drainCircuit', point: 'circuit:F18 spreader control', ampsAfter: 0.04 },
    { step: 'start.crankVolts', point: 'bank', volts: 10.8 },
    { step: 'start.walk', point: 'bankRest', volts: 12.7 },
    { step: 'start.walk', point: 'bankJoints' },
  ]);
});
