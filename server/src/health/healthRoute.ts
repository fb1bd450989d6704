import type { Context } from 'hono';
import type { Pool } from '../database/pool';

/** Whoever watches the server wants an answer, not patience. */
const PATIENCE_MS = 2000;

/** Whether server and database both answer, within two seconds. */
export const healthAnswer = async (c: Context, pool: Pool): Promise<Response> => {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<'away'>((resolve) => {
    timer = setTimeout(() => resolve('away'), PATIENCE_MS);
  });
  const asked = pool.query('SELECT 1').then(
    () => 'ok' as const,
    () => 'away' as const,
  );
  const database = await Promise.race([asked, late]);
  clearTimeout(timer);
  return c.json({ status: database === 'ok' ? 'ok' : 'failing', database }, database === 'ok' ? 200 : 503);
};
