import type { Context } from 'hono';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { Pool } from '../database/pool';
import { loadWatch, watchRevision } from './watchStore';

const gzipped = promisify(gzip);

interface Kept {
  readonly revision: string;
  readonly plain: Uint8Array<ArrayBuffer>;
  readonly packed: Uint8Array<ArrayBuffer>;
}

/**
 * Answers with the watch. Its text is kept until the database counts a change, and every request asks for that count
 * first: any number of servers may run, and none shows a watch that is out of date.
 */
export const watchRoute = (pool: Pool) => {
  const kept = new Map<string, Kept>();
  return async (c: Context, fleetId: string): Promise<Response> => {
    const revision = await watchRevision(pool, fleetId);
    let watch = kept.get(fleetId);
    if (watch?.revision !== revision) {
      const fresh = await loadWatch(pool, fleetId);
      const plain = new TextEncoder().encode(fresh.json);
      watch = { revision: fresh.revision, plain, packed: new Uint8Array(await gzipped(plain)) };
      kept.set(fleetId, watch);
    }
    const etag = `"watch-${watch.revision}"`;
    const headers = { etag, 'cache-control': 'no-cache', vary: 'accept-encoding' };
    if (c.req.header('if-none-match') === etag) return c.body(null, 304, headers);
    const packs = (c.req.header('accept-encoding') ?? '').includes('gzip');
    return c.body(packs ? watch.packed : watch.plain, 200, {
      ...headers,
      'content-type': 'application/json',
      ...(packs ? { 'content-encoding': 'gzip' } : {}),
    });
  };
};
