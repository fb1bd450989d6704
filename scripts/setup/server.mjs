import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { root } from './root.mjs';

/** The first port from `wanted` on that nobody listens on. */
export const portFrom = async (wanted) => {
  for (let port = wanted; port < wanted + 100; port++) {
    const free = await new Promise((resolve) => {
      const probe = createServer();
      probe.once('error', () => resolve(false));
      probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
    });
    if (free) return port;
  }
  throw new Error(`No free port from ${wanted} to ${wanted + 99} on 127.0.0.1.`);
};

/** Starts the instruments' stand-in on a free loopback port; an adapter of one's own is named by VAKTMAN_FEED_PORT. */
const startFeed = async (watchSources) => {
  const given = process.env.VAKTMAN_FEED_PORT;
  if (given !== undefined) return { port: Number(given), stop: async () => {} };
  const command = watchSources
    ? ['--import', 'tsx', join(root, 'server/src/feed/main.ts')]
    : [join(root, 'dist/server/feed.mjs')];
  const child = spawn(process.execPath, command, { cwd: root, detached: true, stdio: ['ignore', 'pipe', 'inherit'] });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const port = await new Promise((resolve, reject) => {
    let said = '';
    child.stdout.on('data', (chunk) => {
      said += chunk;
      const match = /feed (\d+)/.exec(said);
      if (match !== null) resolve(Number(match[1]));
    });
    void ended.then((code) => reject(new Error(`The instruments' stand-in ended with ${code}.`)));
  });
  return {
    port,
    stop: async () => {
      child.kill('SIGTERM');
      await ended;
    },
  };
};

/**
 * Starts the application server and waits until it listens.
 * @returns its process and a function that stops it and waits for its end
 */
export const startServer = async ({ databaseUrl, port, demo = true, watchSources = false }) => {
  const command = watchSources
    ? [
        '--import',
        'tsx',
        '--watch-path',
        join(root, 'server/src'),
        '--watch-path',
        join(root, 'core/src'),
        join(root, 'server/src/main.ts'),
      ]
    : ['--enable-source-maps', join(root, 'dist/server/main.mjs')];
  const feed = await startFeed(watchSources);
  const child = spawn(process.execPath, command, {
    cwd: root,
    detached: true,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      VAKTMAN_FEED_PORT: String(feed.port),
      ...(demo ? { VAKTMAN_DEMO: join(root, 'dist/demo/fleet.json') } : {}),
      ...(watchSources ? {} : { VAKTMAN_WEB: join(root, 'dist/web') }),
    },
  });
  const ended = new Promise((resolve) => child.once('exit', (code) => resolve(code)));
  await new Promise((resolve, reject) => {
    let said = '';
    child.stdout.on('data', (chunk) => {
      if (said.includes('listening')) {
        process.stdout.write(chunk);
        return;
      }
      said += chunk;
      if (said.includes('listening')) resolve();
    });
    void ended.then((code) => reject(new Error(`The server ended with ${code} before it listened.`)));
  });
  return {
    ended,
    stop: async () => {
      await feed.stop();
      child.kill('SIGTERM');
      await ended;
    },
  };
};
