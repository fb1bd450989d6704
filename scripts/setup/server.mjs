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
  const child = spawn(process.execPath, command, {
    cwd: root,
    detached: true,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
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
      child.kill('SIGTERM');
      await ended;
    },
  };
};
