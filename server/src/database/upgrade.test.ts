import { copyFileSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { emptyDatabase } from '../../test/testDatabase';
import { migrate, MIGRATIONS_FOLDER } from './migrate';

const DEMO = '01932a00-0000-7000-8000-000000000001';

it('tells what an older demo brought from what was added to it since', async () => {
  const older = mkdtempSync(join(tmpdir(), 'vaktman-older-'));
  for (const name of readdirSync(MIGRATIONS_FOLDER).filter((file) => file < '0012'))
    copyFileSync(join(MIGRATIONS_FOLDER, name), join(older, name));
  const { pool, drop } = await emptyDatabase();
  try {
    expect(await migrate(pool, older)).toHaveLength(11);
    // The demo came in one transaction; what somebody added came later.
    const client = await pool.connect();
    await client.query('BEGIN');
    await client.query(`INSERT INTO fleet (fleet_id, name, time_zone) VALUES ($1, 'Demo', 'Europe/Oslo')`, [DEMO]);
    await client.query(`INSERT INTO yard (fleet_id, yard_id, name) VALUES ($1, 'lower', 'Lower Yard')`, [DEMO]);
    const unit = `INSERT INTO unit (fleet_id, unit_id, yard_id, description, system_volts, arrangement, definition)
      VALUES ($1, $2, 'lower', '', 12, '1S1P', '{}')`;
    const visit = `INSERT INTO visit (fleet_id, visit_id, unit_id, started_at, head, method, unit)
      VALUES ($1, gen_random_uuid(), 'P-07', now(), '{}', '{}', '{}')`;
    await client.query(unit, [DEMO, 'P-07']);
    await client.query(visit, [DEMO]);
    await client.query(
      `INSERT INTO reading (fleet_id, reading_id, visit_id, step, point, taken_at, taken_by, body)
       SELECT fleet_id, '019347a0-0000-7000-8000-000000000001', visit_id, 'battery.openCircuit', 'A', now(), 'I. Dahl', '{"volts":12.7}' FROM visit`,
    );
    await client.query('COMMIT');
    client.release();
    await pool.query(unit, [DEMO, 'OWN-1']);
    await pool.query(visit, [DEMO]);

    expect((await migrate(pool))[0]).toBe('0012_own_fleet.sql');
    expect((await pool.query('SELECT unit_id, demo FROM unit ORDER BY unit_id')).rows).toEqual([
      { unit_id: 'OWN-1', demo: false },
      { unit_id: 'P-07', demo: true },
    ]);
    expect((await pool.query('SELECT demo FROM visit ORDER BY received_at')).rows).toEqual([
      { demo: true },
      { demo: false },
    ]);
    // Readings lie by year since; each is where it was, as it was.
    expect((await pool.query('SELECT tableoid::regclass::text AS part, body, seal FROM reading')).rows).toEqual([
      { part: 'reading_2024', body: { volts: 12.7 }, seal: null },
    ]);
    // Facts are only ever added, as before.
    await expect(pool.query('UPDATE visit SET demo = false')).rejects.toThrow('only ever added');
  } finally {
    await drop();
    rmSync(older, { recursive: true });
  }
});
