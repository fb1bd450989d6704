import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { contentsOf } from './contents.mjs';
import { dumpTo, stamp } from './dump.mjs';
import { runningPort, startPostgres } from './postgres.mjs';

/** Wipes the private database, after saying what it holds and keeping a dump of it. */
export async function startOver(data, children, say) {
  const cluster = join(data, 'postgres');
  if (!existsSync(join(cluster, 'PG_VERSION'))) return;
  if (runningPort(cluster) !== null)
    throw new Error('A database runs on this data without a start command. Stop it first, then start with --fresh.');
  const database = await startPostgres(data, { children });
  const { units, visits } = await contentsOf(database.adminUrl);
  const file = join(data, 'backups', `before-fresh-${stamp()}.dump`);
  try {
    dumpTo({ programs: database.programs, url: database.adminUrl, file });
  } catch (error) {
    throw new Error(`Nothing was wiped. ${error.message}`, { cause: error });
  } finally {
    await database.stop();
  }
  say(`Starting over: ${units} units and ${visits} visits are wiped. A dump is kept in ${file}.`);
  rmSync(cluster, { recursive: true, force: true });
  rmSync(join(data, 'database.json'), { force: true });
  rmSync(join(data, 'database-password'), { force: true });
}
