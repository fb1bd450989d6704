import type { Archive } from '@vaktman/contract';
import { demoFleet } from '../demo/test/demoFleet';
import { importArchive, migrate, openPool } from '@vaktman/server';
import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { dataFolder, startPostgres } from './setup/postgres.mjs';
import { keepBeforeUpgrade } from './setup/upgrade.mjs';

interface Database {
  readonly url: string;
  readonly adminUrl: string;
  readonly keeperUrl: (name: string) => string;
  readonly programs: string;
  readonly stop: () => Promise<void>;
}
const root = join(import.meta.dirname, '..');
/** PostgreSQL's own user has to pass through the folder. */
const madeFolder = (): string => {
  const folder = mkdtempSync(join(tmpdir(), 'vaktman-backup-'));
  chmodSync(folder, 0o755);
  return join(folder, 'data');
};
const folders = [madeFolder(), madeFolder()] as const;
const [data, otherData] = folders;
const started = async (folder: string): Promise<Database> =>
  (await startPostgres(dataFolder(folder), { durable: false })) as unknown as Database;
const runs = (script: string, folder: string, ...args: string[]) => {
  const { DATABASE_URL: _given, ...env } = process.env;
  const { status, stdout, stderr } = spawnSync(process.execPath, [`scripts/${script}.mjs`, ...args], {
    cwd: root,
    encoding: 'utf8',
    env: { ...env, VAKTMAN_DATA: folder },
  });
  return { status, stdout, stderr };
};
const onUrl = async <T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> => {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
};
/** Every row of every table as one sum a table: two databases with the same sums hold the same. */
const sums = async (url: string): Promise<Record<string, string>> =>
  onUrl(url, async (client) => {
    const { rows } = await client.query<{ name: string }>(
      `SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' ORDER BY 1`,
    );
    const found: Record<string, string> = {};
    for (const { name } of rows) {
      const sum = await client.query<{ sum: string }>(
        `SELECT count(*) || ' ' || coalesce(md5(string_agg(t::text, chr(10) ORDER BY t::text)), '') AS sum FROM "${name}" t`,
      );
      found[name] = sum.rows[0]?.sum ?? '';
    }
    return found;
  });
/** Two units of the demo with all that is of them. */
const twoUnits = (): Archive => {
  const whole = demoFleet();
  const own = new Set(['P-07', 'P-12']);
  const placements = whole.placements.filter(({ unitId }) => own.has(unitId));
  const fitted = new Set(placements.map(({ batteryId }) => batteryId));
  return {
    ...whole,
    units: whole.units.filter(({ unit }) => own.has(unit.id)),
    batteries: whole.batteries.filter(({ batteryId }) => fitted.has(batteryId)),
    placements,
    parts: whole.parts.filter(({ unitId }) => own.has(unitId)),
    bench: [],
    visits: whole.visits.filter(({ opening }) => own.has(opening.unit.id)),
  };
};

let database: Database;
let before: Record<string, string>;
beforeAll(async () => {
  database = await started(data);
  const pool = openPool(database.url, () => undefined);
  await migrate(pool);
  await importArchive(pool, twoUnits());
  await pool.end();
  before = await sums(database.adminUrl);
}, 120_000);
afterAll(async () => {
  await database.stop();
  for (const folder of folders) rmSync(join(folder, '..'), { recursive: true, force: true });
});

describe('a copy of the record', () => {
  it('is made while the database runs, told with its size, and brings all of it back on another machine', async () => {
    const made = runs('backup', data);
    expect(made).toMatchObject({ status: 0, stderr: '' });
    const [file = '', contents = ''] = made.stdout.split('\n');
    expect(contents).toMatch(/^2 units, \d+ visits, \d+ readings, \d+ kB$/);
    expect(existsSync(`${file}.part`)).toBe(false);

    const restored = runs('restore', otherData, file);
    expect(restored.status).toBe(0);
    expect(restored.stdout).toMatch(/Restored: 2 units, \d+ visits, \d+ readings\. Start Vaktman again\./);
    const other = await started(otherData);
    try {
      expect(await sums(other.adminUrl)).toEqual(before);
      // The application's own role owns what it works on, and facts are still only ever added.
      await onUrl(other.url, async (client) => {
        await client.query(`UPDATE unit SET description = 'Plough' WHERE unit_id = 'P-07'`);
        await expect(client.query('DELETE FROM reading')).rejects.toThrow('only ever added');
      });
    } finally {
      await other.stop();
    }
  }, 120_000);

  it('keeps what was there when another is put in its place', async () => {
    const file = join(data, 'backups', readdirSync(join(data, 'backups'))[0] ?? '');
    const again = runs('restore', otherData, file);
    expect(again.stdout).toMatch(/^What was here, 2 units, .* is kept in .*before-restore-/);
    const other = await started(otherData);
    try {
      expect(await sums(other.adminUrl)).toEqual(before);
      const { rowCount } = await onUrl(other.keeperUrl('template1'), async (client) =>
        client.query(`SELECT 1 FROM pg_database WHERE datname LIKE 'restoring%'`),
      );
      expect(rowCount).toBe(0);
    } finally {
      await other.stop();
    }
  }, 120_000);

  it.each([
    ['that is not there', 'no-such.dump', 2, /is not there\. Expected a file made by npm run backup/],
    ['of something else', 'text.dump', 1, /cannot be read|Expected a file made by npm run backup/],
    ['cut short', 'half.dump', 1, /cannot be read|Nothing was changed/],
  ])('changes nothing when told a file %s', async (_what, name, status, words) => {
    const good = join(data, 'backups', readdirSync(join(data, 'backups'))[0] ?? '');
    const file = join(data, name);
    if (name === 'text.dump') writeFileSync(file, 'no copy at all');
    if (name === 'half.dump') {
      const whole = readFileSync(good);
      writeFileSync(file, whole.subarray(0, Math.floor(whole.length * 0.6)));
    }
    const refused = runs('restore', data, file);
    expect(refused.status).toBe(status);
    expect(refused.stderr).toMatch(words);
    expect(await sums(database.adminUrl)).toEqual(before);
  });

  it('of a newer program is refused and changes nothing', async () => {
    const file = join(data, 'newer.dump');
    await onUrl(database.adminUrl, async (client) =>
      client.query(`INSERT INTO migration (name, checksum) VALUES ('9999_later.sql', 'x')`),
    );
    expect(runs('backup', data, file).status).toBe(0);
    await onUrl(database.adminUrl, async (client) =>
      client.query(`DELETE FROM migration WHERE name = '9999_later.sql'`),
    );
    const refused = runs('restore', data, file);
    expect(refused.status).toBe(1);
    expect(refused.stderr).toContain('made by a newer Vaktman: it has 9999_later.sql');
    expect(await sums(database.adminUrl)).toEqual(before);
  });

  it('of many keeps the latest as told', () => {
    runs('backup', data);
    expect(runs('backup', data, '--keep', '2').stdout).toMatch(/removed vaktman-/);
    expect(readdirSync(join(data, 'backups')).filter((name) => name.startsWith('vaktman-'))).toHaveLength(2);
    expect(runs('backup', data, '--keep', 'all')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('--keep: expected a count from 1, received all') as string,
    });
  });
});

describe('an upgrade', () => {
  const kept = async (url: string): Promise<string | null> =>
    (await keepBeforeUpgrade({
      programs: () => database.programs,
      url,
      folder: join(data, 'backups'),
      say: () => undefined,
    })) as string | null;

  it('is preceded by a copy only where it changes what is there', async () => {
    expect(await kept(database.adminUrl)).toBeNull();
    await onUrl(database.adminUrl, async (client) =>
      client.query(`DELETE FROM migration WHERE name = (SELECT max(name) FROM migration)`),
    );
    const file = await kept(database.adminUrl);
    expect(file).toMatch(/before-upgrade-.*\.dump$/);
    expect(existsSync(file ?? '')).toBe(true);
  });
  it('of an empty database needs none', async () => {
    await onUrl(database.keeperUrl('template1'), async (client) => client.query('CREATE DATABASE empty_one'));
    expect(await kept(database.keeperUrl('empty_one'))).toBeNull();
  });
});
