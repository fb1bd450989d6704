import type { Locator, Page } from '@playwright/test';

/** Presses the digits of a PIN, key by key. */
export const pressed = async (page: Page, digits: string): Promise<void> => {
  for (const digit of digits) await page.getByRole('button', { name: digit, exact: true }).click();
};

/** The key that says who is working at a device. */
export const whoKey = (page: Page): Locator => page.getByRole('button', { name: /^Working here/ });
