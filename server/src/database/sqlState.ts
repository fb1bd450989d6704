import pg from 'pg';

/** SQLSTATE of a database error, or null for any other. */
export const sqlState = (error: unknown): string | null =>
  error instanceof pg.DatabaseError && error.code !== undefined ? error.code : null;
