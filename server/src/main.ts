import { serve } from '@hono/node-server';
import type { Server } from 'node:http';
import pino from 'pino';
import { createApp } from './app';
import { ChangeHub } from './change/changeHub';
import { migrate } from './database/migrate';
import { openPool } from './database/pool';
import { loadDemo } from './fleet/loadDemo';
import { doorNames } from './http/door';
import { serveInterface } from './http/staticFiles';
import { PdfThread } from './record/pdfThread';
import { settingsOf, type Settings } from './settings';
import { firstLeadLink } from './signIn/leadLink';
import { startThread } from './thread/startThread';

/** Requests that run when the server is told to stop may take this long; then their connections are cut. */
const LAST_REQUESTS_MS = 3000;
/** How often connections whose last request has ended are looked for meanwhile. */
const IDLE_LOOK_MS = 50;
const THREAD_AGAIN_MS = 1000;

const fail = (error: unknown): never => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
};
const settings: Settings = (() => {
  try {
    return settingsOf(process.env);
  } catch (error) {
    return fail(error);
  }
})();

const log = pino({ level: settings.LOG_LEVEL });
const pool = openPool(settings.DATABASE_URL, (error) => log.error({ err: error }, 'idle database connection failed'));

try {
  const applied = await migrate(pool);
  if (applied.length > 0) log.info({ applied }, 'migrated');
  if (settings.VAKTMAN_DEMO !== undefined) await loadDemo(pool, settings.VAKTMAN_DEMO);
} catch (error) {
  fail(error);
}

const pdfs = new PdfThread();
const hub = new ChangeHub(settings.DATABASE_URL, (error) => log.warn({ err: error }, 'changes are not heard'));
const app = createApp({
  pool,
  pdfs,
  hub,
  log,
  feedPort: settings.VAKTMAN_FEED_PORT,
  weatherUrl: settings.VAKTMAN_WEATHER_URL,
  publicAddress: settings.VAKTMAN_ADDRESS,
  demoFile: settings.VAKTMAN_DEMO_OFFERED,
  names: doorNames(settings.HOST, settings.VAKTMAN_ADDRESS, settings.VAKTMAN_HOSTS.split(',')),
});
if (settings.VAKTMAN_WEB !== undefined) await serveInterface(app, settings.VAKTMAN_WEB);

let stopping = false;
let outlooks: ReturnType<typeof startThread> | null = null;
/** The worker of outlooks; one that ended is started again, its work is kept in the database. */
const startOutlooks = (): void => {
  const worker = startThread('outlookWorker', '../outlook/outlookWorker', { databaseUrl: settings.DATABASE_URL });
  worker.on('message', ({ problem }: { problem: string }) => log.error({ problem }, 'an outlook could not be made'));
  worker.on('error', (error) => log.error({ err: error }, 'the worker of outlooks failed'));
  worker.on('exit', () => {
    if (!stopping) setTimeout(startOutlooks, THREAD_AGAIN_MS).unref();
  });
  outlooks = worker;
};
startOutlooks();

/** Where nobody could sign in as a lead, whoever started the server is told how: they alone read this. */
const begins = await firstLeadLink(pool);
const server = serve({ fetch: app.fetch, hostname: settings.HOST, port: settings.PORT }, () => {
  const host = settings.HOST === '0.0.0.0' ? '127.0.0.1' : settings.HOST;
  const address = settings.VAKTMAN_ADDRESS ?? `http://${host}:${settings.PORT}`;
  const link =
    begins === null ? '' : `The first lead begins here, once, within a day: ${new URL(begins, address).href}\n`;
  // In one breath: whoever started it passes on what follows the first line before it says that all is ready.
  process.stdout.write(`listening ${settings.PORT}\n${link}`);
}) as Server;
server.on('error', fail);
// A request that comes in by and by may not hold a connection for ever.
server.requestTimeout = 30_000;
server.headersTimeout = 10_000;

/** Lets running requests end for a moment, then cuts what is left, closes the database and exits. */
const stop = (why: string): void => {
  if (stopping) return;
  stopping = true;
  log.info({ why }, 'stopping');
  outlooks?.postMessage('stop');
  void hub.stop();
  const idle = setInterval(() => server.closeIdleConnections(), IDLE_LOOK_MS);
  const cut = setTimeout(() => server.closeAllConnections(), LAST_REQUESTS_MS);
  const last = setTimeout(() => process.exit(0), LAST_REQUESTS_MS + 1500);
  server.close(() => {
    clearTimeout(cut);
    clearInterval(idle);
    void Promise.allSettled([pool.end(), pdfs.stop()]).then(() => {
      clearTimeout(last);
      process.exit(0);
    });
  });
};
process.on('SIGINT', () => stop('SIGINT'));
process.on('SIGTERM', () => stop('SIGTERM'));
process.on('SIGHUP', () => stop('SIGHUP'));
// Started by the start command, the server ends when that is gone: its end of this pipe then closes.
if (process.env['VAKTMAN_PARENT'] === 'pipe')
  process.stdin
    .resume()
    .on('end', () => stop('the start command ended'))
    .on('error', () => stop('the start command ended'));
