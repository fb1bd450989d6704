import type { FleetId, UnitId } from '@vaktman/core';
import type { DemoCount } from '@vaktman/contract';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { ClientError } from '../http/problem';
import { linkPath } from '../signIn/leadLink';
import { makeLink } from '../signIn/linkStore';
import { hasLead } from '../signIn/wordStore';
import { removeUnits } from './removal';

/** Units of the demo at which somebody here made a visit. */
const visitedUnits = async (db: Queryable, fleetId: FleetId): Promise<readonly string[]> => {
  const { rows } = await db.query<{ unitId: UnitId }>(
    `SELECT DISTINCT v.unit_id AS "unitId" FROM visit v JOIN unit u USING (fleet_id, unit_id)
     WHERE v.fleet_id = $1 AND u.demo AND NOT v.demo ORDER BY 1`,
    [fleetId],
  );
  return rows.map(({ unitId }) => unitId);
};

/** What the demo brought, and what is there besides. */
export const countDemo = async (db: Queryable, fleetId: FleetId): Promise<DemoCount> => {
  const { rows } = await db.query<Omit<DemoCount, 'visited'>>(
    `SELECT (SELECT count(*) FROM unit WHERE fleet_id = $1 AND demo)::int AS units,
            (SELECT count(*) FROM battery WHERE fleet_id = $1 AND demo)::int AS batteries,
            (SELECT count(*) FROM visit WHERE fleet_id = $1 AND demo)::int AS visits,
            (SELECT count(*) FROM unit WHERE fleet_id = $1 AND NOT demo)::int AS "ownUnits",
            (SELECT count(*) FROM battery WHERE fleet_id = $1 AND NOT demo)::int AS "ownBatteries",
            (SELECT count(*) FROM visit WHERE fleet_id = $1 AND NOT demo)::int AS "ownVisits"`,
    [fleetId],
  );
  const [counts] = rows;
  if (counts === undefined) throw new Error('A count came back without a row.');
  return { ...counts, visited: [...(await visitedUnits(db, fleetId))] };
};

/** What nothing of one's own rests on, once the units are gone; what something does is one's own from now on. */
const REST = [
  `DELETE FROM bench_reading r USING battery b WHERE r.fleet_id = b.fleet_id AND r.battery_id = b.battery_id AND b.fleet_id = $1 AND b.demo
     AND NOT EXISTS (SELECT 1 FROM battery_placement p WHERE p.fleet_id = b.fleet_id AND p.battery_id = b.battery_id)`,
  `DELETE FROM battery b WHERE fleet_id = $1 AND demo
     AND NOT EXISTS (SELECT 1 FROM battery_placement p WHERE p.fleet_id = b.fleet_id AND p.battery_id = b.battery_id)`,
  'DELETE FROM instrument WHERE fleet_id = $1 AND demo',
  `DELETE FROM typed_night n USING yard y WHERE n.fleet_id = y.fleet_id AND n.yard_id = y.yard_id AND y.fleet_id = $1 AND y.demo
     AND NOT EXISTS (SELECT 1 FROM unit u WHERE u.fleet_id = y.fleet_id AND u.yard_id = y.yard_id)`,
  `DELETE FROM calendar_address c USING yard y WHERE c.fleet_id = y.fleet_id AND c.yard_id = y.yard_id AND y.fleet_id = $1 AND y.demo
     AND NOT EXISTS (SELECT 1 FROM unit u WHERE u.fleet_id = y.fleet_id AND u.yard_id = y.yard_id)`,
  `DELETE FROM yard y WHERE fleet_id = $1 AND demo
     AND NOT EXISTS (SELECT 1 FROM unit u WHERE u.fleet_id = y.fleet_id AND u.yard_id = y.yard_id)`,
  'DELETE FROM person_name n USING person p WHERE n.fleet_id = p.fleet_id AND n.person_id = p.person_id AND p.fleet_id = $1 AND p.demo',
  'DELETE FROM person WHERE fleet_id = $1 AND demo',
];
/** Nothing here has a demo any more. */
const KEPT = [
  ...['fleet', 'yard', 'unit', 'battery'].map(
    (table) => `UPDATE ${table} SET demo = false WHERE fleet_id = $1 AND demo`,
  ),
  `SELECT pg_notify('vaktman_change', json_build_object('fleetId', $1::text, 'watch', true, 'batteries', true)::text)`,
];
/** And where nothing is left at all, the first page asks again. */
const FLEET = [
  'DELETE FROM import_run WHERE fleet_id = $1',
  'DELETE FROM import_mapping WHERE fleet_id = $1',
  'DELETE FROM watch_revision WHERE fleet_id = $1',
  'DELETE FROM outlook_day WHERE fleet_id = $1',
  'DELETE FROM fleet WHERE fleet_id = $1',
];

/**
 * Takes away what the demo brought, in one transaction, and leaves what is one's own: units, people and yards that were
 * added, batteries that sit in them, and, unless told otherwise, units of the demo at which a visit was made.
 * @param visitedToo also those
 * @returns where one's own fleet is begun when nothing was left and the fleet is gone with its demo; null otherwise
 */
export const removeDemo = async (pool: Pool, fleetId: FleetId, visitedToo: boolean): Promise<string | null> =>
  withTransaction(pool, async (db) => {
    await db.query(
      `SELECT set_config('vaktman.removes_demo', 'yes', true), set_config('statement_timeout', '0', true)`,
    );
    const visited = new Set(visitedToo ? [] : await visitedUnits(db, fleetId));
    const { rows } = await db.query<{ unitId: UnitId }>(
      'SELECT unit_id AS "unitId" FROM unit WHERE fleet_id = $1 AND demo ORDER BY unit_id FOR UPDATE',
      [fleetId],
    );
    const going = rows.map(({ unitId }) => unitId).filter((unitId) => !visited.has(unitId));
    // What goes is told as one change, not as thousands.
    await db.query(`SELECT set_config('vaktman.tells_nothing', 'yes', true)`);
    await removeUnits(db, fleetId, going);
    for (const statement of REST) await db.query(statement, [fleetId]);
    const { rows: left } = await db.query<{ isLeft: boolean }>(
      `SELECT EXISTS (SELECT 1 FROM unit WHERE fleet_id = $1) OR EXISTS (SELECT 1 FROM battery WHERE fleet_id = $1)
         OR EXISTS (SELECT 1 FROM person WHERE fleet_id = $1) OR EXISTS (SELECT 1 FROM yard WHERE fleet_id = $1) AS "isLeft"`,
      [fleetId],
    );
    const hasFleet = left[0]?.isLeft === true;
    if (hasFleet && !(await hasLead(db, fleetId)))
      throw new ClientError(
        409,
        'The demo was not taken away: nobody of your own could sign in as a lead then. Add a lead under People, and let them open their link.',
      );
    await db.query(`SELECT set_config('vaktman.tells_nothing', 'no', true)`);
    for (const statement of hasFleet ? KEPT : FLEET) await db.query(statement, [fleetId]);
    if (hasFleet)
      await db.query(
        `INSERT INTO change_entry (fleet_id, person, device, thing, thing_id, verb, before, after)
         VALUES ($1::uuid, coalesce(current_setting('vaktman.person', true), ''), coalesce(current_setting('vaktman.device', true), ''),
                 'fleet', $1::uuid::text, 'removed', jsonb_build_object('demo', $2::int), '{}')`,
        [fleetId, going.length],
      );
    return hasFleet ? null : linkPath((await makeLink(db, null, null)).secret);
  });
