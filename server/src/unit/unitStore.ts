import type { Placement, UnitEntry } from '@vaktman/contract';
import {
  type FleetId,
  type UnitId,
  parseArrangement,
  type Arrangement,
  type BatteryThing,
  batteriesInOrder,
  unitSchema,
  type Battery,
  type ProfileName,
  type Unit,
  type UnitCard,
} from '@vaktman/core';
import type { Queryable } from '../database/pool';
import { loadPlacements } from './placementStore';

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

/** What is stored of a unit: its circuit, where it stands, and its card. */
export interface UnitToStore {
  readonly yardId: string;
  readonly unit: Unit;
  readonly profile?: ProfileName | null | undefined;
  /** Left as it is when not told. */
  readonly card?: UnitCard | undefined;
}

const parameters = (fleetId: FleetId, { yardId, unit, profile, card }: UnitToStore): unknown[] => [
  fleetId,
  unit.id,
  yardId,
  unit.description,
  unit.systemVolts,
  unit.bank.arrangement,
  JSON.stringify(definitionOf(unit)),
  profile ?? null,
  card === undefined ? null : JSON.stringify(card),
];

/** Rows put in by one statement. */
const AT_ONCE = 2000;

/** Registers units, many at once. */
export const insertUnits = async (db: Queryable, fleetId: FleetId, units: readonly UnitToStore[]): Promise<void> => {
  for (let from = 0; from < units.length; from += AT_ONCE) {
    const rows = units.slice(from, from + AT_ONCE).map(({ yardId, unit, profile, card }) => ({
      unit_id: unit.id,
      yard_id: yardId,
      description: unit.description,
      system_volts: unit.systemVolts,
      arrangement: unit.bank.arrangement,
      definition: definitionOf(unit),
      method_profile: profile ?? null,
      card: card ?? {},
    }));
    await db.query(
      `INSERT INTO unit (fleet_id, unit_id, yard_id, description, system_volts, arrangement, definition, method_profile, card)
       SELECT $1, r.* FROM jsonb_to_recordset($2) AS r(unit_id text, yard_id text, description text, system_volts smallint,
         arrangement text, definition jsonb, method_profile text, card jsonb)`,
      [fleetId, JSON.stringify(rows)],
    );
  }
};

export const insertUnit = async (db: Queryable, fleetId: FleetId, unit: UnitToStore): Promise<void> =>
  insertUnits(db, fleetId, [unit]);

/** Changes a unit if it still stands at the revision the change was made from. False when it does not. */
export const updateUnit = async (
  db: Queryable,
  fleetId: FleetId,
  unit: UnitToStore,
  revision: number,
): Promise<boolean> => {
  const { rowCount } = await db.query(
    `UPDATE unit SET yard_id = $3, description = $4, system_volts = $5, arrangement = $6, definition = $7, method_profile = $8,
       card = coalesce($9::jsonb, card), revision = revision + 1
     WHERE fleet_id = $1 AND unit_id = $2 AND revision = $10`,
    [...parameters(fleetId, unit), revision],
  );
  return rowCount === 1;
};

/** A unit as it stands now: its description with the batteries that sit in it. */
export interface StoredUnit {
  readonly unit: Unit;
  readonly yardId: string;
  readonly profile: ProfileName | null;
  readonly card: UnitCard;
  readonly revision: number;
  /** When and why it left the fleet; null while it belongs to it. */
  readonly retired: { readonly at: string; readonly because: string } | null;
  /** Positions in which no battery sits. */
  readonly empty: readonly string[];
  readonly placements: readonly Placement[];
}

/** Null when the unit is not known. */
export const loadUnit = async (db: Queryable, fleetId: FleetId, unitId: UnitId): Promise<StoredUnit | null> => {
  const { rows } = await db.query<{
    yardId: string;
    description: string;
    systemVolts: number;
    arrangement: string;
    definition: Definition;
    profile: ProfileName | null;
    card: UnitCard;
    revision: number;
    retiredAt: Date | null;
    retiredBecause: string | null;
  }>(
    `SELECT yard_id AS "yardId", description, system_volts AS "systemVolts", arrangement, definition, card, revision,
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
  const { yardId, profile, card, revision } = row;
  return { unit, yardId, profile, card, revision, retired, empty, placements };
};

/** A unit leaves the fleet, or comes back. False when it is not known. */
export const setRetired = async (
  db: Queryable,
  fleetId: FleetId,
  unitId: UnitId,
  retired: { readonly at: string; readonly because: string } | null,
): Promise<boolean> => {
  const { rowCount } = await db.query(
    'UPDATE unit SET retired_at = $3, retired_because = $4 WHERE fleet_id = $1 AND unit_id = $2',
    [fleetId, unitId, retired?.at ?? null, retired?.because ?? null],
  );
  return rowCount === 1;
};

export { thingOf };

/** Every unit of the register, also those that left the fleet. */
export const listUnits = async (db: Queryable, fleetId: FleetId): Promise<UnitEntry[]> => {
  const { rows } = await db.query<Omit<UnitEntry, 'retiredAt'> & { retiredAt: Date | null }>(
    `SELECT unit_id AS "unitId", yard_id AS "yardId", description, system_volts AS "systemVolts", arrangement,
            method_profile AS profile, card ->> 'plate' AS plate, card ->> 'class' AS class,
            retired_at AS "retiredAt", retired_because AS "retiredBecause"
     FROM unit WHERE fleet_id = $1 ORDER BY unit_id`,
    [fleetId],
  );
  return rows.map((row) => ({ ...row, retiredAt: row.retiredAt?.toISOString() ?? null }));
};
