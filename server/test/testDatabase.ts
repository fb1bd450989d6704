import { demoArchive } from '@vaktman/demo';
import { randomUUID } from 'node:crypto';
import pino from 'pino';
import { createApp, importArchive, migrate, openPool, type Pool } from '../src/index';

/** A migrated database of its own for one test file, on the PostgreSQL that the test command started. */
export const freshDatabase = async (): Promise<{ pool: Pool; url: string; drop: () => Promise<void> }> => {
  const admin = process.env['TEST_DATABASE_URL'];
  if (admin === undefined)
    throw new Error('TEST_DATABASE_URL is not set. Run these tests with npm test, which starts PostgreSQL.');
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const adminPool = openPool(admin, () => undefined);
  await adminPool.query(`CREATE DATABASE ${name}`);
  const url = new URL(admin);
  url.pathname = `/${name}`;
  const pool = openPool(url.href, () => undefined);
  await migrate(pool);
  return {
    pool,
    url: url.href,
    drop: async () => {
      await pool.end();
      await adminPool.query(`DROP DATABASE ${name}`);
      await adminPool.end();
    },
  };
};

/** The routes on a database of their own with the demo fleet in it, as it stands at a moment. */
export const demoApp = async (
  nowMs: number,
): Promise<{ app: ReturnType<typeof appOn>; pool: Pool; drop: () => Promise<void> }> => {
  const { pool, drop } = await freshDatabase();
  await importArchive(pool, demoArchive(), nowMs);
  return { app: appOn(pool), pool, drop };
};

/** The routes on one database; with the loopback port of an instruments' adapter and a weather service's address when a test needs them. */
export const appOn = (pool: Pool, feedPort?: number, weatherUrl?: string) =>
  createApp({ pool, feedPort, weatherUrl, log: pino({ level: 'silent' }) });
