import type { Page } from '@playwright/test';
import { madeCrank, traceText, type Written } from '@vaktman/core/test/traceFixture';
import { goTo, allSent, choose, expect, test, NOWHERE } from './vaktman';
import { goOnWith } from './begun';

test.use({ begins: NOWHERE });

const WEAK = madeCrank({ perSecond: 1000, cranksS: 6, compression: [1, 1, 1, 0.7, 1, 1] });

/** Ten to one, as a probe that was not told to the scope writes it: no column looks like the volts of a bank. */
const BY_PROBE: Written = { head: ['ch1,ch2,ch3'], voltsFactor: 0.1 };

const takeIn = async (page: Page, name: string, text: string): Promise<void> => {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: /Choose or drop/ }).click();
  await (await chooser).setFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
};

test('names line and column of what is wrong, and takes in a crank from three kinds of oscilloscope with its weak cylinder', async ({
  ready: page,
}) => {
  await goTo(page, '/import');
  await page.getByRole('link', { name: /A crank from an oscilloscope/ }).click();
  await takeIn(page, 'spoiled.csv', traceText(WEAK).replace('\n0.5,', '\n0.5,loose,'));
  await expect(page.getByRole('alert')).toContainText('line 502, column 2: expected a number, received loose');
  await expect(page.getByRole('img')).toHaveCount(0);
  const dialects: readonly (readonly [string, Written])[] = [
    ['comma.csv', {}],
    ['semicolon.csv', { delimiter: ';', decimal: ',', head: ['Zeit;Spannung;Strom', 'ms;V;A'], timeFactor: 1000 }],
    ['clamp.txt', { delimiter: '\t', head: ['Time (s)\tBattery (mV)\tClamp (1 mV/A)'], voltsFactor: 1000 }],
  ];
  for (const [name, written] of dialects) {
    await takeIn(page, name, traceText(WEAK, written));
    await expect(page.getByText(new RegExp(`^${name.replace('.', '\\.')}: time: column 1`))).toBeVisible();
    await expect(page.getByRole('row', { name: /At rest/ })).toContainText('12.60');
    await expect(page.getByRole('row', { name: /Turns/ })).toContainText('160');
    await expect(page.getByRole('listitem').filter({ hasText: /low/ })).toHaveCount(1);
    await expect(page.getByRole('row', { name: /Ripple/ }).first()).toContainText('too slow');
  }
  const whole = page.getByRole('img', { name: /^Volts and amperes from 0\.00 s to/ });
  await expect(whole).toBeVisible();
  await page.getByRole('button', { name: 'Nearer' }).click();
  await expect(whole).toHaveCount(0);
  await page.getByRole('button', { name: 'Farther' }).click();
  await expect(whole).toBeVisible();
});

test('keeps a crank with its visit: columns put right, the weak cylinder seen, judged, on the record and in print', async ({
  ready: page,
  vaktman,
}) => {
  const visitId = await goOnWith(page, vaktman, 'P-09');
  await goTo(page, `/visits/${visitId}/start.trace/bank`);
  await takeIn(page, 'scope.csv', traceText(WEAK, BY_PROBE));
  await expect(page.getByRole('alert')).toContainText('expected a column of volts, found none');
  await choose(page, 'Volts of the bank', '2');
  await choose(page, 'Volts of the bank, in', { words: 'V by a 10:1 probe' });
  await choose(page, 'Time', '1');
  await choose(page, 'Amperes of the clamp', '3');
  await page.getByRole('button', { name: 'Read it so' }).click();
  await expect(
    page.getByRole('heading', { name: /^It starts\..*Low compression: cylinder 4 in firing order/ }),
  ).toBeVisible();
  await expect(page.getByRole('row', { name: /At rest/ })).toContainText('12.60');
  await page.getByRole('button', { name: 'Keep the trace' }).click();
  await expect(page.getByRole('button', { name: 'Take again' })).toBeVisible();
  await allSent(page);
  const { file, events } = await vaktman.visit(visitId);
  expect(file.readings.find(({ step }) => step === 'start.trace')).toMatchObject({ restVolts: 12.6, fired: true });
  const traced = events.find(({ kind }) => kind === 'traced');
  const kept = await (await vaktman.fetch(`/api/visits/${visitId}/traces/${traced?.eventId}`)).text();
  expect(kept).toBe(traceText(WEAK, BY_PROBE));

  // What was put right once holds for the next file with the same head.
  await page.getByRole('button', { name: 'Take again' }).click();
  await takeIn(page, 'next.csv', traceText(WEAK, BY_PROBE));
  await expect(page.getByRole('button', { name: 'Keep the trace' })).toBeVisible();
  await page.getByRole('button', { name: 'Another file' }).click();
  await page.getByRole('button', { name: 'Keep the one there is' }).click();

  await goTo(page, `/visits/${visitId}/record`);
  await expect(page.getByRole('img', { name: /^Volts and amperes from 0\.00 s.*contacts close/ })).toBeVisible();
  await expect(page.getByText('Low compression: cylinder 4 in firing order').first()).toBeVisible();
  const pdf = await vaktman.fetch(`/api/visits/${visitId}/record.pdf`);
  expect((await pdf.arrayBuffer()).byteLength).toBeGreaterThan(20_000);
});

test('catches a crank from a connected oscilloscope as a burst', async ({ ready: page, vaktman }) => {
  const visitId = await goOnWith(page, vaktman, 'P-09');
  await goTo(page, `/visits/${visitId}/start.trace/bank`);
  await page.getByRole('button', { name: 'Listen to the instruments' }).click();
  await expect(page.getByRole('button', { name: 'Keep the trace' })).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('row', { name: /Turns/ })).toContainText('rpm');
  await expect(page.getByRole('heading', { name: /^It starts/ })).toBeVisible();
});
