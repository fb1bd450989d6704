import type pg from 'pg';
import type { Queryable } from './pool';

/** A name for every text, the same on each connection. */
const names = new Map<string, string>();
const nameOf = (text: string): string => {
  const known = names.get(text);
  if (known !== undefined) return known;
  const name = `vaktman_${names.size}`;
  names.set(text, name);
  return name;
};

/**
 * The same connection or pool, where the database plans each statement with values once a connection instead of each time.
 * For what is asked many times a second; a statement whose best plan hangs on its values is better left as it is.
 */
export const prepared = (db: Queryable): Queryable => {
  const query = (text: string, values?: unknown[]): Promise<pg.QueryResult> =>
    values === undefined ? db.query(text) : db.query({ name: nameOf(text), text, values });
  // Of the many ways to ask, the application knows these two alone.
  return { query: query as Queryable['query'] };
};
