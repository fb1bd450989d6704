// Copies of a database in PostgreSQL's own form, made and read by PostgreSQL's own tools.
import { spawnSync } from 'node:child_process';
import { closeSync, fsyncSync, mkdirSync, openSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';

/** A moment as part of a file's name: `2026-11-27T21-04-05-123Z`. */
export const stamp = (now = new Date()) => now.toISOString().replaceAll(/[:.]/g, '-');

/** How PostgreSQL's tools are told where a database is: by their environment, which no list of processes shows. */
const whereOf = (url) => {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  return {
    PGHOST: searchParams.get('host') ?? hostname.replace(/^\[|\]$/g, ''),
    ...(port === '' ? {} : { PGPORT: port }),
    ...(username === '' ? {} : { PGUSER: decodeURIComponent(username) }),
    ...(password === '' ? {} : { PGPASSWORD: decodeURIComponent(password) }),
    ...(searchParams.has('sslmode') ? { PGSSLMODE: searchParams.get('sslmode') } : {}),
    PGDATABASE: decodeURIComponent(pathname.slice(1)),
  };
};

const run = (programs, name, args, url, stdio = ['ignore', 'pipe', 'pipe']) =>
  spawnSync(join(programs, name), args, {
    stdio,
    encoding: 'utf8',
    maxBuffer: 64 * 1024 * 1024,
    env: { PATH: process.env.PATH, ...(url === undefined ? {} : whereOf(url)) },
  });

/**
 * Writes a copy of a database to a file that is whole or not there at all.
 * @param programs folder of PostgreSQL's programs
 * @returns the file's size, bytes
 * @throws {Error} when it could not be made; nothing is left of it then
 */
export const dumpTo = ({ programs, url, file }) => {
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  const part = `${file}.part`;
  const out = openSync(part, 'w', 0o600);
  const dumped = run(programs, 'pg_dump', ['--format=custom', '--no-owner'], url, ['ignore', out, 'pipe']);
  fsyncSync(out);
  closeSync(out);
  if (dumped.status !== 0) {
    rmSync(part, { force: true });
    throw new Error(`The copy could not be made: ${(dumped.stderr ?? '').trim()}`);
  }
  renameSync(part, file);
  return statSync(file).size;
};

/**
 * Reads what a copy holds, without a database.
 * @throws {Error} one line that says what is wrong with the file
 */
export const checkDump = ({ programs, file }) => {
  const listed = run(programs, 'pg_restore', ['--list', file]);
  if (listed.status !== 0)
    throw new Error(`${file} cannot be read: ${(listed.stderr ?? '').trim()}. Expected a file made by npm run backup.`);
  if (!/TABLE DATA public migration /.test(listed.stdout))
    throw new Error(`${file} is a copy of some other database. Expected one made by npm run backup.`);
};

/**
 * Fills an empty database from a copy, all of it or nothing.
 * @param role who is to own what is in it; whoever connects when left out
 * @throws {Error} with PostgreSQL's own words
 */
export const fillFrom = ({ programs, url, file, role }) => {
  const options = ['--no-owner', '--no-comments', '--exit-on-error', '--single-transaction'];
  const database = new URL(url).pathname.slice(1);
  const filled = run(
    programs,
    'pg_restore',
    [...options, ...(role === undefined ? [] : [`--role=${role}`]), `--dbname=${decodeURIComponent(database)}`, file],
    url,
  );
  if (filled.status !== 0) throw new Error((filled.stderr ?? '').trim());
};

/** Removes all but the latest copies whose names begin alike. @returns names of those removed */
export const keepLatest = (folder, beginning, count) => {
  const old = readdirSync(folder)
    .filter((name) => name.startsWith(beginning) && name.endsWith('.dump'))
    .sort()
    .reverse()
    .slice(count);
  for (const name of old) rmSync(join(folder, name));
  return old;
};
