import type { BatteryDraft, BatteryMove } from '@vaktman/contract';
import { randomUUID } from 'node:crypto';
import { sqlState, withTransaction, type Pool, type Queryable } from '../database/pool';
import { ClientError, notFound } from '../http/problem';
import { refreshOutlook } from '../outlook/refreshOutlook';
import { endPlacement, insertBattery, insertPlacement, loadUnit } from '../unit/unitStore';
import { setWarranty } from './batteryStore';

const NOTHING = 'Nothing was moved.';
const TAKEN_MEANWHILE: readonly (string | null)[] = ['23P01', '40P01'];

interface Sits {
  readonly placementId: string;
  readonly batteryId: string;
  readonly unitId: string;
  readonly position: string;
}

/** Locks a battery for the move and tells where it sits; null in `sits` when it is in the store room. */
const locked = async (
  db: Queryable,
  fleetId: string,
  batteryId: string,
): Promise<{ sits: Sits | null; scrapped: boolean; serial: string }> => {
  const { rows } = await db.query<{ scrapped: boolean; serial: string | null }>(
    'SELECT scrapped_at IS NOT NULL AS scrapped, serial FROM battery WHERE fleet_id = $1 AND battery_id = $2 FOR UPDATE',
    [fleetId, batteryId],
  );
  const row = rows[0];
  if (row === undefined) throw notFound(`Battery ${batteryId}`);
  const placed = await db.query<Sits>(
    `SELECT placement_id AS "placementId", battery_id AS "batteryId", unit_id AS "unitId", position
     FROM battery_placement WHERE fleet_id = $1 AND battery_id = $2 AND upper_inf(during)`,
    [fleetId, batteryId],
  );
  return { sits: placed.rows[0] ?? null, scrapped: row.scrapped, serial: row.serial ?? 'the battery' };
};

const sittingAt = async (db: Queryable, fleetId: string, unitId: string, position: string): Promise<Sits | null> => {
  const { rows } = await db.query<Sits>(
    `SELECT placement_id AS "placementId", battery_id AS "batteryId", unit_id AS "unitId", position
     FROM battery_placement WHERE fleet_id = $1 AND unit_id = $2 AND position = $3 AND upper_inf(during)`,
    [fleetId, unitId, position],
  );
  return rows[0] ?? null;
};

const refuse = (path: string, message: string): ClientError => new ClientError(422, NOTHING, [{ path, message }]);

/** Ends what has to end and begins what begins, at one moment. */
const placed = async (
  db: Queryable,
  fleetId: string,
  batteryId: string,
  at: { readonly unitId: string; readonly position: string },
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
  fleetId: string,
  batteryId: string,
  move: BatteryMove,
  now: string,
): Promise<readonly string[]> => {
  const { sits, scrapped, serial } = await locked(db, fleetId, batteryId);
  if (scrapped) throw refuse('batteryId', `expected a battery that is not scrapped, ${serial} is`);
  switch (move.kind) {
    case 'remove':
    case 'scrap': {
      if (move.kind === 'remove' && sits === null)
        throw refuse('kind', `expected a battery in a unit, ${serial} is in the store room`);
      if (sits !== null) await endPlacement(db, fleetId, sits.placementId, now, move.because);
      if (move.kind === 'scrap')
        await db.query(
          'UPDATE battery SET scrapped_at = $3, scrapped_because = $4 WHERE fleet_id = $1 AND battery_id = $2',
          [fleetId, batteryId, now, move.because],
        );
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
      const occupant = await sittingAt(db, fleetId, move.unitId, move.position);
      if (occupant?.batteryId === batteryId) throw refuse('position', `${serial} sits there already`);
      const left = sits === null ? now : await endPlacement(db, fleetId, sits.placementId, now, move.because);
      const freed = occupant === null ? now : await endPlacement(db, fleetId, occupant.placementId, now, move.because);
      await placed(db, fleetId, batteryId, move, later(left, freed));
      // The first time it is fitted is the day its age counts from.
      await db.query(
        `UPDATE battery SET description = description || jsonb_build_object('fitted', $3::text)
         WHERE fleet_id = $1 AND battery_id = $2 AND NOT description ? 'fitted'`,
        [fleetId, batteryId, now.slice(0, 10)],
      );
      return [...new Set([move.unitId, ...(sits === null ? [] : [sits.unitId])])];
    }
    case 'swap': {
      const other = await locked(db, fleetId, move.withBatteryId);
      if (sits === null || other.sits === null)
        throw refuse('withBatteryId', 'expected two batteries that both sit in a unit');
      if (sits.batteryId === other.sits.batteryId) throw refuse('withBatteryId', 'expected another battery');
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

/** Moves a battery: all of it or nothing, and the outlook of every unit it touches is made anew. */
export const moveBattery = async (
  pool: Pool,
  fleetId: string,
  batteryId: string,
  move: BatteryMove,
  now: Date,
): Promise<void> => {
  try {
    await withTransaction(pool, async (db) => {
      // One move after the other: each looks at where batteries sit before it changes that.
      await db.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [`battery move ${fleetId}`]);
      for (const unitId of await moved(db, fleetId, batteryId, move, now.toISOString()))
        await refreshOutlook(db, fleetId, unitId, now.getTime());
    });
  } catch (error) {
    if (!TAKEN_MEANWHILE.includes(sqlState(error))) throw error;
    throw new ClientError(409, `${NOTHING} Somebody else moved one of the batteries meanwhile; load it again.`, [], {
      cause: error,
    });
  }
};

/** Takes a battery into the store room. */
export const storeBattery = async (
  pool: Pool,
  fleetId: string,
  { battery, warrantyUntil }: BatteryDraft,
): Promise<string> => {
  const batteryId = randomUUID();
  await withTransaction(pool, async (db) => {
    await insertBattery(db, fleetId, batteryId, battery);
    await setWarranty(db, fleetId, batteryId, warrantyUntil);
  });
  return batteryId;
};
