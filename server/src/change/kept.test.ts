import { changeListSchema, type ChangedThing } from '@vaktman/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoApp } from '../../test/testDatabase';
import type { Pool } from '../index';

let drop: () => Promise<void>;
let app: Awaited<ReturnType<typeof demoApp>>['app'];
let pool: Pool;
beforeAll(async () => {
  ({ app, pool, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

/** The last change of a kind of thing. */
const lastOf = async (thing: ChangedThing) => {
  const { entries } = changeListSchema.parse(await (await app.request(`/api/changes/kept?thing=${thing}`)).json());
  return entries[0];
};

describe('a change that is kept', () => {
  it.each<[ChangedThing, string, string]>([
    ['fleet', `UPDATE fleet SET name = 'Pass crew'`, 'Pass crew'],
    ['yard', `UPDATE yard SET name = 'Valley Yard' WHERE yard_id = 'lower'`, 'Valley Yard'],
    ['person', `UPDATE person SET role = 'lead' WHERE name = 'R. Hask'`, 'R. Hask'],
    ['battery', `UPDATE battery SET warranty_until = '2031-01-01' WHERE serial = 'BR-31544'`, 'BR-31544'],
    [
      'battery',
      `UPDATE battery_placement p SET removed_because = 'weak' FROM battery b
       WHERE b.fleet_id = p.fleet_id AND b.battery_id = p.battery_id AND b.serial = 'BR-31544'`,
      'BR-31544',
    ],
    [
      'instrument',
      `UPDATE instrument SET description = jsonb_set(description, '{error}', '"1 %"') WHERE name = 'Clamp 1'`,
      'Clamp 1',
    ],
    [
      'part',
      `INSERT INTO part_stay (fleet_id, part_id, unit_id, place, description, fitted_at)
       SELECT fleet_id, gen_random_uuid(), 'P-12', 'starter', '{}', '2020-01-01' FROM fleet`,
      'starter',
    ],
    [
      'key',
      `INSERT INTO program_key (fleet_id, key_id, name, scopes, digest, made_by)
       SELECT fleet_id, gen_random_uuid(), 'Office sheet', '{read}', 'd', 'M. Holt' FROM fleet`,
      'Office sheet',
    ],
    [
      'import',
      `INSERT INTO import_run (fleet_id, import_id, kind, file_name, row_count)
       SELECT fleet_id, gen_random_uuid(), 'units', 'units-2026.csv', 3 FROM fleet`,
      'units-2026.csv',
    ],
    ['night', `INSERT INTO typed_night SELECT fleet_id, 'lower', '2026-12-24', -31 FROM fleet`, ''],
  ])('of a %s says what it is called', async (thing, statement, called) => {
    await pool.query(statement);
    expect((await lastOf(thing))?.called).toBe(called);
  });
  it('still says what was called so once it is gone', async () => {
    await pool.query(`DELETE FROM program_key WHERE name = 'Office sheet'`);
    expect(await lastOf('key')).toMatchObject({ verb: 'removed', called: 'Office sheet' });
  });
});
