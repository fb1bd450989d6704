import type { Context } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';

/** Browsers keep no cookie longer. */
const DEVICE_S = 400 * 24 * 3600;
const SESSION = 'vaktman_session';
const DEVICE = 'vaktman_device';

/** The two things a browser carries: who is signed in, and which device it is. No script of a page can read either. */
export class Cookies {
  /** @param isSecure served by TLS: the cookies then bind to this very host and go over TLS alone */
  constructor(private readonly isSecure: boolean) {}

  #options() {
    const usual = { httpOnly: true, sameSite: 'Lax', path: '/' } as const;
    return this.isSecure ? ({ ...usual, secure: true, prefix: 'host' } as const) : usual;
  }
  #read(c: Context, name: string): string | undefined {
    return this.isSecure ? getCookie(c, name, 'host') : getCookie(c, name);
  }
  session(c: Context): string | undefined {
    return this.#read(c, SESSION);
  }
  device(c: Context): string | undefined {
    return this.#read(c, DEVICE);
  }
  setSession(c: Context, secret: string, hours: number): void {
    setCookie(c, SESSION, secret, { ...this.#options(), maxAge: Math.round(hours * 3600) });
  }
  setDevice(c: Context, secret: string): void {
    setCookie(c, DEVICE, secret, { ...this.#options(), maxAge: DEVICE_S });
  }
  dropSession(c: Context): void {
    const { prefix, ...options } = { prefix: undefined, ...this.#options() };
    deleteCookie(c, prefix === undefined ? SESSION : `__Host-${SESSION}`, options);
  }
}
