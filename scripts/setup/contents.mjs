import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './root.mjs';

/** Does something on a connection of its own. */
export const onUrl = async (url, work) => {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: url });
  // A database that is told to stop, as by Ctrl-C, cuts an idle connection: the next question on it says so.
  client.on('error', () => {});
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
};

/** What a database holds, counted; nothing where not even its tables were made. */
export const contentsOf = async (url) =>
  onUrl(url, async (client) => {
    const { rows } = await client.query(`SELECT to_regclass('public.visit') IS NOT NULL AS made`);
    if (!rows[0].made) return { units: 0, visits: 0, readings: 0 };
    const counted = await client.query(
      `SELECT (SELECT count(*) FROM unit)::int AS units, (SELECT count(*) FROM visit)::int AS visits,
              (SELECT count(*) FROM reading)::int AS readings`,
    );
    return counted.rows[0];
  });

/** What a database holds, in words. */
export const contentsText = ({ units, visits, readings }) => `${units} units, ${visits} visits, ${readings} readings`;

const migrationsFolder = () =>
  [join(root, 'dist/server/migrations'), join(root, 'server/src/database/migrations')].find((folder) =>
    existsSync(folder),
  );

/**
 * How a database stands to this program: what this one would add to it, and what it has that this one does not know.
 * @returns names of migrations, both empty for a database that is neither older nor newer
 */
export const versionsOf = async (url) => {
  const known = readdirSync(migrationsFolder())
    .filter((name) => name.endsWith('.sql'))
    .sort();
  const applied = await onUrl(url, async (client) => {
    const { rows } = await client.query(`SELECT to_regclass('public.migration') IS NOT NULL AS made`);
    if (!rows[0].made) return [];
    return (await client.query('SELECT name FROM migration ORDER BY name')).rows.map(({ name }) => name);
  });
  return {
    isNew: applied.length === 0,
    toAdd: known.filter((name) => !applied.includes(name)),
    unknown: applied.filter((name) => !known.includes(name)),
  };
};
