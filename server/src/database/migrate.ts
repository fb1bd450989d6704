import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import type pg from 'pg';
import type { Pool } from './pool';

/** Any number will do, as long as every Vaktman server takes the same. */
const LOCK_KEY = 7_214_090_112;

/** Where migration files lie: beside this module, in source and in the build alike. */
export const MIGRATIONS_FOLDER = join(import.meta.dirname, 'migrations');

/** A statement that may take as long as it needs, whatever the pool allows a request. */
const patient = (text: string): pg.QueryConfig & { query_timeout: number } => ({ text, query_timeout: LONGEST_MS });
const LONGEST_MS = 30 * 60_000;
const RETRY_LOCK_MS = 200;

/** Takes the lock, waiting for whoever holds it without holding a statement open. */
const locked = async (client: pg.PoolClient): Promise<void> => {
  for (;;) {
    const { rows } = await client.query<{ got: boolean }>('SELECT pg_try_advisory_lock($1) AS got', [LOCK_KEY]);
    if (rows[0]?.got === true) return;
    await pause(RETRY_LOCK_MS);
  }
};

/**
 * Applies every .sql file of the folder that the database has not seen, in order of name, each in a transaction of its
 * own, while holding an advisory lock, so that several servers may start at once.
 * @returns names of the files applied now
 * @throws when an applied file was edited, a new file sorts before an applied one, or the database has files of a newer program
 */
export const migrate = async (pool: Pool, folder: string = MIGRATIONS_FOLDER): Promise<string[]> => {
  const names = (await readdir(folder)).filter((name) => name.endsWith('.sql')).sort();
  const client = await pool.connect();
  try {
    // Another server may be migrating for long, and a migration may take longer than a request may.
    await client.query('SET statement_timeout = 0; SET idle_in_transaction_session_timeout = 0; SET lock_timeout = 0');
    await locked(client);
    await client.query(
      'CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, checksum text NOT NULL, applied_at timestamptz NOT NULL DEFAULT now())',
    );
    const { rows } = await client.query<{ name: string; checksum: string }>(
      'SELECT name, checksum FROM migration ORDER BY name',
    );
    const unknown = rows.find(({ name }) => !names.includes(name));
    if (unknown !== undefined)
      throw new Error(
        `The database was made by a newer Vaktman: it has ${unknown.name}, which this one does not know. Expected the same or a newer program.`,
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
        await client.query(patient(sql));
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
    // Its limits were lifted: the connection is not given back to be used by requests.
    client.release(true);
  }
};
