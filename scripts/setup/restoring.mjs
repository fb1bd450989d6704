import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { contentsOf, contentsText, onUrl, versionsOf } from './contents.mjs';
import { dumpTo, fillFrom, stamp } from './dump.mjs';

const told = (error) => (error instanceof Error ? error.message : String(error));

const refuseNewer = async (url, file) => {
  const { unknown } = await versionsOf(url);
  if (unknown.length > 0)
    throw new Error(
      `${file} was made by a newer Vaktman: it has ${unknown.join(', ')}. Expected a copy of this version or an older one.`,
    );
};

/** Fills a database that somebody else keeps, and that is empty, from a copy. */
export const restoreInto = async ({ programs, url, file, say }) => {
  const isEmpty = await onUrl(url, async (client) => {
    const { rowCount } = await client.query(`SELECT 1 FROM pg_tables WHERE schemaname = 'public' LIMIT 1`);
    return rowCount === 0;
  });
  if (!isEmpty)
    throw new Error(
      'The database DATABASE_URL names is not empty. Expected an empty one: make it, then restore into it.',
    );
  try {
    fillFrom({ programs, url, file });
  } catch (error) {
    throw new Error(`Nothing was restored: ${told(error)}`, { cause: error });
  }
  await refuseNewer(url, file);
  say(`Restored: ${contentsText(await contentsOf(url))}.`);
};

/**
 * Puts a copy in place of the private database. It is filled beside the one that is there, which is copied first and
 * leaves only once the other is whole: whatever goes wrong before that changes nothing.
 * @param database as startPostgres tells it
 */
export const restorePrivate = async ({ database, data, file, say }) => {
  const { programs, keeperUrl, adminUrl, role } = database;
  const name = decodeURIComponent(new URL(adminUrl).pathname.slice(1));
  // A database is renamed from another one.
  const beside = keeperUrl('template1');
  const fresh = `restoring_${randomBytes(6).toString('hex')}`;
  await onUrl(beside, async (client) => {
    await client.query(`CREATE DATABASE ${fresh} OWNER ${role} TEMPLATE template0`);
  });
  try {
    await onUrl(keeperUrl(fresh), async (client) => {
      await client.query('CREATE EXTENSION IF NOT EXISTS btree_gist');
      await client.query(`ALTER SCHEMA public OWNER TO ${role}`);
    });
    fillFrom({ programs, url: keeperUrl(fresh), file, role });
    await refuseNewer(keeperUrl(fresh), file);
    const before = await contentsOf(adminUrl);
    if (before.units + before.visits > 0) {
      const kept = join(data, 'backups', `before-restore-${stamp()}.dump`);
      dumpTo({ programs, url: adminUrl, file: kept });
      say(`What was here, ${contentsText(before)}, is kept in ${kept}.`);
    }
    const after = await contentsOf(keeperUrl(fresh));
    await onUrl(beside, async (client) => {
      const old = `${fresh}_old`;
      await client.query(`ALTER DATABASE ${name} RENAME TO ${old}`);
      await client.query(`ALTER DATABASE ${fresh} RENAME TO ${name}`);
      await client.query(`DROP DATABASE ${old}`);
    });
    say(`Restored: ${contentsText(after)}. Start Vaktman again.`);
  } catch (error) {
    await onUrl(beside, async (client) => client.query(`DROP DATABASE IF EXISTS ${fresh}`));
    throw new Error(`Nothing was changed: ${told(error)}`, { cause: error });
  }
};
