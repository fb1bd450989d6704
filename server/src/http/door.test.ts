import { Hono } from 'hono';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { appOn, demoDatabase } from '../../test/testDatabase';
import { type Pool } from '../index';
import { door, doorNames } from './door';
import { serveInterface } from './staticFiles';
import { StreamCount } from './streamCount';

let app: ReturnType<typeof appOn>;
let pool: Pool;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ pool, drop } = await demoDatabase());
  app = appOn(pool, { publicAddress: 'https://vaktman.tindra.example' });
}, 60_000);
afterAll(async () => drop());

const put = (headers: Record<string, string>) =>
  app.request('/api/fleet/method', {
    method: 'PUT',
    headers: { 'content-type': 'application/json', ...headers },
    body: JSON.stringify({ profile: 'pile' }),
  });

describe('the door', () => {
  it('lets a page of ours and a program write', async () => {
    expect((await put({ origin: 'http://localhost:8080', 'sec-fetch-site': 'same-origin' })).status).toBe(200);
    expect((await put({})).status).toBe(200);
  });
  it.each([
    ['another page', { origin: 'https://elsewhere.example' }, 403],
    ['another page that hides where it is', { origin: 'null' }, 403],
    ['a page of another site in the same browser', { 'sec-fetch-site': 'cross-site' }, 403],
    ['a form instead of JSON', { 'content-type': 'application/x-www-form-urlencoded' }, 415],
    ['plain text', { 'content-type': 'text/plain' }, 415],
    ['somebody who asks for another host', { host: 'rebound.example' }, 421],
  ])('keeps out %s', async (_who, headers, status) => expect((await put(headers)).status).toBe(status));
  it('answers to the names it was given, and sends nothing to other origins', async () => {
    const own = new Hono();
    own.use(door(doorNames('10.0.0.4', 'https://vaktman.tindra.example', [' Bay-Server ', ''])));
    own.get('/', (c) => c.text('in'));
    const status = async (host: string) => (await own.request('/', { headers: { host } })).status;
    expect(await status('vaktman.tindra.example')).toBe(200);
    expect(await status('10.0.0.4:8080')).toBe(200);
    expect(await status('bay-server')).toBe(200);
    expect(await status('other.example')).toBe(421);
    const { headers } = await app.request('/api/fleet', { headers: { origin: 'https://elsewhere.example' } });
    expect(headers.get('access-control-allow-origin')).toBeNull();
  });
  it.each([
    '/api/units/%00',
    '/api/visits/%E0%A4%A',
    '/%2e%2e/%2e%2e/etc/passwd%00',
    '/api/batteries/%FF',
    '/api/units/a%00b/history',
  ])('answers the odd path %s with 404', async (path) => expect((await app.request(path)).status).toBe(404));
  it('answers odd queries without failing', async () => {
    for (const query of ['?q=%00', '?q=%25%25%5C', `?q=${'x'.repeat(5000)}`, '?state=nowhere'])
      expect((await app.request(`/api/batteries${query}`)).status).toBeLessThan(500);
  });
});

describe('the files of the interface', () => {
  it('are the page for a view, and 404 for a file that is not there', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'vaktman-web-'));
    mkdirSync(join(folder, 'assets'));
    writeFileSync(join(folder, 'index.html'), '<title>Vaktman</title>');
    writeFileSync(join(folder, 'assets/a.js'), 'export {}');
    try {
      const web = new Hono();
      await serveInterface(web, folder);
      const there = await web.request('/assets/a.js');
      expect(there.headers.get('cache-control')).toContain('immutable');
      for (const path of ['/assets/gone-1a2b.js', '/robots.txt', '/old.woff2']) {
        const answer = await web.request(path);
        expect([answer.status, answer.headers.get('cache-control')?.includes('immutable') ?? false]).toEqual([
          404,
          false,
        ]);
      }
      for (const path of ['/', '/units/P-07', '/units/P.07', '/visits/x/battery.load/A'])
        expect(await (await web.request(path)).text()).toContain('Vaktman');
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});

describe('open streams', () => {
  it('are counted for each device and all together, and given back once', () => {
    const streams = new StreamCount();
    const back = Array.from({ length: 10 }, () => streams.take('tablet'));
    expect(() => streams.take('tablet')).toThrow('Too many streams');
    const other = streams.take('phone');
    back[0]!();
    back[0]!();
    streams.take('tablet');
    expect(() => streams.take('tablet')).toThrow('Too many streams');
    other();
  });
});
