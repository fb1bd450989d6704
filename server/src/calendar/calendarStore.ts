import type { FleetId, UnitId } from '@vaktman/core';
import type { Queryable } from '../database/pool';
import { digestOf } from '../signIn/secret';

/** Gives a yard's calendar an address; the one it had before leads nowhere from now on. */
export const setCalendarAddress = async (
  db: Queryable,
  fleetId: FleetId,
  yardId: string,
  secret: string,
): Promise<void> => {
  await db.query(
    `INSERT INTO calendar_address (fleet_id, yard_id, digest) VALUES ($1, $2, $3)
     ON CONFLICT (fleet_id, yard_id) DO UPDATE SET digest = excluded.digest, made_at = now()`,
    [fleetId, yardId, digestOf(secret)],
  );
};

/** Takes the address of a yard's calendar away. */
export const endCalendarAddress = async (db: Queryable, fleetId: FleetId, yardId: string): Promise<void> => {
  await db.query('DELETE FROM calendar_address WHERE fleet_id = $1 AND yard_id = $2', [fleetId, yardId]);
};

/** Since when each yard has an address at which its calendar is read. */
export const calendarAddresses = async (
  db: Queryable,
  fleetId: FleetId,
): Promise<readonly { readonly yardId: string; readonly madeAt: string }[]> => {
  const { rows } = await db.query<{ yardId: string; madeAt: Date }>(
    'SELECT yard_id AS "yardId", made_at AS "madeAt" FROM calendar_address WHERE fleet_id = $1 ORDER BY yard_id',
    [fleetId],
  );
  return rows.map(({ yardId, madeAt }) => ({ yardId, madeAt: madeAt.toISOString() }));
};

/** The yard whose calendar a secret opens, or null. */
export const yardOfSecret = async (
  db: Queryable,
  secret: string,
): Promise<{ readonly fleetId: FleetId; readonly yardId: string; readonly name: string } | null> => {
  const { rows } = await db.query<{ fleetId: FleetId; yardId: string; name: string }>(
    `SELECT fleet_id AS "fleetId", yard_id AS "yardId", y.name FROM calendar_address JOIN yard y USING (fleet_id, yard_id)
     WHERE digest = $1`,
    [digestOf(secret)],
  );
  return rows[0] ?? null;
};

/** One unit that is due, and why. */
export interface DueLine {
  readonly unitId: UnitId;
  readonly description: string;
  /** Calendar date, such as 2027-05-20. */
  readonly dueOn: string;
  readonly by: 'date' | 'hours' | 'distance';
  readonly headline: string;
  /** When the visit that says so began. */
  readonly visitAt: Date;
}

/** Units of a yard that are due, soonest first. */
export const dueInYard = async (db: Queryable, fleetId: FleetId, yardId: string): Promise<readonly DueLine[]> => {
  const { rows } = await db.query<DueLine>(
    `SELECT u.unit_id AS "unitId", u.description, coalesce(o.due_on, s.due_date)::text AS "dueOn", coalesce(o.due_by, 'date') AS by,
            s.headline, s.started_at AS "visitAt"
     FROM unit u JOIN unit_standing s USING (fleet_id, unit_id) LEFT JOIN unit_outlook o USING (fleet_id, unit_id)
     WHERE u.fleet_id = $1 AND u.yard_id = $2 AND u.retired_at IS NULL AND coalesce(o.due_on, s.due_date) IS NOT NULL
     ORDER BY 3, 1`,
    [fleetId, yardId],
  );
  return rows;
};
