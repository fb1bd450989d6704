import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Pool } from './pool';

/** Any number will do, as long as every Vaktman server takes the same. */
const LOCK_KEY = 7_214_090_112;

/** Where migration files lie: beside this module, in source and in the build alike. */
export const MIGRATIONS_FOLDER = join(import.meta.dirname, 'migrations');

/**
 * Applies every .sql file of the folder that the database has not seen, in order of name, each in a transaction of its
 * own, while holding an advisory lock, so that several servers may start at once.
 * @returns names of the files applied now
 * @throws when an applied file was edited, or a new file sorts before an applied one
 */
export const migrate = async (pool: Pool, folder: string = MIGRATIONS_FOLDER): Promise<string[]> => {
  const names = (await readdir(folder)).filter((name) => name.endsWith('.sql')).sort();
  const client = await pool.connect();
  try {
    await client.query('SELECT pg_advisory_lock($1)', [LOCK_KEY]);
    await client.query(
      'CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, checksum text NOT NULL, applied_at timestamptz NOT NULL DEFAULT now())',
    );
    const { rows } = await client.query<{ name: string; checksum: string }>(
      'SELECT name, checksum FROM migration ORDER BY name',
    );
    const known = new Map(rows.map(({ name, checksum }) => [name, checksum]));
    const last = rows.at(-1)?.name ?? '';
    const applied: string[] = [];
    for (const name of names) {
      const sql = await readFile(join(folder, name), 'utf8');
      const checksum = createHash('sha256').update(sql).digest('hex');
      const before = known.get(name);
      if (before === checksum) continue;
      if (before !== undefined)
        throw new Error(`Migration ${name} was edited after it was applied. Expected a new file instead.`);
      if (name < last)
        throw new Error(`Migration ${name} sorts before ${last}, which is applied. Expected new files to sort last.`);
      await client.query('BEGIN');
      try {
        await client.query(sql);
        await client.query('INSERT INTO migration (name, checksum) VALUES ($1, $2)', [name, checksum]);
        await client.query('COMMIT');
      } catch (error) {
        await client.query('ROLLBACK');
        throw new Error(`Migration ${name} failed and was undone.`, { cause: error });
      }
      applied.push(name);
    }
    return applied;
  } finally {
    await client.query('SELECT pg_advisory_unlock($1)', [LOCK_KEY]);
    client.release();
  }
};
