import pg from 'pg';
import { isDatabaseAway } from './failure';
import { whoIsIt } from './who';

export type Pool = pg.Pool;
/** Whatever can run a statement: the pool, or one connection inside a transaction. */
export type Queryable = Pick<pg.Pool, 'query'>;

/** How long each kind of wait may take before it is given up, milliseconds. */
export const DATABASE_LIMITS = {
  /** Opening a connection, or waiting for a free one. */
  connect: 4000,
  /** One statement, told to the database. */
  statement: 15_000,
  /** One statement, by our own clock: a database that is frozen does not keep the one above. */
  query: 8000,
  /** A transaction in which nothing happens. */
  idleInTransaction: 10_000,
} as const;

/** For work on the whole database that nobody waits for: no limits but on connecting. */
export const UNHURRIED: Readonly<Record<keyof typeof DATABASE_LIMITS, number>> = {
  connect: DATABASE_LIMITS.connect,
  statement: 0,
  query: 0,
  idleInTransaction: 0,
};

/**
 * Opens the connection pool. Connections that fail while idle are logged by the caller's handler and replaced.
 * @param most connections at once
 * @param limits milliseconds; 0 waits for ever
 */
export const openPool = (
  connectionString: string,
  onIdleError: (error: Error) => void,
  most = 10,
  limits: Readonly<Record<keyof typeof DATABASE_LIMITS, number>> = DATABASE_LIMITS,
): Pool => {
  const pool = new pg.Pool({
    connectionString,
    max: most,
    connectionTimeoutMillis: limits.connect,
    statement_timeout: limits.statement,
    query_timeout: limits.query,
    idle_in_transaction_session_timeout: limits.idleInTransaction,
    keepAlive: true,
  });
  // The driver hangs the whole connection on the error: who it is for, what it has asked. None of it is for a log.
  pool.on('error', ({ message }) => onIdleError(new Error(message)));
  return pool;
};

/** A transaction begins with in whose name it is, in one round trip: what it changes is kept under that name. */
const beginning = (client: pg.PoolClient): string => {
  const who = whoIsIt();
  return who === null
    ? 'BEGIN'
    : `BEGIN; SET LOCAL vaktman.person = ${client.escapeLiteral(who.person)}; SET LOCAL vaktman.device = ${client.escapeLiteral(who.device)}`;
};

/** Runs `work` in one transaction: all of it is kept, or none. A connection that is lost meanwhile fails it, and no more. */
export const withTransaction = async <T>(pool: Pool, work: (db: Queryable) => Promise<T>): Promise<T> => {
  const client = await pool.connect();
  let broken: Error | undefined;
  // While a connection is out of the pool its errors come here; without a listener they would end the process.
  const onLost = (error: Error): void => {
    broken = error;
  };
  client.on('error', onLost);
  try {
    await client.query(beginning(client));
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    // A connection that does not answer is given up at once: asking it to undo would only wait once more.
    if (isDatabaseAway(error)) broken ??= error instanceof Error ? error : new Error(String(error));
    if (broken === undefined)
      await client.query('ROLLBACK').catch((rollbackError: Error) => {
        broken = rollbackError;
      });
    throw error;
  } finally {
    client.off('error', onLost);
    client.release(broken);
  }
};
