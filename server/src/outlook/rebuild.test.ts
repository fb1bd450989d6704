import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoApp, THE_MORNING } from '../../test/testDatabase';
import { rebuild, workOffOutlooks, type Pool } from '../index';
import { areProjectionsOld } from './rebuild';
import { isOutlookDue, markNewDays, markOutlooks } from './outlookQueue';

let pool: Pool;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ pool, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const projections = async (): Promise<string> => {
  const { rows } = await pool.query<{ all: string }>(
    `SELECT (SELECT json_agg(s ORDER BY visit_id) FROM visit_summary s)::text
         || (SELECT json_agg(s ORDER BY unit_id) FROM unit_standing s)::text
         || (SELECT json_agg(s ORDER BY unit_id) FROM unit_outlook s)::text AS all`,
  );
  return rows[0]!.all;
};

describe('everything computed from facts', () => {
  it('is made anew the same, byte for byte', async () => {
    const before = await projections();
    const { visits, outlooks } = await rebuild(pool, () => THE_MORNING);
    expect(visits).toBeGreaterThan(50);
    expect(outlooks).toBe(14);
    expect(await projections()).toBe(before);
  }, 120_000);
  it('is known to be of an older version of the code', async () => {
    expect(await areProjectionsOld(pool)).toBe(false);
    const kept = async () =>
      (await pool.query<{ event_id: string }>('SELECT event_id FROM signed_judgement ORDER BY event_id')).rows;
    const signed = await kept();
    expect(signed.length).toBeGreaterThan(50);
    // As a program left it that did not keep yet how a visit came out.
    await pool.query('UPDATE projection SET version = 1');
    await pool.query('DELETE FROM signed_judgement');
    expect(await areProjectionsOld(pool)).toBe(true);
    await rebuild(pool, () => THE_MORNING);
    expect(await areProjectionsOld(pool)).toBe(false);
    expect(await kept()).toEqual(signed);
  }, 120_000);
});

describe('the queue of outlooks', () => {
  const fleet = async () => (await pool.query<{ fleet_id: string }>('SELECT fleet_id FROM fleet')).rows[0]!.fleet_id;
  it('takes each unit once for all its marks, and keeps a mark set meanwhile', async () => {
    const id = await fleet();
    await markOutlooks(pool, id, ['P-07', 'P-09', 'P-07']);
    await markOutlooks(pool, id, ['P-07']);
    expect(await isOutlookDue(pool, id, 'P-07')).toBe(true);
    expect(await workOffOutlooks(pool, () => THE_MORNING)).toBe(2);
    expect(await isOutlookDue(pool, id, 'P-07')).toBe(false);
  });
  it('is worked off by several at once without one being made twice or left', async () => {
    const id = await fleet();
    const { rows } = await pool.query<{ unit_id: string }>('SELECT unit_id FROM unit');
    await markOutlooks(
      pool,
      id,
      rows.map(({ unit_id }) => unit_id),
    );
    const made = await Promise.all([1, 2, 3].map(() => workOffOutlooks(pool, () => THE_MORNING)));
    expect(made.reduce((sum, count) => sum + count, 0)).toBeGreaterThanOrEqual(rows.length);
    expect((await pool.query('SELECT 1 FROM outlook_due')).rowCount).toBe(0);
  });
  it('is given every unit once when a new day has begun in the zone of the fleet, whoever asks and how often', async () => {
    const due = async () =>
      Number((await pool.query<{ count: string }>('SELECT count(*) FROM outlook_due')).rows[0]!.count);
    await markNewDays(pool, Date.parse('2026-11-25T12:00:00Z'));
    await workOffOutlooks(pool, () => THE_MORNING);
    // Half past eleven at night, in Oslo, is still the same day.
    await markNewDays(pool, Date.parse('2026-11-25T22:30:00Z'));
    expect(await due()).toBe(0);
    // Half past midnight there, while the day in Greenwich is the old one still.
    const midnight = Date.parse('2026-11-25T23:30:00Z');
    await Promise.all([markNewDays(pool, midnight), markNewDays(pool, midnight)]);
    expect(await due()).toBe(14);
    await workOffOutlooks(pool, () => THE_MORNING);
    await markNewDays(pool, midnight + 60_000);
    expect(await due()).toBe(0);
  });
});
