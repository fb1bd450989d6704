import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { v7 } from 'uuid';
import { demoApp } from '../../test/testDatabase';
import type { Pool } from './pool';

let pool: Pool;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ pool, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const visitIds = async (): Promise<readonly string[]> => {
  const { rows } = await pool.query<{ id: string }>('SELECT visit_id AS id FROM visit ORDER BY started_at LIMIT 2');
  return rows.map(({ id }) => id);
};
const add = async (readingId: string, visitId: string | undefined): Promise<unknown> =>
  pool.query(
    `INSERT INTO reading (fleet_id, reading_id, visit_id, step, point, taken_at, taken_by, body)
     SELECT fleet_id, $1, visit_id, 'battery.openCircuit', 'A', started_at, 'I. Dahl', '{}' FROM visit WHERE visit_id = $2`,
    [readingId, visitId],
  );
const partOf = async (readingId: string): Promise<string | undefined> => {
  const { rows } = await pool.query<{ part: string }>(
    'SELECT tableoid::regclass::text AS part FROM reading WHERE reading_id = $1',
    [readingId],
  );
  return rows[0]?.part;
};

describe('readings by year', () => {
  it('lie in the part of the year their id was made in, at its very first and last moment', async () => {
    const [visitId] = await visitIds();
    const made = (instant: string): string => v7({ msecs: Date.parse(instant) });
    const parts: [string, string][] = [
      [made('2019-05-01T00:00:00Z'), 'reading_before'],
      [made('2026-01-01T00:00:00.000Z'), 'reading_2026'],
      [made('2026-12-31T23:59:59.999Z'), 'reading_2026'],
      [made('2027-01-01T00:00:00.000Z'), 'reading_2027'],
      [made('2051-01-01T00:00:00Z'), 'reading_other'],
      // An id without a moment, from a file of somebody else.
      ['c9bf9e57-1685-4c89-bafb-ff5af830be8a', 'reading_other'],
    ];
    for (const [readingId, part] of parts) {
      await add(readingId, visitId);
      expect([readingId, await partOf(readingId)]).toEqual([readingId, part]);
    }
  });
  it('are taken once by their id, also in another visit, and never changed', async () => {
    const [first, second] = await visitIds();
    const readingId = v7();
    await add(readingId, first);
    await expect(add(readingId, second)).rejects.toThrow(/duplicate key/);
    await expect(pool.query('UPDATE reading SET point = $1 WHERE reading_id = $2', ['B', readingId])).rejects.toThrow(
      'only ever added',
    );
    await expect(pool.query('DELETE FROM reading WHERE reading_id = $1', [readingId])).rejects.toThrow(
      'only ever added',
    );
    await expect(add(v7(), randomUUID())).resolves.toMatchObject({ rowCount: 0 });
  });
});
