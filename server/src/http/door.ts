import type { Context, MiddlewareHandler } from 'hono';
import { problemAnswer } from './problem';

/** Names the server answers to; a request for another name is somebody else's. */
export interface DoorNames {
  /** Lower case, without port, such as `localhost` or `vaktman.tindra.example`. */
  readonly hosts: ReadonlySet<string>;
}

/** The one place that takes lines of JSON, of any length. */
export const WHOLE_RECORD_PATH = '/api/begin/record';
/** The one place that takes files as they are: a visit, or a zip of visits. */
export const VISIT_FILES_PATH = '/api/imports/visits';

/** What a body has to be said to be, by path; JSON everywhere else. No form of another page can say any of it. */
const TYPES: Readonly<Record<string, string>> = {
  [WHOLE_RECORD_PATH]: 'application/x-ndjson',
  [VISIT_FILES_PATH]: 'application/octet-stream',
};

/** What a body sent to a path has to be said to be. */
export const bodyType = (path: string): string => TYPES[path] ?? 'application/json';

const LOOPBACK_NAMES = ['localhost', '127.0.0.1', '[::1]'] as const;
const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/** The names of this machine's loopback, the address it is told to listen on, and the public address it was given. */
export const doorNames = (host?: string, address?: string, more: readonly string[] = []): DoorNames => ({
  hosts: new Set(
    [
      ...LOOPBACK_NAMES,
      ...(host === undefined ? [] : [host]),
      ...(address === undefined ? [] : [new URL(address).hostname]),
      ...more,
    ]
      .map((name) => name.trim().toLowerCase())
      .filter((name) => name !== ''),
  ),
});

const hostOf = (c: Context): string => {
  const asked = c.req.header('host') ?? new URL(c.req.url).host;
  return asked.replace(/:\d+$/, '').toLowerCase();
};

const isOwnOrigin = (origin: string, { hosts }: DoorNames): boolean => {
  try {
    return hosts.has(new URL(origin).hostname.toLowerCase());
  } catch {
    return false;
  }
};

/** True when a path can be read as text: `%00` and broken escapes name nothing. */
const isReadable = (path: string): boolean => {
  try {
    return !decodeURIComponent(path).includes('\0');
  } catch {
    return false;
  }
};

/**
 * Who may come in: only requests for one of our names; and what writes has to come from a page of ours, as JSON, so that
 * no other page open in the same browser can write in somebody's name. Programs outside a browser send no origin.
 */
export const door =
  (names: DoorNames): MiddlewareHandler =>
  async (c, next) => {
    if (!names.hosts.has(hostOf(c))) return problemAnswer(c, 421, `This server does not answer to ${hostOf(c)}.`);
    if (!isReadable(c.req.path)) return problemAnswer(c, 404, 'Nothing is at this address.');
    if (!READS.has(c.req.method)) {
      const site = c.req.header('sec-fetch-site');
      const origin = c.req.header('origin');
      if (
        (site !== undefined && site !== 'same-origin' && site !== 'none') ||
        (origin !== undefined && !isOwnOrigin(origin, names))
      )
        return problemAnswer(c, 403, 'Nothing was stored: the request comes from another page.');
      // Neither can be sent by a page of somebody else's without being asked about first.
      const type = bodyType(c.req.path);
      if ((c.req.header('content-type') ?? '').split(';')[0]?.trim().toLowerCase() !== type)
        return problemAnswer(c, 415, `Nothing was stored: expected the content type ${type}.`);
    }
    await next();
    return undefined;
  };
