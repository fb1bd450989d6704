import type { Placement, UnitEntry, VisitSummary } from '@vaktman/contract';
import {
  parseArrangement,
  type Arrangement,
  type BatteryThing,
  batteriesInOrder,
  unitSchema,
  type Battery,
  type ProfileName,
  type Unit,
} from '@vaktman/core';
import type { Queryable } from '../database/pool';

const thingOf = ({ position: _position, string: _string, set: _set, ...thing }: Battery): BatteryThing => thing;

/** What is stored of a unit besides its batteries: where each sits in the wiring is part of the unit. */
interface Definition {
  readonly places: readonly Pick<Battery, 'position' | 'string' | 'set'>[];
  readonly rest: Omit<Unit, 'id' | 'description' | 'systemVolts' | 'bank'>;
}

const definitionOf = ({
  id: _id,
  description: _description,
  systemVolts: _volts,
  bank,
  ...rest
}: Unit): Definition => ({
  places: batteriesInOrder(bank).map(({ position, string, set }) =>
    set === undefined ? { position, string } : { position, string, set },
  ),
  rest,
});

const parameters = (fleetId: string, yardId: string, unit: Unit, profile: ProfileName | null): unknown[] => [
  fleetId,
  unit.id,
  yardId,
  unit.description,
  unit.systemVolts,
  unit.bank.arrangement,
  JSON.stringify(definitionOf(unit)),
  profile,
];

export const insertUnit = async (
  db: Queryable,
  fleetId: string,
  yardId: string,
  unit: Unit,
  profile: ProfileName | null = null,
): Promise<void> => {
  await db.query(
    `INSERT INTO unit (fleet_id, unit_id, yard_id, description, system_volts, arrangement, definition, method_profile)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
    parameters(fleetId, yardId, unit, profile),
  );
};

/** Changes a unit if it still stands at the revision the change was made from. False when it does not. */
export const updateUnit = async (
  db: Queryable,
  fleetId: string,
  yardId: string,
  unit: Unit,
  profile: ProfileName | null,
  revision: number,
): Promise<boolean> => {
  const { rowCount } = await db.query(
    `UPDATE unit SET yard_id = $3, description = $4, system_volts = $5, arrangement = $6, definition = $7, method_profile = $8,
       revision = revision + 1
     WHERE fleet_id = $1 AND unit_id = $2 AND revision = $9`,
    [...parameters(fleetId, yardId, unit, profile), revision],
  );
  return rowCount === 1;
};

export const insertBattery = async (
  db: Queryable,
  fleetId: string,
  batteryId: string,
  thing: BatteryThing,
): Promise<void> => {
  await db.query('INSERT INTO battery (fleet_id, battery_id, serial, description) VALUES ($1, $2, $3, $4)', [
    fleetId,
    batteryId,
    thing.serial ?? null,
    JSON.stringify(thing),
  ]);
};

/** Corrects what is on record about a battery; its life in positions is untouched. */
export const correctBattery = async (
  db: Queryable,
  fleetId: string,
  batteryId: string,
  thing: BatteryThing,
): Promise<void> => {
  await db.query('UPDATE battery SET serial = $3, description = $4 WHERE fleet_id = $1 AND battery_id = $2', [
    fleetId,
    batteryId,
    thing.serial ?? null,
    JSON.stringify(thing),
  ]);
};

export const insertPlacement = async (
  db: Queryable,
  fleetId: string,
  placement: {
    placementId: string;
    batteryId: string;
    unitId: string;
    position: string;
    from: string;
    to: string | null;
    removedBecause: string | null;
  },
): Promise<void> => {
  await db.query(
    `INSERT INTO battery_placement (fleet_id, placement_id, battery_id, unit_id, position, during, removed_because)
     VALUES ($1, $2, $3, $4, $5, tstzrange($6::timestamptz, $7::timestamptz), $8)`,
    [
      fleetId,
      placement.placementId,
      placement.batteryId,
      placement.unitId,
      placement.position,
      placement.from,
      placement.to,
      placement.removedBecause,
    ],
  );
};

/** Ends a battery's stay at a position, and gives the moment: at the time asked for, but never before the stay began. */
export const endPlacement = async (
  db: Queryable,
  fleetId: string,
  placementId: string,
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
  readonly placementId: string;
  readonly batteryId: string;
  readonly unitId: string;
  readonly position: string;
}
const OPEN_STAY = `placement_id AS "placementId", battery_id AS "batteryId", unit_id AS "unitId", position`;

export const batteryExists = async (db: Queryable, fleetId: string, batteryId: string): Promise<boolean> => {
  const { rowCount } = await db.query('SELECT 1 FROM battery WHERE fleet_id = $1 AND battery_id = $2', [
    fleetId,
    batteryId,
  ]);
  return rowCount === 1;
};

/** Where a battery sits now; null when it is in no unit. */
export const openPlacementOf = async (db: Queryable, fleetId: string, batteryId: string): Promise<OpenStay | null> => {
  const { rows } = await db.query<OpenStay>(
    `SELECT ${OPEN_STAY} FROM battery_placement WHERE fleet_id = $1 AND battery_id = $2 AND upper_inf(during)`,
    [fleetId, batteryId],
  );
  return rows[0] ?? null;
};

/** What sits at a position now; null when it is empty. */
export const sittingAt = async (
  db: Queryable,
  fleetId: string,
  unitId: string,
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
  fleetId: string,
  unitId: string,
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
  fleetId: string,
  placementId: string,
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
  fleetId: string,
  unitId: string,
  at: string,
): Promise<Record<string, string>> => {
  const { rows } = await db.query<{ position: string; batteryId: string }>(
    `SELECT position, battery_id AS "batteryId" FROM battery_placement
     WHERE fleet_id = $1 AND unit_id = $2 AND during @> $3::timestamptz`,
    [fleetId, unitId, at],
  );
  return Object.fromEntries(rows.map(({ position, batteryId }) => [position, batteryId]));
};

/** Every stay of a battery at a unit's positions, the present ones first. */
const loadPlacements = async (db: Queryable, fleetId: string, unitId: string): Promise<Placement[]> => {
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

/** A unit as it stands now: its description with the batteries that sit in it. */
export interface StoredUnit {
  readonly unit: Unit;
  readonly yardId: string;
  readonly profile: ProfileName | null;
  readonly revision: number;
  /** When and why it left the fleet; null while it belongs to it. */
  readonly retired: { readonly at: string; readonly because: string } | null;
  /** Positions in which no battery sits. */
  readonly empty: readonly string[];
  readonly placements: readonly Placement[];
}

/** Null when the unit is not known. */
export const loadUnit = async (db: Queryable, fleetId: string, unitId: string): Promise<StoredUnit | null> => {
  const { rows } = await db.query<{
    yardId: string;
    description: string;
    systemVolts: number;
    arrangement: string;
    definition: Definition;
    profile: ProfileName | null;
    revision: number;
    retiredAt: Date | null;
    retiredBecause: string | null;
  }>(
    `SELECT yard_id AS "yardId", description, system_volts AS "systemVolts", arrangement, definition, revision,
            method_profile AS profile, retired_at AS "retiredAt", retired_because AS "retiredBecause"
     FROM unit WHERE fleet_id = $1 AND unit_id = $2`,
    [fleetId, unitId],
  );
  const row = rows[0];
  if (row === undefined) return null;
  const placements = await loadPlacements(db, fleetId, unitId);
  const present = new Map(
    placements.filter(({ to }) => to === null).map((placement) => [placement.position, placement.battery]),
  );
  // A place from which the battery was taken is described by its neighbours, as far as it can be.
  const neighbour = [...present.values()][0];
  const { series } = parseArrangement(row.arrangement as Arrangement);
  const volts = row.systemVolts / series;
  const unknown = {
    chemistry: neighbour?.chemistry ?? 'flooded',
    duty: neighbour?.duty ?? 'truck',
    ...(volts === 12 ? {} : { nominalVolts: volts }),
  };
  const unit = unitSchema.parse({
    id: unitId,
    description: row.description,
    systemVolts: row.systemVolts,
    bank: {
      arrangement: row.arrangement,
      batteries: row.definition.places.map((place) => ({ ...(present.get(place.position) ?? unknown), ...place })),
    },
    ...row.definition.rest,
  });
  const retired =
    row.retiredAt === null ? null : { at: row.retiredAt.toISOString(), because: row.retiredBecause ?? '' };
  const empty = row.definition.places.map(({ position }) => position).filter((position) => !present.has(position));
  return { unit, yardId: row.yardId, profile: row.profile, revision: row.revision, retired, empty, placements };
};

/** A unit leaves the fleet, or comes back. False when it is not known. */
export const setRetired = async (
  db: Queryable,
  fleetId: string,
  unitId: string,
  retired: { readonly at: string; readonly because: string } | null,
): Promise<boolean> => {
  const { rowCount } = await db.query(
    'UPDATE unit SET retired_at = $3, retired_because = $4 WHERE fleet_id = $1 AND unit_id = $2',
    [fleetId, unitId, retired?.at ?? null, retired?.because ?? null],
  );
  return rowCount === 1;
};

const VISITS_SHOWN = 60;

/** A unit's visits as lists show them, latest first. */
export const loadVisitSummaries = async (db: Queryable, fleetId: string, unitId: string): Promise<VisitSummary[]> => {
  const { rows } = await db.query<
    Omit<VisitSummary, 'startedAt' | 'closedAt'> & { startedAt: Date; closedAt: Date | null }
  >(
    `SELECT visit_id AS "visitId", started_at AS "startedAt", closed_at AS "closedAt", technician, disposition, headline,
            finding_count AS "findingCount", body -> 'batteries' AS batteries, coalesce(body -> 'lasts', '{}') AS lasts
     FROM visit_summary WHERE fleet_id = $1 AND unit_id = $2 ORDER BY started_at DESC LIMIT $3`,
    [fleetId, unitId, VISITS_SHOWN],
  );
  return rows.map((row) => ({
    ...row,
    startedAt: row.startedAt.toISOString(),
    closedAt: row.closedAt?.toISOString() ?? null,
  }));
};

export { thingOf };

/** Every unit of the register, also those that left the fleet. */
export const listUnits = async (db: Queryable, fleetId: string): Promise<UnitEntry[]> => {
  const { rows } = await db.query<Omit<UnitEntry, 'retiredAt'> & { retiredAt: Date | null }>(
    `SELECT unit_id AS "unitId", yard_id AS "yardId", description, system_volts AS "systemVolts", arrangement,
            method_profile AS profile, retired_at AS "retiredAt", retired_because AS "retiredBecause"
     FROM unit WHERE fleet_id = $1 ORDER BY unit_id`,
    [fleetId],
  );
  return rows.map((row) => ({ ...row, retiredAt: row.retiredAt?.toISOString() ?? null }));
};
