import type { Page } from '@playwright/test';
import { madeCrank, traceText, type Written } from '../../core/test/traceFixture';
import { expect, test } from './vaktman';

const WEAK = madeCrank({ perSecond: 1000, cranksS: 6, compression: [1, 1, 1, 0.7, 1, 1] });

const takeIn = async (page: Page, name: string, text: string): Promise<void> => {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: /Choose or drop a file/ }).click();
  await (await chooser).setFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
};

test('takes in a crank from three kinds of oscilloscope, and sees the weak cylinder in each', async ({
  ready: page,
  vaktman,
}) => {
  await page.goto(`${vaktman.url}/import`);
  await page.getByRole('link', { name: /A crank from an oscilloscope/ }).click();
  const dialects: readonly (readonly [string, Written])[] = [
    ['comma.csv', {}],
    ['semicolon.csv', { delimiter: ';', decimal: ',', head: ['Zeit;Spannung;Strom', 'ms;V;A'], timeFactor: 1000 }],
    ['clamp.txt', { delimiter: '\t', head: ['Time (s)\tBattery (mV)\tClamp (1 mV/A)'], voltsFactor: 1000 }],
  ];
  for (const [name, written] of dialects) {
    await takeIn(page, name, traceText(WEAK, written));
    await expect(page.getByText(new RegExp(`^${name.replace('.', '\\.')}: time: column 1`))).toBeVisible();
    await expect(page.getByRole('row', { name: /^At rest/ })).toContainText('12.60');
    await expect(page.getByRole('row', { name: /^Speed/ })).toContainText('160');
    await expect(page.getByRole('listitem').filter({ hasText: '% low' })).toHaveCount(1);
    await expect(page.getByRole('row', { name: /^Ripple/ }).first()).toContainText('too slow');
  }
  const whole = page.getByRole('img', { name: /^Volts and amperes from 0\.00 s to/ });
  await expect(whole).toBeVisible();
  await page.getByRole('button', { name: 'Nearer' }).click();
  await expect(whole).toHaveCount(0);
  await page.getByRole('button', { name: 'Farther' }).click();
  await expect(whole).toBeVisible();
});

test('names line and column of what is wrong with a trace, and shows nothing of it', async ({
  ready: page,
  vaktman,
}) => {
  await page.goto(`${vaktman.url}/trace`);
  await takeIn(page, 'spoiled.csv', traceText(WEAK).replace('\n0.5,', '\n0.5,loose,'));
  await expect(page.getByRole('alert')).toContainText('line 502, column 2: expected a number, received loose');
  await expect(page.getByRole('img')).toHaveCount(0);
});
