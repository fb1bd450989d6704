import type { Locator, Page } from '@playwright/test';

/** Presses the digits of a PIN, key by key. */
export const pressed = async (page: Page, digits: string): Promise<void> => {
  for (const digit of digits) await page.getByRole('button', { name: digit, exact: true }).click();
};

/** The key that says who is working at a device. */
export const whoKey = (page: Page): Locator => page.getByRole('button', { name: /^Working here/ });

/** Settings of a device before its first page: one battery after the other, and no step by itself. */
export const oneByOne = (): void => {
  if (localStorage.getItem('vaktman.settings') === null)
    localStorage.setItem('vaktman.settings', JSON.stringify({ sound: false, goesOn: false, bankAtOnce: false }));
};
