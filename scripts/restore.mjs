// Puts a copy back in place of what is here: npm run restore -- FILE
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { claimFolder } from './setup/claim.mjs';
import { ensurePackages } from './setup/packages.mjs';
import { checkDump } from './setup/dump.mjs';
import { dataFolder, ensurePrograms, startPostgres } from './setup/postgres.mjs';
import { restoreInto, restorePrivate } from './setup/restoring.mjs';
import { root } from './setup/root.mjs';

const fail = (error, status) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(status);
};
const say = (text) => process.stdout.write(`${text}\n`);

const [name, ...more] = process.argv.slice(2);
if (name === undefined || more.length > 0) fail('Usage: npm run restore -- FILE', 2);
const file = resolve(name);
if (!existsSync(file)) fail(`${file} is not there. Expected a file made by npm run backup.`, 2);

let claim = null;
try {
  ensurePackages();
  const given = process.env.DATABASE_URL;
  if (given !== undefined) {
    const programs = ensurePrograms();
    checkDump({ programs, file });
    await restoreInto({ programs, url: given, file, say });
  } else {
    const data = dataFolder(process.env.VAKTMAN_DATA ?? join(root, '.data'));
    const answer = await claimFolder(data);
    if (!answer.claimed)
      throw new Error(
        `Vaktman runs on this data${answer.address === null ? '' : ` at ${answer.address}`}. Stop it first, then restore.`,
      );
    claim = answer;
    const database = await startPostgres(data);
    try {
      checkDump({ programs: database.programs, file });
      await restorePrivate({ database, data, file, say });
    } finally {
      await database.stop();
    }
  }
} catch (error) {
  claim?.release();
  fail(error, 1);
}
claim?.release();
