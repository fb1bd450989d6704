import pg from 'pg';

export type Pool = pg.Pool;
/** Whatever can run a statement: the pool, or one connection inside a transaction. */
export type Queryable = Pick<pg.Pool, 'query'>;

const STATEMENT_TIMEOUT_MS = 15_000;

/** Opens the connection pool. Connections that fail while idle are logged by the caller's handler and replaced. */
export const openPool = (connectionString: string, onIdleError: (error: Error) => void): Pool => {
  const pool = new pg.Pool({ connectionString, max: 10, statement_timeout: STATEMENT_TIMEOUT_MS });
  pool.on('error', onIdleError);
  return pool;
};

/** Runs `work` in one transaction: all of it is kept, or none. */
export const withTransaction = async <T>(pool: Pool, work: (db: Queryable) => Promise<T>): Promise<T> => {
  const client = await pool.connect();
  let broken: Error | undefined;
  try {
    await client.query('BEGIN');
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    await client.query('ROLLBACK').catch((rollbackError: Error) => {
      broken = rollbackError;
    });
    throw error;
  } finally {
    client.release(broken);
  }
};

/** SQLSTATE of a database error, or null for any other. */
export const sqlState = (error: unknown): string | null =>
  error instanceof pg.DatabaseError && error.code !== undefined ? error.code : null;
