import type { FleetId } from '@vaktman/core';
import type { ChangeEntry, ChangeList, ChangeQuery } from '@vaktman/contract';
import type { Queryable } from '../database/pool';

type Row = Omit<ChangeEntry, 'at' | 'entryId'> & { readonly at: Date; readonly entryId: string };

/** Changes kept of one thing, of a unit with all that belongs to it, or of everything; latest first. */
export const listChanges = async (
  db: Queryable,
  fleetId: FleetId,
  { thing, thingId, unitId, before, limit }: ChangeQuery,
): Promise<ChangeList> => {
  const { rows } = await db.query<Row>(
    `SELECT entry_id AS "entryId", at, person, device, thing, thing_id AS "thingId", unit_id AS "unitId", verb, before, after
     FROM change_entry
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
