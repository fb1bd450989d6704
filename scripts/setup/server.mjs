import { createServer } from 'node:net';
import { join } from 'node:path';
import { Children } from './children.mjs';
import { root } from './root.mjs';

/** True when nobody listens on a port of an address. */
export const isFree = (port, host = '127.0.0.1') =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });

/** The first port from `wanted` on that nobody listens on. */
export const portFrom = async (wanted, host = '127.0.0.1') => {
  for (let port = wanted; port < wanted + 100; port++) if (await isFree(port, host)) return port;
  throw new Error(`No free port from ${wanted} to ${wanted + 99} on ${host}.`);
};

/** Settings of the environment that the server is given; nothing else of it is. */
const PASSED_ON = [
  'PATH',
  'LANG',
  'LC_ALL',
  'TZ',
  'NODE_ENV',
  'NODE_EXTRA_CA_CERTS',
  'LOG_LEVEL',
  'VAKTMAN_ADDRESS',
  'VAKTMAN_HOSTS',
];
const passedOn = () =>
  Object.fromEntries(PASSED_ON.flatMap((name) => (process.env[name] === undefined ? [] : [[name, process.env[name]]])));

/** Starts a stand-in for something outside, on a free loopback port that it tells on its first line: `name port`. */
export const startStandIn = async (name, watchSources = false, children = new Children()) => {
  const command = watchSources
    ? ['--import', 'tsx', join(root, `server/src/${name}/main.ts`)]
    : [join(root, `dist/server/${name}.mjs`)];
  const { child, ended } = children.start(process.execPath, command, {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: passedOn(),
  });
  const port = await new Promise((resolve, reject) => {
    let said = '';
    child.stdout.on('data', (chunk) => {
      said += chunk;
      const match = new RegExp(`${name} (\\d+)`).exec(said);
      if (match !== null) resolve(Number(match[1]));
    });
    void ended.then((code) => reject(new Error(`The stand-in "${name}" ended with ${code}.`)));
  });
  return { port, stop: () => children.end(child.pid) };
};

/** The made-up fleet is loaded into an empty database at once, or offered on its first page. */
const DEMO_SETTINGS = { loaded: 'VAKTMAN_DEMO', offered: 'VAKTMAN_DEMO_OFFERED' };

/**
 * Starts the application server and waits until it listens.
 * @returns its process, when it ended, and a function that stops it and waits for its end
 */
export const startServer = async ({
  databaseUrl,
  port,
  host = '127.0.0.1',
  demo = 'loaded',
  watchSources = false,
  children = new Children(),
  env = {},
}) => {
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
  const { VAKTMAN_FEED_PORT: feedPort, VAKTMAN_WEATHER_URL: weatherUrl } = { ...process.env, ...env };
  const feed =
    feedPort === undefined
      ? await startStandIn('feed', watchSources, children)
      : { port: Number(feedPort), stop: async () => {} };
  const weather = weatherUrl === undefined ? await startStandIn('weather', watchSources, children) : null;
  const { child, ended } = children.start(process.execPath, command, {
    cwd: root,
    stdio: ['pipe', 'pipe', 'inherit'],
    env: {
      ...passedOn(),
      ...env,
      DATABASE_URL: databaseUrl,
      HOST: host,
      PORT: String(port),
      // The server ends when its end of this pipe closes.
      VAKTMAN_PARENT: 'pipe',
      VAKTMAN_FEED_PORT: String(feed.port),
      VAKTMAN_WEATHER_URL: weather === null ? weatherUrl : `http://127.0.0.1:${weather.port}`,
      ...(demo === 'none' ? {} : { [DEMO_SETTINGS[demo]]: join(root, 'dist/demo/fleet.json') }),
      ...(watchSources ? {} : { VAKTMAN_WEB: join(root, 'dist/web') }),
    },
  });
  child.stdin.on('error', () => {});
  const stop = async () => {
    await children.end(child.pid);
    await feed.stop();
    await weather?.stop();
  };
  try {
    await new Promise((resolve, reject) => {
      let said = '';
      child.stdout.on('data', (chunk) => {
        if (/listening \d+\n/.test(said)) {
          process.stdout.write(chunk);
          return;
        }
        said += chunk;
        const at = /listening \d+\n/.exec(said);
        if (at === null) return;
        // What it says in the same breath is for whoever started it.
        process.stdout.write(said.slice(at.index + at[0].length));
        resolve();
      });
      void ended.then((code) => reject(new Error(`The server ended with ${code} before it listened.`)));
    });
  } catch (error) {
    await stop();
    throw error;
  }
  return { pid: child.pid, ended, stop };
};
