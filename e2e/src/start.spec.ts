import { expect, test } from '@playwright/test';
import { watchSchema } from '@vaktman/contract';
import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const root = join(import.meta.dirname, '../..');

interface Started {
  readonly process: ChildProcess;
  readonly url: string;
  readonly said: () => string;
}

/** Runs the start command until it says it is ready. */
const start = (data: string, ...args: string[]): Promise<Started> =>
  new Promise((resolve, reject) => {
    const { DATABASE_URL: _given, ...env } = process.env;
    const child = spawn(process.execPath, ['scripts/start.mjs', ...args], {
      cwd: root,
      env: { ...env, VAKTMAN_DATA: data },
    });
    let said = '';
    const listen = (chunk: Buffer): void => {
      said += chunk.toString();
      const url = /ready: (http:\S+)/.exec(said)?.[1];
      if (url !== undefined && said.includes('Ctrl-C')) resolve({ process: child, url, said: () => said });
    };
    child.stdout.on('data', listen);
    child.stderr.on('data', listen);
    child.once('exit', (code) => reject(new Error(`start ended with ${code}: ${said}`)));
  });

const interrupt = (started: Started): Promise<number | null> =>
  new Promise((resolve) => {
    started.process.once('exit', resolve);
    started.process.kill('SIGINT');
  });

const units = async ({ url }: Started) => watchSchema.parse(await (await fetch(`${url}/api/watch`)).json()).units;
const addUnit = ({ url }: Started, id: string) =>
  fetch(`${url}/api/units`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      yardId: 'lower',
      unit: {
        id,
        description: 'Spare',
        systemVolts: 12,
        bank: { arrangement: '1S1P', batteries: [{ position: 'A', string: 1, chemistry: 'agm', duty: 'truck' }] },
      },
    }),
  });

test('starts with the demo fleet, keeps the data, starts over when told, and stops cleanly', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'vaktman-start-'));
  // A temporary folder is its owner's alone; the user PostgreSQL runs as must be able to pass through it.
  chmodSync(folder, 0o755);
  const data = join(folder, 'data');
  const blocker = createServer().listen(8080, '127.0.0.1');
  try {
    const first = await start(data);
    expect(first.said()).toContain('Port 8080 is taken');
    expect(await units(first)).toHaveLength(14);
    expect((await addUnit(first, 'X-1')).status).toBe(201);
    const databasePid = Number(readFileSync(join(data, 'postgres/postmaster.pid'), 'utf8').split('\n')[0]);
    expect(await interrupt(first)).toBe(0);
    expect(() => process.kill(databasePid, 0)).toThrow('ESRCH');
    expect(existsSync(join(data, 'postgres/postmaster.pid'))).toBe(false);

    const second = await start(data);
    expect((await units(second)).map(({ unitId }) => unitId)).toContain('X-1');
    await interrupt(second);

    const third = await start(data, '--fresh');
    expect(await units(third)).toHaveLength(14);
    await interrupt(third);
  } finally {
    blocker.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
