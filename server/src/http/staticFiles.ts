import { serveStatic } from '@hono/node-server/serve-static';
import type { Hono } from 'hono';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

const FOREVER = 'public, max-age=31536000, immutable';

/** Serves the built interface: hashed assets for good, every other address as the one page. */
export const serveInterface = async (app: Hono, folder: string): Promise<void> => {
  const page = await readFile(join(folder, 'index.html'), 'utf8');
  app.use('/assets/*', async (c, next) => {
    await next();
    if (c.res.status === 200) c.header('cache-control', FOREVER);
  });
  app.use('/sw.js', async (c, next) => {
    await next();
    c.header('cache-control', 'no-cache');
  });
  app.use('*', serveStatic({ root: folder, precompressed: true }));
  app.get('*', (c) => {
    c.header('cache-control', 'no-cache');
    return c.html(page);
  });
};
