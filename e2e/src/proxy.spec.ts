import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from '../../scripts/setup/postgres.mjs';
import { ensureTools } from '../../scripts/setup/tools.mjs';
import { expect, test } from './vaktman';

const NAME = 'vaktman.tindra.example';
const tools = ensureTools(['nginx-light', 'openssl']) as { 'nginx-light': string; openssl: string };

interface Answer {
  readonly status: number;
  readonly headers: Readonly<Record<string, string | string[] | undefined>>;
  readonly body: string;
}

/** Asks through the proxy as a browser does that found the name at this machine. */
const ask = async (
  port: number,
  path: string,
  {
    method = 'GET',
    body,
    headers = {},
    until,
  }: { method?: string; body?: string; headers?: Record<string, string>; until?: string } = {},
): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const asked = request(
      {
        host: '127.0.0.1',
        port,
        path,
        method,
        servername: NAME,
        rejectUnauthorized: false,
        headers: { host: NAME, ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
      },
      (answer) => {
        let text = '';
        const end = (): void => {
          resolve({ status: answer.statusCode ?? 0, headers: answer.headers, body: text });
          answer.destroy();
        };
        answer.on('data', (piece: Buffer) => {
          text += piece.toString();
          if (until !== undefined && text.includes(until)) end();
        });
        answer.on('end', end);
      },
    );
    asked.on('error', reject);
    asked.end(body);
  });

/** The example that ships, with ports and paths of this test in it and nothing else changed. */
const configOf = (folder: string, port: number, to: number): string => {
  const shipped = readFileSync(join(import.meta.dirname, '../../docs/examples/nginx.conf'), 'utf8');
  const own = shipped
    .replace('listen 443 ssl', `listen 127.0.0.1:${port} ssl`)
    .replaceAll('http://127.0.0.1:8080', `http://127.0.0.1:${to}`)
    .replace('/etc/ssl/vaktman.pem', join(folder, 'cert.pem'))
    .replace('/etc/ssl/private/vaktman.key', join(folder, 'key.pem'));
  const temporary = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi']
    .map((kind) => `${kind}_temp_path ${join(folder, kind)};`)
    .join('\n');
  // A worker of another user could not pass through the folder of this test.
  const user = process.getuid?.() === 0 ? 'user root;' : '';
  return `${user} daemon off; pid ${join(folder, 'pid')}; error_log stderr; events {}\nhttp { access_log off; ${temporary}\n${own} }\n`;
};

test('answers through nginx by TLS as the example sets it up: cookies bound to its name, lists of a fleet, streams', async ({
  onTls,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'vaktman-proxy-'));
  const port = (await freePort()) as number;
  spawnSync(tools.openssl, [
    ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', `/CN=${NAME}`],
    ...['-keyout', join(folder, 'key.pem'), '-out', join(folder, 'cert.pem')],
  ]);
  writeFileSync(join(folder, 'nginx.conf'), configOf(folder, port, Number(new URL(onTls.url).port)));
  const nginx = spawn(tools['nginx-light'], ['-c', join(folder, 'nginx.conf'), '-p', folder], {
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  let said = '';
  nginx.stderr.on('data', (piece: Buffer) => (said += piece.toString()));
  try {
    await expect
      .poll(async () => (await ask(port, '/healthz').catch(() => null))?.status ?? said, { timeout: 15_000 })
      .toBe(200);
    const page = await ask(port, '/');
    expect([page.status, page.headers['strict-transport-security']]).toEqual([
      200,
      'max-age=31536000; includeSubDomains',
    ]);
    expect((await ask(port, '/api/watch')).status).toBe(401);
    const entered = await ask(port, '/api/session', {
      method: 'POST',
      body: JSON.stringify({ name: 'M. Holt', passphrase: 'summit kettle drift' }),
      headers: { origin: `https://${NAME}`, 'sec-fetch-site': 'same-origin' },
    });
    const cookies = entered.headers['set-cookie'] as string[];
    expect(entered.status).toBe(200);
    for (const line of cookies)
      expect(line).toMatch(/^__Host-vaktman_\w+=.*; Path=\/; HttpOnly; Secure; SameSite=Lax$/);
    const cookie = cookies.map((line) => line.split(';')[0]).join('; ');
    expect((await ask(port, '/api/watch', { headers: { cookie } })).status).toBe(200);
    // Another page in the same browser writes nothing.
    const elsewhere = await ask(port, '/api/yards', {
      method: 'POST',
      body: JSON.stringify({ name: 'Theirs' }),
      headers: { cookie, origin: 'https://elsewhere.example' },
    });
    expect(elsewhere.status).toBe(403);
    // What changes comes through at once, and a list of a whole fleet is let through to be looked at.
    const heard = ask(port, '/api/changes', { headers: { cookie }, until: 'event: change' });
    await expect
      .poll(
        async () =>
          (
            await ask(port, '/api/yards', {
              method: 'POST',
              body: JSON.stringify({ name: `North ${Date.now()}` }),
              headers: { cookie },
            })
          ).status,
      )
      .toBe(201);
    await ask(port, '/api/units/P-07/picture', {
      method: 'PUT',
      body: JSON.stringify({ data: '/9j/4AAQ' }),
      headers: { cookie },
    });
    await ask(port, '/api/batteries', {
      method: 'POST',
      body: JSON.stringify({ battery: { chemistry: 'agm', duty: 'truck', serial: 'PROXY-1' } }),
      headers: { cookie },
    });
    expect((await heard).body).toContain('event: change');
    const list = await ask(port, '/api/imports', {
      method: 'POST',
      body: JSON.stringify({ kind: 'units', fileName: 'x'.repeat(3_000_000) }),
      headers: { cookie },
    });
    expect(list.status).toBe(422);
    // By another name nothing is answered.
    expect((await ask(port, '/api/session', { headers: { host: 'rebound.example' } })).status).toBe(421);
  } finally {
    nginx.kill();
    rmSync(folder, { recursive: true, force: true });
  }
});
