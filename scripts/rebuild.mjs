// Makes everything computed from facts anew: npm run rebuild, on the private database or the one DATABASE_URL names.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuild } from './build.mjs';
import { dataFolder, startPostgres } from './setup/postgres.mjs';
import { root } from './setup/root.mjs';

await ensureBuild();
const given = process.env.DATABASE_URL;
const database =
  given === undefined
    ? await startPostgres(dataFolder(process.env.VAKTMAN_DATA ?? join(root, '.data')))
    : { url: given, stop: async () => {} };
const { status } = spawnSync(process.execPath, [join(root, 'dist/server/rebuild.mjs')], {
  stdio: 'inherit',
  env: { ...process.env, DATABASE_URL: database.url },
});
await database.stop();
process.exit(status ?? 1);
