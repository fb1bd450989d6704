import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { emptyDatabase } from '../../test/testDatabase';
import { openPool, withTransaction, type Pool } from './pool';
import { prepared } from './prepared';

describe('statements that are planned once a connection', () => {
  let pool: Pool;
  let drop: () => Promise<void>;
  beforeAll(async () => {
    const made = await emptyDatabase();
    ({ drop } = made);
    // One connection, so that what it has planned can be looked at.
    pool = openPool(made.url, () => undefined, 1);
  });
  afterAll(async () => {
    await pool.end();
    await drop();
  });
  const doubled = async (value: number): Promise<number | undefined> =>
    (await prepared(pool).query<{ twice: number }>('SELECT $1::int * 2 AS twice', [value])).rows[0]?.twice;
  const planned = async (): Promise<number> =>
    (
      await pool.query<{ count: number }>(
        "SELECT count(*)::int AS count FROM pg_prepared_statements WHERE name LIKE 'vaktman%'",
      )
    ).rows[0]?.count ?? 0;

  it('answer by their values, however often they are asked', async () => {
    for (const value of [1, 7, -3, 0]) expect(await doubled(value)).toBe(2 * value);
    expect(await planned()).toBe(1);
  });
  it('are told apart by their text', async () => {
    const { rows } = await prepared(pool).query<{ thrice: number }>('SELECT $1::int * 3 AS thrice', [5]);
    expect(rows).toEqual([{ thrice: 15 }]);
    expect(await doubled(5)).toBe(10);
  });
  it('go on after one of them failed, in a transaction of their own', async () => {
    const failing = withTransaction(pool, async (db) => prepared(db).query('SELECT 1 / $1::int AS share', [0]));
    await expect(failing).rejects.toThrow('division by zero');
    const { rows } = await prepared(pool).query<{ share: number }>('SELECT 1 / $1::int AS share', [1]);
    expect(rows).toEqual([{ share: 1 }]);
  });
  it('are planned anew on a connection that took the place of a lost one', async () => {
    await doubled(1);
    await pool.query('SELECT pg_terminate_backend(pg_backend_pid())').catch(() => undefined);
    expect(await doubled(21)).toBe(42);
    expect(await planned()).toBe(1);
  });
  it('answer as before once a table they ask got another column', async () => {
    const keep = prepared(pool);
    await pool.query('CREATE TABLE shelf (name text)');
    await keep.query('INSERT INTO shelf (name) VALUES ($1)', ['upper']);
    const named = () => keep.query<{ name: string }>('SELECT name FROM shelf WHERE name = $1', ['upper']);
    expect((await named()).rows).toEqual([{ name: 'upper' }]);
    await pool.query('ALTER TABLE shelf ADD COLUMN height int');
    expect((await named()).rows).toEqual([{ name: 'upper' }]);
  });
  it('without values are left as they are', async () => {
    const before = await planned();
    await prepared(pool).query('SELECT 1');
    expect(await planned()).toBe(before);
  });
});
