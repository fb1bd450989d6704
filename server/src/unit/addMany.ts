import type { UnitDraft } from '@vaktman/contract';
import { type FleetId, batteriesInOrder } from '@vaktman/core';
import { v7 } from 'uuid';
import { batteryWithSerial } from '../battery/batteryStore';
import type { Queryable } from '../database/pool';
import { sqlState } from '../database/sqlState';
import { ClientError } from '../http/problem';
import { markOutlooks } from '../outlook/outlookQueue';
import { listYards } from '../yard/yardStore';
import { fittedMoment } from './fittedMoment';
import { insertBatteries, insertPlacements } from './placementStore';
import { insertUnits, thingOf } from './unitStore';

const UNIQUE_VIOLATION = '23505';

const refused = (status: 409 | 422, index: number, path: string, message: string): ClientError =>
  new ClientError(status, 'Nothing was stored.', [{ path: `units[${index}].${path}`, message }]);

const folded = (serial: string): string => serial.trim().toLowerCase();

/** Numbers of units, and serials of batteries, of which some are on record. */
const onRecord = async (
  db: Queryable,
  fleetId: FleetId,
  drafts: readonly UnitDraft[],
): Promise<{ readonly units: ReadonlySet<string>; readonly serials: ReadonlySet<string> }> => {
  const { rows: units } = await db.query<{ id: string }>(
    'SELECT unit_id AS id FROM unit WHERE fleet_id = $1 AND unit_id = ANY($2)',
    [fleetId, drafts.map(({ unit }) => unit.id)],
  );
  const told = drafts.flatMap(({ unit }) => unit.bank.batteries.flatMap(({ serial }) => serial ?? []));
  const { rows: serials } = await db.query<{ serial: string }>(
    'SELECT lower(btrim(serial)) AS serial FROM battery WHERE fleet_id = $1 AND lower(btrim(serial)) = ANY($2)',
    [fleetId, told.map(folded)],
  );
  return { units: new Set(units.map(({ id }) => id)), serials: new Set(serials.map(({ serial }) => serial)) };
};

/** Refuses the first unit of a list that cannot be registered, by its place in it. */
const checkMany = async (db: Queryable, fleetId: FleetId, drafts: readonly UnitDraft[]): Promise<void> => {
  const record = await onRecord(db, fleetId, drafts);
  const yards = new Map((await listYards(db, fleetId)).map((yard) => [yard.yardId, yard]));
  const [ids, serials] = [new Set(record.units), new Set<string>()];
  for (const [index, { yardId, unit }] of drafts.entries()) {
    if (ids.has(unit.id))
      throw refused(409, index, 'unit.id', `${unit.id} is taken; expected a number no other unit has`);
    ids.add(unit.id);
    const yard = yards.get(yardId);
    if (yard === undefined) throw refused(422, index, 'yardId', `expected a yard of this fleet, received ${yardId}`);
    if (yard.endedAt !== null) throw refused(422, index, 'yardId', 'this yard is closed; expected one that is open');
    for (const [place, { serial }] of unit.bank.batteries.entries()) {
      if (serial === undefined) continue;
      const path = `unit.bank.batteries[${place}].serial`;
      if (serials.has(folded(serial))) throw refused(409, index, path, `${serial} is in this list twice`);
      serials.add(folded(serial));
      if (!record.serials.has(folded(serial))) continue;
      const same = await batteryWithSerial(db, fleetId, serial);
      throw refused(409, index, path, `a battery with this serial is on record, ${same?.where ?? 'elsewhere'}`);
    }
  }
};

/** Registers many units with their batteries, within a transaction. What is wrong is named by its place in the list. */
export const addUnitsWithin = async (
  db: Queryable,
  fleetId: FleetId,
  drafts: readonly UnitDraft[],
  now: string,
): Promise<void> => {
  // New numbers need no lock: whoever takes one first has it, and the other is told.
  await checkMany(db, fleetId, drafts);
  try {
    await insertMany(db, fleetId, drafts, now);
  } catch (error) {
    if (sqlState(error) !== UNIQUE_VIOLATION) throw error;
    throw new ClientError(
      409,
      'Somebody else took one of these numbers or serials meanwhile. Nothing was stored.',
      [],
      {
        cause: error,
      },
    );
  }
  await markOutlooks(
    db,
    fleetId,
    drafts.map(({ unit }) => unit.id),
  );
};

const insertMany = async (
  db: Queryable,
  fleetId: FleetId,
  drafts: readonly UnitDraft[],
  now: string,
): Promise<void> => {
  await insertUnits(db, fleetId, drafts);
  const fitted = drafts.flatMap(({ unit }) =>
    batteriesInOrder(unit.bank).map((battery) => ({ unitId: unit.id, battery, batteryId: v7() })),
  );
  await insertBatteries(
    db,
    fleetId,
    fitted.map(({ batteryId, battery }) => ({ batteryId, thing: thingOf(battery) })),
  );
  // Units that come with their batteries are as they came: no stay raises their revision.
  await db.query(`SELECT set_config('vaktman.brings_all', 'yes', true)`);
  await insertPlacements(
    db,
    fleetId,
    fitted.map(({ unitId, battery, batteryId }) => ({
      placementId: v7(),
      batteryId,
      unitId,
      position: battery.position,
      from: fittedMoment(battery, now),
      to: null,
      removedBecause: null,
    })),
  );
  await db.query(`SELECT set_config('vaktman.brings_all', 'no', true)`);
};
