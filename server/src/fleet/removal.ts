import type { FleetId, UnitId, VisitId } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** What hangs on visits that go, and then the visits: in the order in which one rests on the other. */
const OF_VISITS = [
  'visit_picture',
  'visit_trace',
  'visit_event',
  'reading',
  'signed_judgement',
  'visit_summary',
  'visit',
].map((table) => `DELETE FROM ${table} WHERE fleet_id = $1 AND visit_id = ANY($2)`);
const OF_UNITS = ['unit_standing', 'unit_outlook', 'outlook_due', 'part_stay', 'battery_placement', 'unit'].map(
  (table) => `DELETE FROM ${table} WHERE fleet_id = $1 AND unit_id = ANY($2)`,
);

/** Takes visits away whole. Only what was brought here as a whole is ever taken back: the demo, a list that was taken in. */
export const removeVisits = async (db: Queryable, fleetId: FleetId, visitIds: readonly VisitId[]): Promise<void> => {
  await db.query(`SELECT set_config('vaktman.takes_back', 'yes', true)`);
  await db.query('DELETE FROM unit_standing WHERE fleet_id = $1 AND visit_id = ANY($2)', [fleetId, visitIds]);
  for (const statement of OF_VISITS) await db.query(statement, [fleetId, visitIds]);
  await db.query(`SELECT set_config('vaktman.takes_back', 'no', true)`);
};

/** Takes units away with their visits; batteries that sat in them are left. */
export const removeUnits = async (db: Queryable, fleetId: FleetId, unitIds: readonly UnitId[]): Promise<void> => {
  const { rows } = await db.query<{ visitId: VisitId }>(
    'SELECT visit_id AS "visitId" FROM visit WHERE fleet_id = $1 AND unit_id = ANY($2)',
    [fleetId, unitIds],
  );
  await removeVisits(
    db,
    fleetId,
    rows.map(({ visitId }) => visitId),
  );
  // An outlook that is being made of a unit comes first, and none is begun after: in the order in which it is made.
  await db.query('DELETE FROM outlook_due WHERE fleet_id = $1 AND unit_id = ANY($2)', [fleetId, unitIds]);
  await db.query('SELECT 1 FROM unit WHERE fleet_id = $1 AND unit_id = ANY($2) ORDER BY unit_id FOR UPDATE', [
    fleetId,
    unitIds,
  ]);
  for (const statement of OF_UNITS) await db.query(statement, [fleetId, unitIds]);
};
