import type { BrowserContext, Page } from '@playwright/test';

/** How most of these tests read: by day, in silence, one battery and one step at a time, and no unit kept for a shift without network. */
const PLAIN = { theme: 'day', sound: false, goesOn: false, bankAtOnce: false, shiftYards: [] as string[] | null };

/** Gives a browser settings before its first page; what its reader chooses there afterwards stands. */
export const readsBy = (browser: Page | BrowserContext, settings: Partial<typeof PLAIN> = {}): Promise<unknown> =>
  browser.addInitScript(
    (text) => {
      if (localStorage.getItem('vaktman.settings') === null) localStorage.setItem('vaktman.settings', text);
    },
    JSON.stringify({ ...PLAIN, ...settings }),
  );
