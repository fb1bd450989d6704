import type { FleetId } from '@vaktman/core';
import type { ChangeEntry, ChangeList, ChangeQuery } from '@vaktman/contract';
import type { Queryable } from '../database/pool';

type Row = Omit<ChangeEntry, 'at' | 'entryId'> & { readonly at: Date; readonly entryId: string };

/** What a thing is called now; what is gone, by what was told of it last. Each id is looked up where it belongs, and only there. */
const CALLED = `coalesce(CASE c.thing
    WHEN 'fleet' THEN (SELECT name FROM fleet t WHERE t.fleet_id = c.fleet_id)
    WHEN 'yard' THEN (SELECT name FROM yard t WHERE t.fleet_id = c.fleet_id AND t.yard_id = c.thing_id)
    WHEN 'person' THEN (SELECT name FROM person t WHERE t.fleet_id = c.fleet_id AND t.person_id = c.thing_id)
    WHEN 'battery' THEN (SELECT serial FROM battery t WHERE t.fleet_id = c.fleet_id AND t.battery_id = c.thing_id::uuid)
    WHEN 'instrument' THEN (SELECT name FROM instrument t WHERE t.fleet_id = c.fleet_id AND t.instrument_id = c.thing_id::uuid)
    WHEN 'part' THEN (SELECT place FROM part_stay t WHERE t.fleet_id = c.fleet_id AND t.part_id = c.thing_id::uuid LIMIT 1)
    WHEN 'device' THEN (SELECT name FROM device t WHERE t.fleet_id = c.fleet_id AND t.device_id = c.thing_id::uuid)
    WHEN 'key' THEN (SELECT name FROM program_key t WHERE t.fleet_id = c.fleet_id AND t.key_id = c.thing_id::uuid)
    WHEN 'import' THEN (SELECT file_name FROM import_run t WHERE t.fleet_id = c.fleet_id AND t.import_id = c.thing_id::uuid)
  END, c.before ->> 'name', c.before ->> 'serial', c.after ->> 'name', c.after ->> 'serial', '')`;

/** Changes kept of one thing, of a unit with all that belongs to it, or of everything; latest first. */
export const listChanges = async (
  db: Queryable,
  fleetId: FleetId,
  { thing, thingId, unitId, before, limit }: ChangeQuery,
): Promise<ChangeList> => {
  const { rows } = await db.query<Row>(
    `SELECT entry_id AS "entryId", at, person, device, thing, thing_id AS "thingId", ${CALLED} AS called,
            unit_id AS "unitId", verb, before, after
     FROM change_entry c
     WHERE fleet_id = $1 AND ($2::text IS NULL OR thing = $2) AND ($3::text IS NULL OR thing_id = $3)
       AND ($4::text IS NULL OR unit_id = $4) AND ($5::bigint IS NULL OR entry_id < $5)
     ORDER BY entry_id DESC LIMIT $6`,
    [fleetId, thing ?? null, thingId ?? null, unitId ?? null, before ?? null, limit + 1],
  );
  const entries = rows
    .slice(0, limit)
    .map((row) => ({ ...row, entryId: Number(row.entryId), at: row.at.toISOString() }));
  return { entries, next: rows.length > limit ? (entries.at(-1)?.entryId ?? null) : null };
};
