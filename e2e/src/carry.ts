import type { BrowserContext } from '@playwright/test';

const MONTH_S = 30 * 86_400;

/** Lets a browser carry cookies that were written as one header. */
export const carry = async (context: BrowserContext, url: string, cookies: string): Promise<void> =>
  context.addCookies(
    cookies
      .split('; ')
      .filter((pair) => !pair.startsWith('__Host-'))
      .map((pair) => {
        const at = pair.indexOf('=');
        const expires = Math.round(Date.now() / 1000) + MONTH_S;
        return { name: pair.slice(0, at), value: pair.slice(at + 1), url, httpOnly: true, sameSite: 'Lax', expires };
      }),
  );
