import { allSent, goTo, expect, test } from './vaktman';
import { goOnWith } from './begun';

test('finds the lug that comes and goes by watching the running volts and moving one joint after the other', async ({
  ready: page,
  vaktman,
}) => {
  const visitId = await goOnWith(page, vaktman, 'S-01');
  await goTo(page, `/visits/${visitId}/charge.volts/bank`);
  await page.getByRole('link', { name: 'It comes and goes: log it' }).click();
  await page.getByRole('button', { name: 'Type the values as they move' }).click();
  await expect(page.getByText('enter what it is logged under')).toBeVisible();
  await page.getByLabel('Engine speed').fill('1500');
  await page.getByRole('button', { name: 'Type the values as they move' }).click();
  const type = async (volts: string): Promise<void> => {
    await page.keyboard.type(volts);
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('entry-volts')).not.toContainText(volts);
    await page.clock.fastForward(20_000);
  };
  await type('14.2');
  await page.getByRole('button', { name: 'loads on' }).click();
  await type('14.1');
  const move = async (joint: string, volts: string): Promise<void> => {
    await page.getByRole('button', { name: `Move ${joint}` }).click();
    await type(volts);
  };
  await move('bank +', '14.1');
  await move('alternator B+ stud', '13.1');
  await type('14.1');
  await expect(page.getByRole('heading', { name: 'It moves when alternator B+ stud is wiggled' })).toBeVisible();
  const joints = page.getByRole('list', { name: 'Joints to move' });
  await expect(joints.getByRole('listitem').filter({ hasText: 'it moves' })).toContainText('13.1');
  await expect(joints.getByRole('listitem').filter({ hasText: 'holds still' })).toContainText('14.1');
  // What was logged so far is still there after a reload.
  await page.clock.fastForward(4000);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'It moves when alternator B+ stud is wiggled' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop and keep the log' }).click();
  await page.waitForURL(/charge\.volts\/bank/);
  await allSent(page);
  const { file } = await vaktman.visit(visitId);
  const kept = file.readings.find(({ step }) => step === 'charge.volts');
  expect(kept).toMatchObject({ volts: 13.1, rpm: 1500, unsteady: true });
  expect(kept?.note).toMatch(
    /^Logged .* lowest 13\.10 V at .*loads on; highest 14\.20 V at .*; moved by alternator B\+ stud$/,
  );
  await goTo(page, `/visits/${visitId}/findings`);
  await expect(page.getByText(/wiggl/).first()).toBeVisible();
});
