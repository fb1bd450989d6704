import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, openSync, closeSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { runningPort, startPostgres } from './postgres.mjs';

/** What a private database holds, counted. */
const contents = async (url) => {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const { rows } = await client.query(
      `SELECT (SELECT count(*) FROM unit)::int AS units, (SELECT count(*) FROM visit)::int AS visits`,
    );
    return rows[0];
  } catch {
    // Not even its tables were made.
    return { units: 0, visits: 0 };
  } finally {
    await client.end();
  }
};

/** Wipes the private database, after saying what it holds and keeping a dump of it. */
export async function startOver(data, children, say) {
  const cluster = join(data, 'postgres');
  if (!existsSync(join(cluster, 'PG_VERSION'))) return;
  if (runningPort(cluster) !== null)
    throw new Error('A database runs on this data without a start command. Stop it first, then start with --fresh.');
  const database = await startPostgres(data, { children });
  const { units, visits } = await contents(database.adminUrl);
  const folder = join(data, 'dumps');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = join(folder, `before-fresh-${new Date().toISOString().replaceAll(/[:.]/g, '-')}.dump`);
  const out = openSync(file, 'wx', 0o600);
  const dumped = spawnSync(join(database.programs, 'pg_dump'), ['--format=custom', `--dbname=${database.adminUrl}`], {
    stdio: ['ignore', out, 'pipe'],
    encoding: 'utf8',
  });
  closeSync(out);
  await database.stop();
  if (dumped.status !== 0) {
    rmSync(file, { force: true });
    throw new Error(`Nothing was wiped: a dump could not be kept. ${dumped.stderr}`);
  }
  say(`Starting over: ${units} units and ${visits} visits are wiped. A dump is kept in ${file}.`);
  rmSync(cluster, { recursive: true, force: true });
  rmSync(join(data, 'database.json'), { force: true });
  rmSync(join(data, 'database-password'), { force: true });
}
