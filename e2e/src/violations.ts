import type { Page } from '@playwright/test';
import axe, { type Result, type RunOptions } from 'axe-core';

/** What of a page somebody cannot read, reach or hear, by the rules of the checker it is asked with. */
export const violationsOn = async (page: Page, options: RunOptions = {}): Promise<Result[]> => {
  // A page that was loaded anew has not heard of it.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  const { violations } = await page.evaluate(
    (asked) => (window as unknown as { axe: typeof axe }).axe.run(document, { ...asked, resultTypes: ['violations'] }),
    options,
  );
  return violations;
};
