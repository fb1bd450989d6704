import type { FleetId } from '@vaktman/core';
import type { TypedNight } from '@vaktman/contract';
import type { Queryable } from '../database/pool';

/** A night as somebody typed it in. */
export interface NightTyped {
  readonly yardId: string;
  /** The day it begins on, as `2026-11-27`. */
  readonly date: string;
  readonly lowestC: number;
}

/** Nights that were typed in, from last night on, in order. */
export const nightsTyped = async (db: Queryable, fleetId: FleetId): Promise<NightTyped[]> => {
  const { rows } = await db.query<NightTyped>(
    `SELECT yard_id AS "yardId", night::text AS date, lowest_c AS "lowestC" FROM typed_night
     WHERE fleet_id = $1 AND night >= (now() AT TIME ZONE (SELECT time_zone FROM fleet WHERE fleet_id = $1))::date - 1 ORDER BY night`,
    [fleetId],
  );
  return rows;
};

/** Keeps a typed night, or takes it away where its lowest is null. */
export const keepNight = async (
  db: Queryable,
  fleetId: FleetId,
  { yardId, date, lowestC }: TypedNight,
): Promise<void> => {
  if (lowestC === null)
    await db.query('DELETE FROM typed_night WHERE fleet_id = $1 AND yard_id = $2 AND night = $3', [
      fleetId,
      yardId,
      date,
    ]);
  else
    await db.query(
      `INSERT INTO typed_night (fleet_id, yard_id, night, lowest_c) VALUES ($1, $2, $3, $4)
       ON CONFLICT (fleet_id, yard_id, night) DO UPDATE SET lowest_c = excluded.lowest_c`,
      [fleetId, yardId, date, lowestC],
    );
};
