// Starts Vaktman: packages, database, build, server; an empty database asks on its first page what to begin with. Ctrl-C stops everything.
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { claimFolder } from './setup/claim.mjs';
import { Children } from './setup/children.mjs';
import { startOptions } from './setup/options.mjs';
import { startOver } from './setup/fresh.mjs';
import { ensurePackages } from './setup/packages.mjs';
import { dataFolder, ensurePrograms, startPostgres } from './setup/postgres.mjs';
import { root } from './setup/root.mjs';
import { isFree, portFrom, startServer } from './setup/server.mjs';
import { keepBeforeUpgrade } from './setup/upgrade.mjs';

/** A part that ends by itself is started again, unless it does so over and over. */
const TRIES_A_MINUTE = 6;

const say = (text) => process.stdout.write(`${text}\n`);
const told = (error) => (error instanceof Error ? error.message : String(error));

let options;
try {
  options = startOptions(process.argv.slice(2), process.env);
} catch (error) {
  process.stderr.write(`${told(error)}\n`);
  process.exit(2);
}

const children = new Children();
let claim = null;
let vite = null;
let stopping = false;
const stopAll = async (code) => {
  if (stopping) return;
  stopping = true;
  await vite?.close();
  await children.endAll();
  claim?.release();
  process.exit(code);
};
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stopAll(0));
process.on('exit', () => claim?.release());

const { databaseUrl: given, host } = options;

/** Keeps a part running: when it ends by itself, it is said, and it is started again. */
const keepRunning = (name, first, startAgain) => {
  const ends = [];
  const watch = (part) =>
    void part.ended.then(async (code) => {
      if (stopping) return;
      ends.push(Date.now());
      const recent = ends.filter((at) => Date.now() - at < 60_000).length;
      if (recent > TRIES_A_MINUTE) {
        process.stderr.write(`The ${name} ended ${recent} times within a minute (${code}). Stopping.\n`);
        await stopAll(1);
        return;
      }
      process.stderr.write(`The ${name} ended (${code}). Starting it again ...\n`);
      for (;;) {
        try {
          watch(await startAgain());
          return;
        } catch (error) {
          if (stopping) return;
          process.stderr.write(`${told(error)}\n`);
          await pause(1000);
        }
      }
    });
  watch(first);
};

try {
  const asked = process.env.VAKTMAN_DATA ?? join(root, '.data');
  const data = given === undefined ? dataFolder(asked) : asked;
  if (given === undefined) {
    const answer = await claimFolder(data);
    if (!answer.claimed) {
      say(
        answer.address === null
          ? 'Vaktman is being started on this data by another command.'
          : `Vaktman already runs at ${answer.address}`,
      );
      process.exit(0);
    }
    claim = answer;
  }
  // Claimed first: two commands at once would install and build over each other.
  ensurePackages();
  if (given === undefined && options.fresh) await startOver(data, children, say);
  const { ensureBuild } = await import('./build.mjs');
  await ensureBuild();
  let databaseUrl = given;
  let programs = null;
  if (given === undefined) {
    const database = await startPostgres(data, { children });
    ({ url: databaseUrl, programs } = database);
    keepRunning('database', database, () => startPostgres(data, { children, port: database.port }));
  }
  await keepBeforeUpgrade({
    programs: () => programs ?? ensurePrograms(),
    url: databaseUrl,
    folder: join(data, 'backups'),
    say,
  });
  if (options.isPortGiven && !(await isFree(options.port, host)))
    throw new Error(`PORT: ${options.port} on ${host} is taken. Expected a free one.`);
  const port = await portFrom(options.port, host);
  if (port !== options.port) say(`Port ${options.port} is taken; using ${port}.`);
  const demo = options.demo ? 'loaded' : 'offered';
  const serve = () => startServer({ databaseUrl, port, host, demo, watchSources: options.dev, children });
  keepRunning('server', await serve(), serve);
  const address = process.env.VAKTMAN_ADDRESS ?? `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`;
  claim?.tell(address);
  if (options.dev) {
    const { createServer } = await import('vite');
    vite = await createServer({
      root: join(root, 'web'),
      configFile: join(root, 'web/vite.config.ts'),
      server: { proxy: { '/api': `http://127.0.0.1:${port}` } },
    });
    await vite.listen();
    say(`Vaktman for developers: ${vite.resolvedUrls?.local[0] ?? ''}`);
  } else say(`Vaktman is ready: ${address}`);
  say(
    given === undefined
      ? `Data: ${data}. Ctrl-C stops everything; the data stays.`
      : 'Data: the database DATABASE_URL names. Ctrl-C stops the server.',
  );
} catch (error) {
  if (!stopping) process.stderr.write(`${told(error)}\n`);
  await stopAll(1);
}
