// Copies the whole record to one file: npm run backup [-- FILE] [-- --keep COUNT]
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { ensurePackages } from './setup/packages.mjs';
import { contentsOf, contentsText } from './setup/contents.mjs';
import { checkDump, dumpTo, keepLatest, stamp } from './setup/dump.mjs';
import { dataFolder, ensurePrograms, startPostgres } from './setup/postgres.mjs';
import { root } from './setup/root.mjs';

const USAGE = 'Usage: npm run backup [-- FILE] [-- --keep COUNT]';
const BEGINNING = 'vaktman-';

const fail = (error, status) => {
  process.stderr.write(`${error instanceof Error ? error.message.split('\n')[0] : String(error)}\n`);
  process.exit(status);
};

const told = (() => {
  try {
    const { values, positionals } = parseArgs({ options: { keep: { type: 'string' } }, allowPositionals: true });
    if (positionals.length > 1) throw new Error(USAGE);
    const keep = values.keep === undefined ? null : Number(values.keep);
    if (keep !== null && (!Number.isInteger(keep) || keep < 1))
      throw new Error(`--keep: expected a count from 1, received ${values.keep}. ${USAGE}`);
    if (keep !== null && positionals.length > 0)
      throw new Error(`--keep counts the copies in the data folder, FILE is elsewhere. ${USAGE}`);
    return { keep, file: positionals[0] };
  } catch (error) {
    return fail(error, 2);
  }
})();

try {
  ensurePackages();
  const given = process.env.DATABASE_URL;
  const data = dataFolder(process.env.VAKTMAN_DATA ?? join(root, '.data'));
  const database =
    given === undefined ? await startPostgres(data) : { url: given, programs: ensurePrograms(), stop: async () => {} };
  try {
    const folder = join(data, 'backups');
    const file = told.file === undefined ? join(folder, `${BEGINNING}${stamp()}.dump`) : resolve(told.file);
    const contents = await contentsOf(database.url);
    const bytes = dumpTo({ programs: database.programs, url: database.url, file });
    checkDump({ programs: database.programs, file });
    process.stdout.write(`${file}\n${contentsText(contents)}, ${Math.ceil(bytes / 1024)} kB\n`);
    if (told.keep !== null)
      for (const name of keepLatest(folder, BEGINNING, told.keep)) process.stdout.write(`removed ${name}\n`);
  } finally {
    await database.stop();
  }
} catch (error) {
  fail(error, 1);
}
