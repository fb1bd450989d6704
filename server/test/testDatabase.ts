import { demoFleet } from '../../demo/test/demoFleet';
import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
import pino from 'pino';
import { DEMO_TEMPLATE } from './templates';
import { signedInAs } from './signedIn';
import { createApp, importArchive, migrate, openPool, PdfThread, type ChangeHub, type Pool } from '../src/index';

/** A database of its own for one test file, and how to be rid of it. */
interface TestDatabase {
  readonly pool: Pool;
  readonly url: string;
  readonly drop: () => Promise<void>;
}

const adminUrl = (): string => {
  const admin = process.env['TEST_DATABASE_URL'];
  if (admin === undefined)
    throw new Error('TEST_DATABASE_URL is not set. Run these tests with npm test, which starts PostgreSQL.');
  return admin;
};
const urlOf = (name: string): string => {
  const url = new URL(adminUrl());
  url.pathname = `/${name}`;
  return url.href;
};
const madeUp = (): string => `test_${randomUUID().replaceAll('-', '')}`;

const copyOf = async (template: string): Promise<TestDatabase> => {
  const name = madeUp();
  const admin = openPool(adminUrl(), () => undefined);
  await admin.query(`CREATE DATABASE ${name} TEMPLATE ${template}`);
  const url = urlOf(name);
  const pool = openPool(url, () => undefined);
  return {
    pool,
    url,
    drop: async () => {
      await pool.end();
      await admin.query(`DROP DATABASE ${name}`);
      await admin.end();
    },
  };
};

/** A database with nothing in it, not even tables. */
export const emptyDatabase = async (): Promise<TestDatabase> => copyOf('template1');

/** A migrated database on the PostgreSQL that the test command started. */
export const freshDatabase = async (): Promise<TestDatabase> => {
  const made = await emptyDatabase();
  await migrate(made.pool);
  return made;
};

/** Tells those apart who would make the same template at once. */
const TEMPLATE_LOCK = 7_107;

/** The morning on which the demo fleet is looked at: every database of it is a copy of one. */
export const THE_MORNING = Date.parse('2026-11-25T08:00:00Z');

/** The demo fleet as it stands on that morning, made once a run. */
const demoTemplate = async (): Promise<string> => {
  const name = `${DEMO_TEMPLATE}${THE_MORNING}`;
  const admin = openPool(adminUrl(), () => undefined);
  const client = await admin.connect();
  try {
    // Asked for again and again: who waits in the database is turned away when the making takes long.
    const isMine = async (): Promise<boolean> =>
      (await client.query<{ mine: boolean }>('SELECT pg_try_advisory_lock($1) AS mine', [TEMPLATE_LOCK])).rows[0]
        ?.mine === true;
    while (!(await isMine())) await setTimeout(100);
    const { rowCount } = await client.query('SELECT 1 FROM pg_database WHERE datname = $1', [name]);
    if (rowCount === 0) {
      const making = madeUp();
      await client.query(`CREATE DATABASE ${making}`);
      const pool = openPool(urlOf(making), () => undefined);
      await migrate(pool);
      await importArchive(pool, demoFleet(), THE_MORNING);
      await pool.end();
      await client.query(`ALTER DATABASE ${making} RENAME TO ${name}`);
    }
    await client.query('SELECT pg_advisory_unlock($1)', [TEMPLATE_LOCK]);
  } finally {
    client.release(true);
    await admin.end();
  }
  return name;
};

/** A database with the demo fleet in it, as it stands on the morning. */
export const demoDatabase = async (): Promise<TestDatabase> => copyOf(await demoTemplate());

/** The routes on a database of their own with the demo fleet in it, as it stands on the morning. */
export const demoApp = async (): Promise<{
  app: ReturnType<typeof appOn>;
  pool: Pool;
  drop: () => Promise<void>;
}> => {
  const { pool, drop } = await demoDatabase();
  return { app: appOn(pool), pool, drop };
};

const pdfs = new PdfThread();

/** What a test needs of the outside. */
export interface Around {
  /** Loopback port of an instruments' adapter. */
  readonly feedPort?: number;
  readonly weatherUrl?: string;
  readonly hub?: ChangeHub;
  readonly demoFile?: string;
  readonly publicAddress?: string;
}

/**
 * The routes on one database. Requests that carry no cookie of their own come from a lead who is signed in there and gave
 * the passphrase once more; an empty cookie is nobody's.
 */
export const appOn = (pool: Pool, around: Around = {}) => {
  const app = createApp({ pool, pdfs, ...around, log: pino({ level: 'silent' }) });
  const asked = app.request;
  let lead: string | null = null;
  app.request = async (input, init, ...rest) => {
    const headers = new Headers(init?.headers);
    if (!headers.has('cookie') && !headers.has('authorization')) {
      // A database that does not answer has nobody signed in.
      lead ??= await someLead(pool).catch(() => null);
      if (lead !== null) headers.set('cookie', lead);
    }
    return asked(input, { ...init, headers }, ...rest);
  };
  return app;
};

const someLead = async (pool: Pool): Promise<string | null> => {
  const { rows } = await pool.query<{ personId: string }>(
    `SELECT person_id AS "personId" FROM person WHERE role = 'lead' AND ended_at IS NULL ORDER BY name LIMIT 1`,
  );
  return rows[0] === undefined ? null : signedInAs(pool, rows[0].personId);
};
