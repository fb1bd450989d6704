import {
  BATTERY_SORTS,
  type BatteryDetail,
  type BatteryDraft,
  type BatteryLife,
  type BatteryList,
  type BatteryQuery,
  type BatteryRow,
  type BatterySort,
} from '@vaktman/contract';
import type { BatteryId, FleetId, UnitId, BatteryThing, OldBatteryFate } from '@vaktman/core';
import type { Queryable } from '../database/pool';
import { benchFigures, loadBench } from './benchStore';

const ROW = `b.battery_id AS "batteryId", b.description AS battery,
  CASE WHEN b.scrapped_at IS NOT NULL THEN 'scrapped' WHEN b.claimed_at IS NOT NULL THEN 'claimed' WHEN p.unit_id IS NOT NULL THEN 'fitted' ELSE 'store' END AS state,
  p.unit_id AS "unitId", p.position,
  coalesce(lower(p.during), b.scrapped_at, b.claimed_at, last.ended) AS since, b.warranty_until::text AS "warrantyUntil"`;
const FROM = `battery b
  LEFT JOIN battery_placement p ON p.fleet_id = b.fleet_id AND p.battery_id = b.battery_id AND upper_inf(p.during)
  LEFT JOIN LATERAL (SELECT max(upper(q.during)) AS ended FROM battery_placement q
    WHERE q.fleet_id = b.fleet_id AND q.battery_id = b.battery_id) AS last ON true`;

type Raw = Omit<BatteryRow, 'since'> & { since: Date | null };
const rowOf = (raw: Raw): BatteryRow => ({ ...raw, since: raw.since?.toISOString() ?? null });

/** What each order goes by; the id settles what is equal, so that a part of the list is always the same part. */
const ORDER: Readonly<Record<BatterySort, string>> = {
  serial: "battery ->> 'serial'",
  make: "lower(battery ->> 'make')",
  rating: "(battery -> 'rating' ->> 'value')::float8",
  where: "concat(state, ' ', \"unitId\", ' ', position)",
  since: 'since',
  warranty: '"warrantyUntil"',
};

/** Part of the batteries that answer to a query, in its order, and how many do in all. */
export const listBatteries = async (
  db: Queryable,
  fleetId: FleetId,
  { q, state, sort, from, limit }: BatteryQuery,
): Promise<BatteryList> => {
  const wanted = q
    .trim()
    .toLowerCase()
    .replace(/[\\%_]/g, '\\$&');
  const by = BATTERY_SORTS.find((known) => sort === known || sort === `-${known}`) ?? 'serial';
  const direction = sort.startsWith('-') ? 'DESC' : 'ASC';
  const { rows } = await db.query<Raw & { total: string }>(
    `SELECT found.*, count(*) OVER () AS total FROM (
       SELECT ${ROW} FROM ${FROM}
       WHERE b.fleet_id = $1 AND ($2 = '' OR lower(b.serial) LIKE $2 || '%' OR lower(p.unit_id) LIKE $2 || '%'
         OR lower(b.description ->> 'make') LIKE '%' || $2 || '%')
     ) AS found WHERE $3::text IS NULL OR state = $3
     ORDER BY ${ORDER[by]} ${direction} NULLS LAST, "batteryId" OFFSET $4 LIMIT $5`,
    [fleetId, wanted, state ?? null, from, limit],
  );
  return {
    batteries: rows.map(({ total: _total, ...raw }) => rowOf(raw)),
    from,
    total: rows[0] === undefined ? from : Number(rows[0].total),
  };
};

/** One battery with everywhere it was and everything that was read of it, or null when it is not known. */
export const loadBattery = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
): Promise<BatteryDetail | null> => {
  const found = await db.query<
    Raw & {
      made: string | null;
      yard: string | null;
      scrappedAt: Date | null;
      scrappedBecause: string | null;
      claimedAt: Date | null;
      claimedBecause: string | null;
    }
  >(
    `SELECT ${ROW}, b.made_month AS made,
            (SELECT y.name FROM unit u JOIN yard y USING (fleet_id, yard_id) WHERE u.fleet_id = b.fleet_id AND u.unit_id = p.unit_id) AS yard,
            b.scrapped_at AS "scrappedAt", b.scrapped_because AS "scrappedBecause",
            b.claimed_at AS "claimedAt", b.claimed_because AS "claimedBecause" FROM ${FROM}
     WHERE b.fleet_id = $1 AND b.battery_id = $2`,
    [fleetId, batteryId],
  );
  const battery = found.rows[0];
  if (battery === undefined) return null;
  const stays = await db.query<{
    unitId: UnitId;
    position: string;
    from: Date;
    to: Date | null;
    removedBecause: string | null;
  }>(
    `SELECT unit_id AS "unitId", position, lower(during) AS "from", upper(during) AS "to", removed_because AS "removedBecause"
     FROM battery_placement WHERE fleet_id = $1 AND battery_id = $2 ORDER BY lower(during)`,
    [fleetId, batteryId],
  );
  const figures = await db.query<BatteryDetail['figures'][number]>(
    `SELECT v.visit_id AS "visitId", v.unit_id AS "unitId", own ->> 'at' AS at,
            (own ->> 'capabilityPercent')::float8 AS "capabilityPercent",
            (own ->> 'referenceLoadVolts')::float8 AS "referenceLoadVolts", (own ->> 'restingVolts')::float8 AS "restingVolts"
     FROM (SELECT DISTINCT unit_id FROM battery_placement WHERE fleet_id = $1 AND battery_id = $2) AS p
     JOIN visit_summary v ON v.fleet_id = $1 AND v.unit_id = p.unit_id
     CROSS JOIN LATERAL (
       SELECT value AS own FROM jsonb_each(v.body #> '{past,batteries}')
       UNION ALL SELECT value FROM jsonb_array_elements(v.body #> '{past,left}')) AS read
     WHERE own ->> 'batteryId' = $2::text
     ORDER BY (own ->> 'at')::timestamptz`,
    [fleetId, batteryId],
  );
  const bench = await loadBench(db, fleetId, batteryId);
  const own = benchFigures(battery.battery, bench, stays.rows[0]?.from ?? null);
  return {
    ...rowOf(battery),
    bench,
    made: battery.made,
    yard: battery.yard,
    scrappedAt: battery.scrappedAt?.toISOString() ?? null,
    scrappedBecause: battery.scrappedBecause,
    claimedAt: battery.claimedAt?.toISOString() ?? null,
    claimedBecause: battery.claimedBecause,
    stays: stays.rows.map((stay) => ({ ...stay, from: stay.from.toISOString(), to: stay.to?.toISOString() ?? null })),
    figures: [...figures.rows, ...own].sort((a, b) => Date.parse(a.at) - Date.parse(b.at)),
  };
};

/** The battery that has a serial, however it is written, with where it sits in words; null when none has. */
export const batteryWithSerial = async (
  db: Queryable,
  fleetId: FleetId,
  serial: string,
): Promise<{ readonly batteryId: BatteryId; readonly serial: string; readonly where: string } | null> => {
  const { rows } = await db.query<{ batteryId: BatteryId; serial: string; where: string }>(
    `SELECT b.battery_id AS "batteryId", b.serial,
       CASE WHEN b.scrapped_at IS NOT NULL THEN 'scrapped' WHEN b.claimed_at IS NOT NULL THEN 'gone back to its maker'
            WHEN p.unit_id IS NOT NULL THEN 'in ' || p.unit_id || ' at ' || p.position ELSE 'in the store room' END AS where
     FROM battery b LEFT JOIN battery_placement p ON p.fleet_id = b.fleet_id AND p.battery_id = b.battery_id AND upper_inf(p.during)
     WHERE b.fleet_id = $1 AND lower(btrim(b.serial)) = lower(btrim($2)) AND NOT b.serial_shared`,
    [fleetId, serial],
  );
  return rows[0] ?? null;
};

/** What becomes of a battery that was taken out: gone for scrap, back to its maker, or in the store room. */
export const setFate = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
  fate: OldBatteryFate,
  at: string,
  because: string,
): Promise<void> => {
  if (fate === 'store') return;
  const column = fate === 'scrap' ? 'scrapped' : 'claimed';
  await db.query(
    `UPDATE battery SET ${column}_at = $3, ${column}_because = $4 WHERE fleet_id = $1 AND battery_id = $2`,
    [fleetId, batteryId, at, because],
  );
};

/** What is on record about a battery. @throws when it is not known */
export const descriptionOf = async (db: Queryable, fleetId: FleetId, batteryId: BatteryId): Promise<BatteryThing> => {
  const { rows } = await db.query<{ battery: BatteryThing }>(
    'SELECT description AS battery FROM battery WHERE fleet_id = $1 AND battery_id = $2',
    [fleetId, batteryId],
  );
  const found = rows[0];
  if (found === undefined) throw new Error(`Battery ${batteryId} is not known.`);
  return found.battery;
};

/** Sets the month a battery was made in. */
export const setMade = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
  made: BatteryDraft['made'],
): Promise<void> => {
  if (made === undefined) return;
  await db.query('UPDATE battery SET made_month = $3 WHERE fleet_id = $1 AND battery_id = $2', [
    fleetId,
    batteryId,
    made,
  ]);
};

/** Sets how long the maker stands for a battery. */
export const setWarranty = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
  warrantyUntil: BatteryDraft['warrantyUntil'],
): Promise<void> => {
  if (warrantyUntil === undefined) return;
  await db.query('UPDATE battery SET warranty_until = $3 WHERE fleet_id = $1 AND battery_id = $2', [
    fleetId,
    batteryId,
    warrantyUntil,
  ]);
};

/**
 * How long batteries live, by make, chemistry, duty and yard. A battery is gone when it was scrapped, or when it left
 * its last position and was never fitted again for a reason that says it failed; its age counts from its fitted date.
 */
export const batteryLives = async (db: Queryable, fleetId: FleetId): Promise<BatteryLife[]> => {
  const { rows } = await db.query<BatteryLife>(
    `WITH life AS (
       SELECT b.battery_id, b.description ->> 'make' AS make, b.description ->> 'chemistry' AS chemistry,
              b.description ->> 'duty' AS duty, b.warranty_until, y.name AS yard,
              coalesce((b.description ->> 'fitted')::date, first.began::date) AS began,
              bool_or(upper_inf(p.during)) AS present,
              CASE WHEN b.scrapped_at IS NOT NULL OR b.claimed_at IS NOT NULL THEN coalesce(b.scrapped_at, b.claimed_at)
                   WHEN NOT bool_or(upper_inf(p.during)) AND bool_or(p.removed_because ~* 'fail|weak|dead|cell|case|crack|leak|replac')
                   THEN max(upper(p.during)) END AS ended
       FROM battery b
       JOIN battery_placement p ON p.fleet_id = b.fleet_id AND p.battery_id = b.battery_id
       JOIN LATERAL (SELECT min(lower(q.during)) AS began FROM battery_placement q
         WHERE q.fleet_id = b.fleet_id AND q.battery_id = b.battery_id) AS first ON true
       JOIN LATERAL (SELECT q.unit_id FROM battery_placement q
         WHERE q.fleet_id = b.fleet_id AND q.battery_id = b.battery_id ORDER BY lower(q.during) DESC LIMIT 1) AS last ON true
       JOIN unit u ON u.fleet_id = b.fleet_id AND u.unit_id = last.unit_id
       JOIN yard y ON y.fleet_id = u.fleet_id AND y.yard_id = u.yard_id
       WHERE b.fleet_id = $1
       GROUP BY b.battery_id, b.description, b.warranty_until, b.scrapped_at, b.claimed_at, y.name, first.began
     ), named AS (
       SELECT by, name, present, ended, began, warranty_until
       FROM life CROSS JOIN LATERAL (VALUES ('make', coalesce(make, 'make not on record')), ('chemistry', chemistry), ('duty', duty), ('yard', yard)) AS g (by, name)
     )
     SELECT by, name, count(*) FILTER (WHERE present)::int AS "inUse", count(ended)::int AS gone,
            avg((ended::date - began) / 365.25)::float8 AS years,
            count(*) FILTER (WHERE ended::date <= warranty_until)::int AS "inWarranty"
     FROM named GROUP BY by, name
     ORDER BY array_position(ARRAY['make', 'chemistry', 'duty', 'yard'], by), gone DESC, name`,
    [fleetId],
  );
  return rows;
};
