import { goTo, choose, expect, read, test, NOWHERE } from './vaktman';
import type { Page } from '@playwright/test';

test.use({ begins: NOWHERE });

/** Opens a visit for a reason, with what was seen of the machine; gives its id. */
const openFor = async (page: Page, unitId: string, reason: string, seen: string[]): Promise<string> => {
  await goTo(page, `/units/${unitId}/prepare`);
  await page.getByLabel('Battery temperature').fill('-4');
  await choose(page, 'Why', reason);
  await page.getByText('Read, and done').click();
  if (/quick/i.test(reason)) await page.getByRole('button', { name: 'Start the visit' }).click();
  else {
    await page.getByRole('button', { name: 'What was seen' }).click();
    for (const words of seen) await page.getByRole('button', { name: words, exact: true }).click();
    await page.getByRole('button', { name: /^Start: / }).click();
  }
  // The first step has to be there: until it is, the visit itself leads on to it.
  await page.waitForURL(/\/visits\/[^/]+\/[^/]/);
  return /visits\/([^/]+)/.exec(page.url())![1]!;
};

test('holds an alternator that was replaced before until it is known what kills it', async ({ ready: page }) => {
  const visitId = await openFor(page, 'C-01', 'complaint', []);
  const visit = `/visits/${visitId}`;
  await goTo(page, `${visit}/look`);
  await page.getByRole('button', { name: 'All of it is clean and sound' }).click();
  await page.waitForURL(/\/visits\/[^/]+\/(?!look)/);
  await goTo(page, `${visit}/charge.drop/positive`);
  await read(page, 'Positive charging cable', '0.15', '100');
  await goTo(page, `${visit}/charge.drop/negative`);
  await read(page, 'Ground side of the alternator', '0.1', '100');
  await goTo(page, `${visit}/charge.output/ALT1`);
  await read(page, 'Output of ALT1', '60');
  await goTo(page, `${visit}/findings`);
  const finding = page.getByRole('listitem').filter({ hasText: 'ALT1 gives too little output' });
  await expect(finding.first()).toContainText(/check again/i);
  await expect(page.getByRole('link', { name: /^Next: recharge current, bank/ })).toBeVisible();
  await expect(page.getByText('REPLACE', { exact: true })).toHaveCount(0);
});
