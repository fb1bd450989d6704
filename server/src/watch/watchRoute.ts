import type { FleetId } from '@vaktman/core';
import type { Context } from 'hono';
import { promisify } from 'node:util';
import { setTimeout as pause } from 'node:timers/promises';
import { gzip } from 'node:zlib';
import type { Pool } from '../database/pool';
import { prepared } from '../database/prepared';
import { Shared } from './shared';
import { loadWatch, watchRevision } from './watchStore';

const gzipped = promisify(gzip);

interface Kept {
  readonly revision: string;
  readonly plain: Uint8Array<ArrayBuffer>;
  readonly packed: Uint8Array<ArrayBuffer>;
}

/** Looks follow one another no sooner, however many changes come and however many ask. */
const APART_MS = 150;

/**
 * Answers with the watch. Its text is kept until the database counts a change, and every request asks for that count
 * first: any number of servers may run, and none shows a watch that is out of date. Many screens that ask after one change
 * share one look.
 */
export const watchRoute = (pool: Pool) => {
  const kept = new Map<string, Kept>();
  const looking = new Map<string, Promise<Kept>>();

  let lookedMs = -Infinity;

  const look = async (fleetId: FleetId): Promise<Kept> => {
    await pause(Math.max(0, lookedMs + APART_MS - performance.now()));
    lookedMs = performance.now();
    const { json, revision } = await loadWatch(pool, fleetId);
    const plain = new TextEncoder().encode(json);
    const fresh = { revision, plain, packed: new Uint8Array(await gzipped(plain)) };
    kept.set(fleetId, fresh);
    return fresh;
  };
  const shared = (fleetId: FleetId): Promise<Kept> => {
    const begun = looking.get(fleetId);
    if (begun !== undefined) return begun;
    const looks = look(fleetId).finally(() => looking.delete(fleetId));
    looking.set(fleetId, looks);
    return looks;
  };
  /** The watch as it stands after a change, or a later one. */
  const watchAfter = async (fleetId: FleetId, revision: string): Promise<Kept> => {
    const here = kept.get(fleetId);
    if (here?.revision === revision) return here;
    const under = looking.get(fleetId);
    // One that was begun before the change does not show it.
    const begun = under === undefined ? null : await under;
    return begun !== null && BigInt(begun.revision) >= BigInt(revision) ? begun : shared(fleetId);
  };
  /** Questions that were asked before the database was answer by one count. */
  const counting = new Map<string, Shared<string>>();
  const counted = (fleetId: FleetId): Promise<string> => {
    const count = counting.get(fleetId) ?? new Shared(() => watchRevision(prepared(pool), fleetId));
    counting.set(fleetId, count);
    return count.ask();
  };
  return async (c: Context, fleetId: FleetId): Promise<Response> => {
    const revision = await counted(fleetId);
    const watch = await watchAfter(fleetId, revision);
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
