import type { BatteryDraft, BatteryMove } from '@vaktman/contract';
import { type BatteryId, type FleetId, type UnitId, batteryFitsBank } from '@vaktman/core';
import { randomUUID } from 'node:crypto';
import { triedAgain } from '../database/failure';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { sqlState } from '../database/sqlState';
import { ClientError, notFound } from '../http/problem';
import { markOutlooks } from '../outlook/outlookQueue';
import { lockUnits } from '../unit/lockUnits';
import {
  correctBattery,
  endPlacement,
  insertBattery,
  insertPlacement,
  openPlacementOf,
  sittingAt,
  type OpenStay,
} from '../unit/placementStore';
import { loadUnit } from '../unit/unitStore';
import { batteryWithSerial, descriptionOf, setFate, setMade, setWarranty } from './batteryStore';

const NOTHING = 'Nothing was moved.';
const TAKEN_MEANWHILE: readonly (string | null)[] = ['23P01', '40P01'];

/** A battery held for the move, with where it sits; null in `sits` when it is in no unit. */
const locked = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
): Promise<{ sits: OpenStay | null; gone: 'scrapped' | 'claimed' | null; serial: string }> => {
  const { rows } = await db.query<{ gone: 'scrapped' | 'claimed' | null; serial: string | null }>(
    `SELECT CASE WHEN scrapped_at IS NOT NULL THEN 'scrapped' WHEN claimed_at IS NOT NULL THEN 'claimed' END AS gone, serial
     FROM battery WHERE fleet_id = $1 AND battery_id = $2 FOR UPDATE`,
    [fleetId, batteryId],
  );
  const row = rows[0];
  if (row === undefined) throw notFound(`Battery ${batteryId}`);
  return {
    sits: await openPlacementOf(db, fleetId, batteryId),
    gone: row.gone,
    serial: row.serial ?? 'the battery',
  };
};

const refuse = (path: string, message: string): ClientError => new ClientError(422, NOTHING, [{ path, message }]);

/** Ends what has to end and begins what begins, at one moment. */
const placed = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
  at: { readonly unitId: UnitId; readonly position: string },
  from: string,
): Promise<void> =>
  insertPlacement(db, fleetId, {
    placementId: randomUUID(),
    batteryId,
    unitId: at.unitId,
    position: at.position,
    from,
    to: null,
    removedBecause: null,
  });

const later = (a: string, b: string): string => (Date.parse(a) > Date.parse(b) ? a : b);

/** Units whose batteries changed with a move. */
const moved = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
  move: BatteryMove,
  now: string,
): Promise<readonly string[]> => {
  const { sits, gone, serial } = await locked(db, fleetId, batteryId);
  if (gone === 'scrapped') throw refuse('batteryId', `expected a battery that is not scrapped, ${serial} is`);
  if (gone === 'claimed' && move.kind !== 'return' && move.kind !== 'scrap')
    throw refuse('batteryId', `expected a battery that is here, ${serial} has gone back to its maker`);
  switch (move.kind) {
    case 'return': {
      if (gone !== 'claimed')
        throw refuse('kind', `expected a battery that has gone back to its maker, ${serial} has not`);
      await db.query(
        'UPDATE battery SET claimed_at = NULL, claimed_because = NULL WHERE fleet_id = $1 AND battery_id = $2',
        [fleetId, batteryId],
      );
      return [];
    }
    case 'remove':
    case 'scrap':
    case 'claim': {
      if (move.kind === 'remove' && sits === null)
        throw refuse('kind', `expected a battery in a unit, ${serial} is in the store room`);
      if (sits !== null) await endPlacement(db, fleetId, sits.placementId, now, move.because);
      if (move.kind !== 'remove') await setFate(db, fleetId, batteryId, move.kind, now, move.because);
      return sits === null ? [] : [sits.unitId];
    }
    case 'fit': {
      const unit = await loadUnit(db, fleetId, move.unitId);
      if (unit === null || unit.retired !== null)
        throw refuse('unitId', `expected a unit of this fleet, received ${move.unitId}`);
      if (!unit.unit.bank.batteries.some(({ position }) => position === move.position))
        throw refuse(
          'position',
          `expected one of ${unit.unit.bank.batteries.map(({ position }) => position).join(', ')}, received ${move.position}`,
        );
      const wrong = batteryFitsBank(unit.unit, await descriptionOf(db, fleetId, batteryId));
      if (wrong !== null) throw refuse('position', wrong);
      const occupant = await sittingAt(db, fleetId, move.unitId, move.position);
      if (occupant?.batteryId === batteryId) throw refuse('position', `${serial} sits there already`);
      const left = sits === null ? now : await endPlacement(db, fleetId, sits.placementId, now, move.because);
      const freed = occupant === null ? now : await endPlacement(db, fleetId, occupant.placementId, now, move.because);
      await placed(db, fleetId, batteryId, move, later(left, freed));
      // The first time it is fitted is the day its age counts from.
      await db.query(
        `UPDATE battery SET description = description || jsonb_build_object('fitted',
           to_char($3::timestamptz AT TIME ZONE (SELECT time_zone FROM fleet WHERE fleet_id = $1), 'YYYY-MM-DD'))
         WHERE fleet_id = $1 AND battery_id = $2 AND NOT description ? 'fitted'`,
        [fleetId, batteryId, now],
      );
      return [...new Set([move.unitId, ...(sits === null ? [] : [sits.unitId])])];
    }
    case 'swap': {
      const other = await locked(db, fleetId, move.withBatteryId);
      if (sits === null || other.sits === null)
        throw refuse('withBatteryId', 'expected two batteries that both sit in a unit');
      if (sits.batteryId === other.sits.batteryId) throw refuse('withBatteryId', 'expected another battery');
      for (const [id, to] of [
        [batteryId, other.sits.unitId],
        [move.withBatteryId, sits.unitId],
      ] as const) {
        const into = await loadUnit(db, fleetId, to);
        const wrong = into === null ? null : batteryFitsBank(into.unit, await descriptionOf(db, fleetId, id));
        if (wrong !== null) throw refuse('withBatteryId', wrong);
      }
      const ended = later(
        await endPlacement(db, fleetId, sits.placementId, now, move.because),
        await endPlacement(db, fleetId, other.sits.placementId, now, move.because),
      );
      await placed(db, fleetId, batteryId, other.sits, ended);
      await placed(db, fleetId, move.withBatteryId, sits, ended);
      return [...new Set([sits.unitId, other.sits.unitId])];
    }
  }
};

/** Units a move reads or changes, as far as they can be told before they are held. */
const unitsOfMove = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
  move: BatteryMove,
): Promise<readonly string[]> => {
  const stays = await Promise.all(
    [batteryId, ...(move.kind === 'swap' ? [move.withBatteryId] : [])].map((id) => openPlacementOf(db, fleetId, id)),
  );
  return [...stays.flatMap((stay) => stay?.unitId ?? []), ...(move.kind === 'fit' ? [move.unitId] : [])];
};

/** Moves a battery: all of it or nothing; every unit it touches is marked to be looked at anew. */
export const moveBattery = async (
  pool: Pool,
  fleetId: FleetId,
  batteryId: BatteryId,
  move: BatteryMove,
  now: Date,
): Promise<void> => {
  try {
    await triedAgain(() =>
      withTransaction(pool, async (db) => {
        await lockUnits(db, fleetId, await unitsOfMove(pool, fleetId, batteryId, move));
        await markOutlooks(db, fleetId, await moved(db, fleetId, batteryId, move, now.toISOString()));
      }),
    );
  } catch (error) {
    if (!TAKEN_MEANWHILE.includes(sqlState(error))) throw error;
    throw new ClientError(409, `${NOTHING} Somebody else moved one of the batteries meanwhile; load it again.`, [], {
      cause: error,
    });
  }
};

/** Refuses a serial that another battery of the fleet has, and says where that one is. */
const checkSerial = async (
  db: Queryable,
  fleetId: FleetId,
  serial: string | undefined,
  path: string,
  own?: string,
): Promise<void> => {
  const same = serial === undefined ? null : await batteryWithSerial(db, fleetId, serial);
  if (same === null || same.batteryId === own) return;
  throw new ClientError(409, 'Nothing was stored.', [
    { path, message: `${same.serial} is on record already, ${same.where}; expected a serial no other battery has` },
  ]);
};

/** Takes a battery into the store room. */
export const storeBattery = async (
  pool: Pool,
  fleetId: FleetId,
  { battery, warrantyUntil, made }: BatteryDraft,
): Promise<string> => {
  const batteryId = randomUUID();
  await withTransaction(pool, async (db) => {
    await checkSerial(db, fleetId, battery.serial, 'battery.serial');
    await insertBattery(db, fleetId, batteryId, battery);
    await setWarranty(db, fleetId, batteryId, warrantyUntil);
    await setMade(db, fleetId, batteryId, made);
  });
  return batteryId;
};

/** Corrects what is on record about a battery, all of it or nothing. */
export const changeBattery = async (
  pool: Pool,
  fleetId: FleetId,
  batteryId: BatteryId,
  { battery, warrantyUntil, made }: BatteryDraft,
): Promise<void> =>
  withTransaction(pool, async (db) => {
    await checkSerial(db, fleetId, battery.serial, 'battery.serial', batteryId);
    await correctBattery(db, fleetId, batteryId, battery);
    await setWarranty(db, fleetId, batteryId, warrantyUntil);
    await setMade(db, fleetId, batteryId, made);
    const sits = await openPlacementOf(db, fleetId, batteryId);
    await markOutlooks(db, fleetId, sits === null ? [] : [sits.unitId]);
  });
