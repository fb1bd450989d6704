// Starts Vaktman: packages, database, build, demo data, server. Ctrl-C stops everything.
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensurePackages } from './setup/packages.mjs';
import { root } from './setup/root.mjs';

const WANTED_PORT = 8080;
const { values } = parseArgs({
  options: { fresh: { type: 'boolean', default: false }, dev: { type: 'boolean', default: false } },
});
const say = (text) => process.stdout.write(`${text}\n`);

ensurePackages();
const { ensureBuild } = await import('./build.mjs');
const { dataFolder, startPostgres } = await import('./setup/postgres.mjs');
const { portFrom, startServer } = await import('./setup/server.mjs');

const given = process.env.DATABASE_URL;
const asked = process.env.VAKTMAN_DATA ?? join(root, '.data');
const data = given === undefined ? dataFolder(asked) : asked;
const stops = [];
let stopping = false;
const stopAll = async (code) => {
  if (stopping) return;
  stopping = true;
  for (const stop of stops.reverse()) await stop();
  process.exit(code);
};
process.on('SIGINT', () => void stopAll(0));
process.on('SIGTERM', () => void stopAll(0));

try {
  if (values.fresh) {
    if (given !== undefined)
      throw new Error('--fresh starts over the private database only. Empty the one DATABASE_URL names yourself.');
    if (existsSync(join(data, 'postgres', 'postmaster.pid')))
      throw new Error('Vaktman is running on this data. Stop it first, then start with --fresh.');
    rmSync(join(data, 'postgres'), { recursive: true, force: true });
    rmSync(join(data, 'database-password'), { force: true });
  }
  await ensureBuild();
  const database = given === undefined ? await startPostgres(data) : { url: given, stop: async () => {} };
  stops.push(database.stop);
  const port = await portFrom(WANTED_PORT);
  if (port !== WANTED_PORT) say(`Port ${WANTED_PORT} is taken; using ${port}.`);
  const server = await startServer({ databaseUrl: database.url, port, watchSources: values.dev });
  stops.push(server.stop);
  void server.ended.then((code) => {
    if (!stopping) {
      process.stderr.write(`The server ended unexpectedly with ${code}.\n`);
      void stopAll(1);
    }
  });
  if (values.dev) {
    const { createServer } = await import('vite');
    const vite = await createServer({
      root: join(root, 'web'),
      configFile: join(root, 'web/vite.config.ts'),
      server: { proxy: { '/api': `http://127.0.0.1:${port}` } },
    });
    await vite.listen();
    stops.push(() => vite.close());
    say(`Vaktman for developers: ${vite.resolvedUrls?.local[0] ?? ''}`);
  } else {
    say(`Vaktman is ready: http://127.0.0.1:${port}`);
  }
  say(
    given === undefined
      ? `Data: ${data}. Ctrl-C stops everything; the data stays.`
      : 'Data: the database DATABASE_URL names. Ctrl-C stops the server.',
  );
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  await stopAll(1);
}
