import type { PartStayRow } from '@vaktman/contract';
import type { FleetId, UnitId, PartPlate, PartFitting } from '@vaktman/core';
import { randomUUID } from 'node:crypto';
import type { Queryable } from '../database/pool';

type Raw = Omit<PartStayRow, 'from' | 'to'> & { from: Date | null; to: Date | null };
const STAY = `part_id AS "partId", place, description AS part, fitted_at AS "from", left_at AS "to", left_because AS "leftBecause"`;
const stayOf = (raw: Raw): PartStayRow => ({
  ...raw,
  from: raw.from?.toISOString() ?? null,
  to: raw.to?.toISOString() ?? null,
});

/** Every alternator and starter a unit had, place by place, the present one first. */
export const loadPartStays = async (db: Queryable, fleetId: FleetId, unitId: UnitId): Promise<PartStayRow[]> => {
  const { rows } = await db.query<Raw>(
    `SELECT ${STAY} FROM part_stay WHERE fleet_id = $1 AND unit_id = $2
     ORDER BY place = 'starter', place, left_at DESC NULLS FIRST, fitted_at DESC NULLS LAST`,
    [fleetId, unitId],
  );
  return rows.map(stayOf);
};

export const insertPartStay = async (
  db: Queryable,
  fleetId: FleetId,
  unitId: UnitId,
  stay: Pick<PartStayRow, 'partId' | 'place' | 'from' | 'to' | 'leftBecause'> & { readonly part: PartPlate },
): Promise<void> => {
  await db.query(
    `INSERT INTO part_stay (fleet_id, part_id, unit_id, place, description, fitted_at, left_at, left_because)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [fleetId, stay.partId, unitId, stay.place, JSON.stringify(stay.part), stay.from, stay.to, stay.leftBecause],
  );
};

/**
 * Puts a part in its place from a moment on; the one that was there then leaves. What was put in later, and is on record
 * already, stays: then this one was there until then. The unit is locked by the caller.
 * @returns true when it is the one that sits there now
 */
export const fitPart = async (
  db: Queryable,
  fleetId: FleetId,
  unitId: UnitId,
  at: string,
  { partId, place, part, because }: PartFitting,
): Promise<boolean> => {
  const stays = (await loadPartStays(db, fleetId, unitId)).filter((stay) => stay.place === place);
  if (stays.some((stay) => stay.partId === partId)) return false;
  const ms = Date.parse(at);
  const covering = stays.find(
    ({ from, to }) => (from === null || Date.parse(from) <= ms) && (to === null || Date.parse(to) > ms),
  );
  const later = stays.flatMap(({ from }) => (from !== null && Date.parse(from) > ms ? [from] : [])).sort();
  if (covering !== undefined)
    await db.query('UPDATE part_stay SET left_at = $3, left_because = $4 WHERE fleet_id = $1 AND part_id = $2', [
      fleetId,
      covering.partId,
      at,
      because,
    ]);
  // What the machine had before is not on record, but that it had one is.
  else if (later.length === stays.length)
    await insertPartStay(db, fleetId, unitId, {
      partId: randomUUID(),
      place,
      part: {},
      from: null,
      to: at,
      leftBecause: because,
    });
  const to = covering === undefined ? (later[0] ?? null) : covering.to;
  await insertPartStay(db, fleetId, unitId, {
    partId,
    place,
    part,
    from: at,
    to,
    leftBecause: to === null ? null : (covering?.leftBecause ?? 'replaced'),
  });
  return to === null;
};

/** Corrects what the plate of a part says. False when it is not known. */
export const correctPart = async (
  db: Queryable,
  fleetId: FleetId,
  unitId: UnitId,
  partId: string,
  part: PartPlate,
): Promise<boolean> => {
  const { rowCount } = await db.query(
    'UPDATE part_stay SET description = $4 WHERE fleet_id = $1 AND unit_id = $2 AND part_id = $3',
    [fleetId, unitId, partId, JSON.stringify(part)],
  );
  return rowCount === 1;
};

/** Ratings by make and type, as this shop has them on record: what is typed once is looked up from then on. */
export const knownParts = async (db: Queryable, fleetId: FleetId): Promise<PartPlate[]> => {
  const { rows } = await db.query<{ part: PartPlate }>(
    `SELECT DISTINCT ON (lower(description ->> 'make'), lower(description ->> 'type')) description - 'serial' AS part
     FROM part_stay WHERE fleet_id = $1 AND description ->> 'type' IS NOT NULL
     ORDER BY lower(description ->> 'make'), lower(description ->> 'type'), fitted_at DESC NULLS LAST`,
    [fleetId],
  );
  return rows.map(({ part }) => part);
};
