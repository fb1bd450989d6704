import type { Placement } from '@vaktman/contract';
import type { BatteryId, FleetId, PlacementId, UnitId, BatteryThing } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** Rows put in by one statement. */
const AT_ONCE = 2000;

/** Puts batteries on record, many at once. */
export const insertBatteries = async (
  db: Queryable,
  fleetId: FleetId,
  batteries: readonly { readonly batteryId: BatteryId; readonly thing: BatteryThing }[],
): Promise<void> => {
  for (let from = 0; from < batteries.length; from += AT_ONCE) {
    const rows = batteries
      .slice(from, from + AT_ONCE)
      .map(({ batteryId, thing }) => ({ battery_id: batteryId, serial: thing.serial ?? null, description: thing }));
    await db.query(
      `INSERT INTO battery (fleet_id, battery_id, serial, description)
       SELECT $1, r.* FROM jsonb_to_recordset($2) AS r(battery_id uuid, serial text, description jsonb)`,
      [fleetId, JSON.stringify(rows)],
    );
  }
};

export const insertBattery = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
  thing: BatteryThing,
): Promise<void> => insertBatteries(db, fleetId, [{ batteryId, thing }]);

/** Corrects what is on record about a battery; its life in positions is untouched. */
export const correctBattery = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
  thing: BatteryThing,
): Promise<void> => {
  await db.query('UPDATE battery SET serial = $3, description = $4 WHERE fleet_id = $1 AND battery_id = $2', [
    fleetId,
    batteryId,
    thing.serial ?? null,
    JSON.stringify(thing),
  ]);
};

/** A battery's stay at a position, as it is put on record. */
export interface StayToStore {
  readonly placementId: PlacementId;
  readonly batteryId: BatteryId;
  readonly unitId: UnitId;
  readonly position: string;
  readonly from: string;
  readonly to: string | null;
  readonly removedBecause: string | null;
}

/** Puts batteries where they sit, many at once. */
export const insertPlacements = async (
  db: Queryable,
  fleetId: FleetId,
  stays: readonly StayToStore[],
): Promise<void> => {
  for (let from = 0; from < stays.length; from += AT_ONCE) {
    await db.query(
      `INSERT INTO battery_placement (fleet_id, placement_id, battery_id, unit_id, position, during, removed_because)
       SELECT $1, r."placementId", r."batteryId", r."unitId", r.position, tstzrange(r."from", r."to"), r."removedBecause"
       FROM jsonb_to_recordset($2) AS r("placementId" uuid, "batteryId" uuid, "unitId" text, position text,
         "from" timestamptz, "to" timestamptz, "removedBecause" text)`,
      [fleetId, JSON.stringify(stays.slice(from, from + AT_ONCE))],
    );
  }
};

export const insertPlacement = async (db: Queryable, fleetId: FleetId, stay: StayToStore): Promise<void> =>
  insertPlacements(db, fleetId, [stay]);

/** Ends a battery's stay at a position, and gives the moment: at the time asked for, but never before the stay began. */
export const endPlacement = async (
  db: Queryable,
  fleetId: FleetId,
  placementId: PlacementId,
  at: string,
  because: string,
): Promise<string> => {
  const { rows } = await db.query<{ ended: Date }>(
    `UPDATE battery_placement
     SET during = tstzrange(lower(during), greatest($3::timestamptz, lower(during) + interval '1 millisecond')), removed_because = $4
     WHERE fleet_id = $1 AND placement_id = $2 AND upper_inf(during) RETURNING upper(during) AS ended`,
    [fleetId, placementId, at, because],
  );
  const ended = rows[0]?.ended;
  if (ended === undefined) throw new Error(`Placement ${placementId} had ended already.`);
  return ended.toISOString();
};

/** Where a battery sits or sat, from when to when. */
export interface OpenStay {
  readonly placementId: PlacementId;
  readonly batteryId: BatteryId;
  readonly unitId: UnitId;
  readonly position: string;
}
const OPEN_STAY = `placement_id AS "placementId", battery_id AS "batteryId", unit_id AS "unitId", position`;

export const batteryExists = async (db: Queryable, fleetId: FleetId, batteryId: BatteryId): Promise<boolean> => {
  const { rowCount } = await db.query('SELECT 1 FROM battery WHERE fleet_id = $1 AND battery_id = $2', [
    fleetId,
    batteryId,
  ]);
  return rowCount === 1;
};

/** Where a battery sits now; null when it is in no unit. */
export const openPlacementOf = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
): Promise<OpenStay | null> => {
  const { rows } = await db.query<OpenStay>(
    `SELECT ${OPEN_STAY} FROM battery_placement WHERE fleet_id = $1 AND battery_id = $2 AND upper_inf(during)`,
    [fleetId, batteryId],
  );
  return rows[0] ?? null;
};

/** What sits at a position now; null when it is empty. */
export const sittingAt = async (
  db: Queryable,
  fleetId: FleetId,
  unitId: UnitId,
  position: string,
): Promise<OpenStay | null> => {
  const { rows } = await db.query<OpenStay>(
    `SELECT ${OPEN_STAY} FROM battery_placement WHERE fleet_id = $1 AND unit_id = $2 AND position = $3 AND upper_inf(during)`,
    [fleetId, unitId, position],
  );
  return rows[0] ?? null;
};

/** The stay at a position that holds a moment, with its end where it has one, and when the next one begins after it. */
export const stayAt = async (
  db: Queryable,
  fleetId: FleetId,
  unitId: UnitId,
  position: string,
  at: string,
): Promise<{ covering: (OpenStay & { readonly to: string | null }) | null; next: string | null }> => {
  const { rows } = await db.query<OpenStay & { to: Date | null }>(
    `SELECT ${OPEN_STAY}, upper(during) AS "to" FROM battery_placement
     WHERE fleet_id = $1 AND unit_id = $2 AND position = $3 AND during @> $4::timestamptz`,
    [fleetId, unitId, position, at],
  );
  const after = await db.query<{ next: Date | null }>(
    `SELECT min(lower(during)) AS next FROM battery_placement
     WHERE fleet_id = $1 AND unit_id = $2 AND position = $3 AND lower(during) > $4::timestamptz`,
    [fleetId, unitId, position, at],
  );
  const covering = rows[0];
  return {
    covering: covering === undefined ? null : { ...covering, to: covering.to?.toISOString() ?? null },
    next: after.rows[0]?.next?.toISOString() ?? null,
  };
};

/** Shortens a stay that had ended already: it turns out to have ended earlier. Gives the moment. */
export const truncatePlacement = async (
  db: Queryable,
  fleetId: FleetId,
  placementId: PlacementId,
  at: string,
  because: string,
): Promise<string> => {
  const { rows } = await db.query<{ ended: Date }>(
    `UPDATE battery_placement
     SET during = tstzrange(lower(during), greatest($3::timestamptz, lower(during) + interval '1 millisecond')), removed_because = $4
     WHERE fleet_id = $1 AND placement_id = $2 RETURNING upper(during) AS ended`,
    [fleetId, placementId, at, because],
  );
  const ended = rows[0]?.ended;
  if (ended === undefined) throw new Error(`Placement ${placementId} is not known.`);
  return ended.toISOString();
};

/** The battery that sat at each position of a unit at a moment. */
export const batteryIdsAt = async (
  db: Queryable,
  fleetId: FleetId,
  unitId: UnitId,
  at: string,
): Promise<Record<string, string>> => {
  const { rows } = await db.query<{ position: string; batteryId: BatteryId }>(
    `SELECT position, battery_id AS "batteryId" FROM battery_placement
     WHERE fleet_id = $1 AND unit_id = $2 AND during @> $3::timestamptz`,
    [fleetId, unitId, at],
  );
  return Object.fromEntries(rows.map(({ position, batteryId }) => [position, batteryId]));
};

/** Every stay of a battery at a unit's positions, the present ones first. */
export const loadPlacements = async (db: Queryable, fleetId: FleetId, unitId: UnitId): Promise<Placement[]> => {
  const { rows } = await db.query<Omit<Placement, 'from' | 'to'> & { from: Date; to: Date | null }>(
    `SELECT p.placement_id AS "placementId", p.battery_id AS "batteryId", p.position, lower(p.during) AS "from", upper(p.during) AS "to",
            p.removed_because AS "removedBecause", b.description AS battery
     FROM battery_placement p JOIN battery b USING (fleet_id, battery_id)
     WHERE p.fleet_id = $1 AND p.unit_id = $2
     ORDER BY upper_inf(p.during) DESC, p.position, lower(p.during) DESC`,
    [fleetId, unitId],
  );
  return rows.map((row) => ({ ...row, from: row.from.toISOString(), to: row.to?.toISOString() ?? null }));
};
