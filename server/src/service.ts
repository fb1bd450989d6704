import { serve } from '@hono/node-server';
import type { Server } from 'node:http';
import type { Logger } from 'pino';
import { createApp } from './app';
import { ChangeHub } from './change/changeHub';
import { migrate } from './database/migrate';
import { openPool } from './database/pool';
import { loadDemo } from './fleet/loadDemo';
import { doorNames } from './http/door';
import { serveInterface } from './http/staticFiles';
import { UnderWay } from './http/underWay';
import { PdfThread } from './record/pdfThread';
import type { Settings } from './settings';
import { firstLeadLink } from './signIn/leadLink';
import { startThread } from './thread/startThread';

/** Requests that run when the server is told to stop may take this long; then their connections are cut. */
export const LAST_REQUESTS_MS = 3000;
/** How often connections whose last request has ended are looked for meanwhile. */
const IDLE_LOOK_MS = 50;
const THREAD_AGAIN_MS = 1000;

/** A server that listens. */
export interface Service {
  /** Where the first lead begins, while nobody could sign in as a lead. */
  readonly begins: URL | null;
  /** Lets running requests end for a moment, then cuts what is left, and closes the database. */
  stop(): Promise<void>;
}

/** The thread that makes outlooks; one that ended is started again, its work is kept in the database. */
const keepOutlooks = (databaseUrl: string, log: Logger) => {
  let stopping = false;
  let again: NodeJS.Timeout | undefined;
  const start = () => {
    const worker = startThread('outlookWorker', '../outlook/outlookWorker', { databaseUrl });
    worker.on('message', ({ problem }: { problem: string }) => log.error({ problem }, 'an outlook could not be made'));
    worker.on('error', (error) => log.error({ err: error }, 'the worker of outlooks failed'));
    worker.on('exit', () => {
      if (!stopping) again = setTimeout(() => (running = start()), THREAD_AGAIN_MS).unref();
    });
    return worker;
  };
  let running = start();
  return {
    /** Tells it to take nothing new. */
    leave: (): void => {
      stopping = true;
      clearTimeout(again);
      running.postMessage('stop');
    },
    /** What it has not finished by then is begun anew by the next that looks. */
    end: (): Promise<number> => running.terminate(),
  };
};

const listening = (app: ReturnType<typeof createApp>, underWay: UnderWay, { HOST, PORT }: Settings): Promise<Server> =>
  new Promise((resolve, reject) => {
    const answer: typeof app.fetch = (...asked) => underWay.count(app.fetch(...asked));
    const server = serve({ fetch: answer, hostname: HOST, port: PORT }, () => {
      server.off('error', reject);
      resolve(server);
    }) as Server;
    server.once('error', reject);
    // A request that comes in by and by may not hold a connection for ever.
    server.requestTimeout = 30_000;
    server.headersTimeout = 10_000;
  });

const closed = (server: Server): Promise<void> =>
  new Promise((resolve) => {
    const idle = setInterval(() => server.closeIdleConnections(), IDLE_LOOK_MS);
    const cut = setTimeout(() => server.closeAllConnections(), LAST_REQUESTS_MS);
    server.close(() => {
      clearTimeout(cut);
      clearInterval(idle);
      resolve();
    });
  });

/**
 * Brings the database to its newest form and serves it.
 * @throws {Error} when the database cannot be had or brought forward, the demo fleet cannot be read or the port is taken
 */
export const startService = async (settings: Settings, log: Logger): Promise<Service> => {
  let isOver = false;
  const pool = openPool(settings.DATABASE_URL, (error) => {
    // A connection that is being closed may be cut by the database as well: nobody has to be told.
    if (!isOver) log.error({ err: error }, 'idle database connection failed');
  });
  const applied = await migrate(pool);
  if (applied.length > 0) log.info({ applied }, 'migrated');
  if (settings.VAKTMAN_DEMO !== undefined) await loadDemo(pool, settings.VAKTMAN_DEMO);

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

  const begins = await firstLeadLink(pool);
  const host = settings.HOST === '0.0.0.0' ? '127.0.0.1' : settings.HOST;
  const address = settings.VAKTMAN_ADDRESS ?? `http://${host}:${settings.PORT}`;
  const underWay = new UnderWay();
  const server = await listening(app, underWay, settings);
  const outlooks = keepOutlooks(settings.DATABASE_URL, log);
  return {
    begins: begins === null ? null : new URL(begins, address),
    stop: async () => {
      const untilMs = performance.now() + LAST_REQUESTS_MS;
      outlooks.leave();
      await Promise.all([hub.stop(), closed(server)]);
      // Within the same time: whoever stops the server waits no longer for those who have gone.
      await underWay.ended(Math.max(0, untilMs - performance.now()));
      isOver = true;
      await Promise.all([pool.end(), pdfs.stop(), outlooks.end()]);
    },
  };
};
