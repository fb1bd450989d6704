import { serveStatic } from '@hono/node-server/serve-static';
import type { Env as HonoEnv, Hono } from 'hono';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { problemAnswer } from './problem';

const FOREVER = 'public, max-age=31536000, immutable';

/** Serves the built interface: hashed assets for good, every other address as the one page. */
export const serveInterface = async <Env extends HonoEnv>(app: Hono<Env>, folder: string): Promise<void> => {
  const page = await readFile(join(folder, 'index.html'), 'utf8');
  app.use('/assets/*', async (c, next) => {
    await next();
    if (c.res.status === 200) c.header('cache-control', FOREVER);
  });
  for (const asked of ['/', '/index.html', '/sw.js'])
    app.use(asked, async (c, next) => {
      await next();
      c.header('cache-control', 'no-cache');
    });
  app.use('*', serveStatic({ root: folder, precompressed: true }));
  app.get('*', (c) => {
    // A file that is not there is not the page. What names a unit, a battery or a test point may have a dot in it.
    if (
      c.req.path.startsWith('/assets/') ||
      /\.[a-z0-9]{1,12}$/i.test(c.req.path.replace(/^\/(units|batteries|visits|practice)\/.*/, ''))
    )
      return problemAnswer(c, 404, `Nothing is at ${c.req.path}.`);
    c.header('cache-control', 'no-cache');
    return c.html(page);
  });
};
