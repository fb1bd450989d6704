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

/** Starts a stand-in for something outside, on a free loopback port that it tells on its first line: `name port`. */
const startStandIn = async (name, watchSources) => {
  const command = watchSources
    ? ['--import', 'tsx', join(root, `server/src/${name}/main.ts`)]
    : [join(root, `dist/server/${name}.mjs`)];
  const child = spawn(process.execPath, command, { cwd: root, detached: true, stdio: ['ignore', 'pipe', 'inherit'] });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const port = await new Promise((resolve, reject) => {
    let said = '';
    child.stdout.on('data', (chunk) => {
      said += chunk;
      const match = new RegExp(`${name} (\\d+)`).exec(said);
      if (match !== null) resolve(Number(match[1]));
    });
    void ended.then((code) => reject(new Error(`The stand-in "${name}" ended with ${code}.`)));
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
  // Instruments and a weather service of one's own are named in the environment; otherwise the stand-ins are started.
  const feed =
    process.env.VAKTMAN_FEED_PORT === undefined
      ? await startStandIn('feed', watchSources)
      : { port: Number(process.env.VAKTMAN_FEED_PORT), stop: async () => {} };
  const weather = process.env.VAKTMAN_WEATHER_URL === undefined ? await startStandIn('weather', watchSources) : null;
  const child = spawn(process.execPath, command, {
    cwd: root,
    detached: true,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      VAKTMAN_FEED_PORT: String(feed.port),
      ...(weather === null ? {} : { VAKTMAN_WEATHER_URL: `http://127.0.0.1:${weather.port}` }),
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
      await weather?.stop();
      child.kill('SIGTERM');
      await ended;
    },
  };
};
