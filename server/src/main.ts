import { serve } from '@hono/node-server';
import { archiveSchema } from '@vaktman/contract';
import { readFile } from 'node:fs/promises';
import pino from 'pino';
import { createApp } from './app';
import { importArchive } from './archive/importArchive';
import { migrate } from './database/migrate';
import { openPool } from './database/pool';
import { findFleetId } from './fleet/fleetStore';
import { serveInterface } from './http/staticFiles';

const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });

const required = (name: string): string => {
  const value = process.env[name];
  if (value === undefined || value === '') throw new Error(`${name} is not set. Expected it from the start command.`);
  return value;
};

const pool = openPool(required('DATABASE_URL'), (error) =>
  log.error({ err: error }, 'idle database connection failed'),
);
const port = Number(required('PORT'));

const applied = await migrate(pool);
if (applied.length > 0) log.info({ applied }, 'migrated');

const demoFile = process.env['VAKTMAN_DEMO'];
if (demoFile !== undefined && (await findFleetId(pool)) === null) {
  await importArchive(pool, archiveSchema.parse(JSON.parse(await readFile(demoFile, 'utf8'))));
  log.info('demo fleet loaded');
}

const feedPort = process.env['VAKTMAN_FEED_PORT'];
const app = createApp({
  pool,
  log,
  feedPort: feedPort === undefined ? undefined : Number(feedPort),
  weatherUrl: process.env['VAKTMAN_WEATHER_URL'],
});
const interfaceFolder = process.env['VAKTMAN_WEB'];
if (interfaceFolder !== undefined) await serveInterface(app, interfaceFolder);

const server = serve({ fetch: app.fetch, hostname: '127.0.0.1', port }, () => {
  process.stdout.write(`listening ${port}\n`);
});

/** Lets running requests end, closes the pool, and exits. A second signal is left to kill. */
const stop = (signal: string): void => {
  log.info({ signal }, 'stopping');
  server.close(() => {
    void pool.end().then(() => process.exit(0));
  });
  if ('closeIdleConnections' in server) server.closeIdleConnections();
};
process.once('SIGINT', () => stop('SIGINT'));
process.once('SIGTERM', () => stop('SIGTERM'));
