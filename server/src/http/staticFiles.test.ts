import { Hono } from 'hono';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { serveInterface } from './staticFiles';

const folder = mkdtempSync(join(tmpdir(), 'vaktman-web-'));
const app = new Hono();
beforeAll(async () => {
  mkdirSync(join(folder, 'assets'));
  writeFileSync(join(folder, 'index.html'), '<title>Vaktman</title>');
  writeFileSync(join(folder, 'assets/index-1.js'), 'export {};');
  writeFileSync(join(folder, 'assets/index-1.js.gz'), gzipSync('export {};'));
  writeFileSync(join(folder, 'sw.js'), '// worker');
  await serveInterface(app, folder);
});
afterAll(() => rmSync(folder, { recursive: true }));

describe('the built interface', () => {
  it.each([
    '/',
    '/units',
    '/units/P-07.2',
    '/batteries/0190',
    '/visits/0190/summary',
    '/visits/0190/start.joint/starter.ground',
    '/visits/0190/start.joint/starter.B%2B',
    '/visits/0190/run.volts/control%3Astarter.control',
    '/visits/0190/log/charge.volts%40bank',
    '/practice/3',
  ])('answers %s with its one page, asked for anew each time', async (path) => {
    const answer = await app.request(path);
    expect(answer.status).toBe(200);
    expect(await answer.text()).toContain('<title>Vaktman</title>');
    expect(answer.headers.get('cache-control')).toBe('no-cache');
  });
  it.each(['/assets/index-2.js', '/assets/none', '/favicon.ico', '/robots.txt', '/wp-login.php'])(
    'has nothing at %s, and says so',
    async (path) => {
      const answer = await app.request(path);
      expect(answer.status).toBe(404);
      expect(await answer.text()).toContain(`Nothing is at ${path}.`);
    },
  );
  it('is sent packed to whoever takes it so, and as it is to others', async () => {
    const ask = async (encoding: string) =>
      app.request('/assets/index-1.js', { headers: { 'accept-encoding': encoding } });
    const packed = await ask('gzip, deflate, br');
    expect(packed.headers.get('content-encoding')).toBe('gzip');
    expect(packed.headers.get('content-type')).toMatch('text/javascript');
    expect(packed.headers.get('vary')).toBe('Accept-Encoding');
    expect(gunzipSync(await packed.arrayBuffer()).toString()).toBe('export {};');
    const plain = await ask('identity');
    expect(plain.headers.get('content-encoding')).toBeNull();
    expect(await plain.text()).toBe('export {};');
  });
  it('lets a hashed file be kept for good, and the service worker not', async () => {
    expect((await app.request('/assets/index-1.js')).headers.get('cache-control')).toMatch(/immutable/);
    expect((await app.request('/sw.js')).headers.get('cache-control')).toBe('no-cache');
  });
});
