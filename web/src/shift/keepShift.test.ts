import type { WatchRow } from '@vaktman/contract';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { watchRow as row } from '../../test/watchRow';
import { keptAnswers } from './keptAnswers';
import { keepFailedWords, keepShift, Unreached } from './keepShift';

const nodeFetch = globalThis.fetch;
let server: Server;
let asked: string[];
let rows: WatchRow[];
let gone: string;
beforeEach(async () => {
  [asked, rows, gone] = [[], [row('P-07', 'lower'), row('S-01', 'summit')], ''];
  server = createServer((request, response) => {
    const path = (request.url ?? '').replace('/api', '');
    asked.push(path);
    if (path === gone) return response.writeHead(404).end();
    response.writeHead(200, { 'content-type': 'application/json' });
    return response.end(JSON.stringify(path === '/watch' ? { units: rows } : { path }));
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  globalThis.fetch = (path, init) => nodeFetch(`http://127.0.0.1:${port}${String(path)}`, init);
  await keptAnswers.empty();
});
afterEach(() => {
  server.closeAllConnections();
  server.close();
  globalThis.fetch = nodeFetch;
});
const bring = (yards: readonly string[] | null, deviceId = 'd-1') => keepShift(deviceId, yards, () => false);
const unitsAsked = (): string[] => asked.filter((path) => /^\/units\/[^/]+$/.test(path));

describe('bringing what a shift without network needs', () => {
  it('brings the shop and the units of the yards, and only what changed the next time', async () => {
    expect(await bring(['lower'])).toMatchObject({ kept: 1, wanted: 1 });
    expect((await keptAnswers.at('/units/P-07/history'))?.body).toEqual({ path: '/units/P-07/history' });
    expect(await keptAnswers.at('/units/S-01')).toBeNull();
    asked = [];
    await bring(['lower']);
    expect([asked.includes('/watch'), unitsAsked()]).toEqual([true, []]);
    rows = [row('P-07', 'lower', { headline: 'Weak under load: battery B' }), row('S-01', 'summit')];
    asked = [];
    await bring(['lower', 'summit']);
    expect(unitsAsked()).toEqual(['/units/P-07', '/units/S-01']);
  });
  it('lets go of units whose yard is no longer kept, and of one that left the fleet', async () => {
    await bring(null);
    await bring(['summit']);
    expect([await keptAnswers.at('/units/P-07'), (await keptAnswers.at('/units/S-01')) !== null]).toEqual([null, true]);
    gone = '/units/S-01';
    rows = [row('S-01', 'summit', { headline: 'gone' })];
    expect(await bring(['summit'])).toMatchObject({ kept: 0, wanted: 1 });
    expect(await keptAnswers.at('/units/S-01')).toBeNull();
  });
  it('keeps what it has when the server is lost in the middle', async () => {
    await bring(['lower']);
    server.closeAllConnections();
    server.close();
    await expect(bring(['lower', 'summit'])).rejects.toThrow(Unreached);
    expect(await keptAnswers.at('/units/P-07')).not.toBeNull();
  });
  it('tells a server that is away from a device that has no room', () => {
    expect(keepFailedWords(new Unreached('/watch was not answered.'))).toContain('server does not answer');
    expect(keepFailedWords(new Error('No room left'))).toBe('This device could not keep it: No room left');
  });
  it('begins with nothing on what has become another device', async () => {
    await bring(['lower'], 'd-1');
    await keptAnswers.belongTo('d-2');
    expect(await keptAnswers.paths()).toEqual([]);
  });
});
