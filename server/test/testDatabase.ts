import { demoArchive } from '@vaktman/demo';
import { randomUUID } from 'node:crypto';
import pino from 'pino';
import { createApp, importArchive, migrate, openPool, PdfThread, type ChangeHub, type Pool } from '../src/index';

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

const pdfs = new PdfThread();

/** What a test needs of the outside. */
export interface Around {
  /** Loopback port of an instruments' adapter. */
  readonly feedPort?: number;
  readonly weatherUrl?: string;
  readonly hub?: ChangeHub;
  readonly publicAddress?: string;
}

/** The routes on one database. */
export const appOn = (pool: Pool, around: Around = {}) =>
  createApp({ pool, pdfs, ...around, log: pino({ level: 'silent' }) });
