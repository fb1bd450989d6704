import type { MiddlewareHandler } from 'hono';
import { asWho } from '../database/who';

const LONGEST = 200;

/** A header's text, escaped as in an address since headers carry no letters beyond Latin; empty where it cannot be read. */
const told = (header: string | undefined): string => {
  try {
    return decodeURIComponent(header ?? '')
      .replaceAll('\0', '')
      .slice(0, LONGEST);
  } catch {
    return '';
  }
};

/** Requests say who works at their device and which device it is; changes they make are kept under both. */
export const who: MiddlewareHandler = async (c, next) =>
  asWho({ person: told(c.req.header('x-vaktman-person')), device: told(c.req.header('x-vaktman-device')) }, next);
