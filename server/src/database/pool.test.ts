import pino from 'pino';
import { expect, it, vi } from 'vitest';
import { emptyDatabase } from '../../test/testDatabase';
import { openPool } from './pool';

it('tells of a connection that failed while idle in one line, without what the connection knew, and goes on with another', async () => {
  const { url, pool: other, drop } = await emptyDatabase();
  const lines: string[] = [];
  const log = pino({}, { write: (line) => void lines.push(line) });
  const pool = openPool(url, (error) => log.error({ err: error }, 'idle database connection failed'), 1);
  await pool.query(`SELECT 'told to nobody' AS kept`);
  await other.query(
    'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
  );
  await vi.waitFor(() => expect(lines).toHaveLength(1));
  expect(lines[0]).toContain('terminating connection');
  expect(lines[0]).not.toContain('connectionParameters');
  expect(lines[0]).not.toContain(new URL(url).username);
  expect((await pool.query<{ one: number }>('SELECT 1 AS one')).rows).toEqual([{ one: 1 }]);
  await pool.end();
  await drop();
});
