import type { FleetId, VisitId } from '@vaktman/core';
import type { Doubt } from '@vaktman/contract';
import type { Queryable } from '../database/pool';

/** Marks a fact as one a lead is to confirm. */
export const keepDoubt = async (
  db: Queryable,
  fleetId: FleetId,
  { entryId, visitId, person, why }: Pick<Doubt, 'entryId' | 'visitId' | 'person' | 'why'>,
): Promise<void> => {
  await db.query(
    `INSERT INTO entry_doubt (fleet_id, entry_id, visit_id, unit_id, person, why)
     SELECT $1, $2, $3, unit_id, $4, $5 FROM visit WHERE fleet_id = $1 AND visit_id = $3 ON CONFLICT DO NOTHING`,
    [fleetId, entryId, visitId, person, why],
  );
};

const DOUBT = `SELECT entry_id AS "entryId", visit_id AS "visitId", unit_id AS "unitId", person, why, doubted_at AS "doubtedAt",
  confirmed_by AS "confirmedBy", confirmed_at AS "confirmedAt" FROM entry_doubt WHERE fleet_id = $1`;
type DoubtRow = Omit<Doubt, 'doubtedAt' | 'confirmedAt'> & { doubtedAt: Date; confirmedAt: Date | null };
const asDoubt = (row: DoubtRow): Doubt => ({
  ...row,
  doubtedAt: row.doubtedAt.toISOString(),
  confirmedAt: row.confirmedAt?.toISOString() ?? null,
});

/** What waits for a lead, the oldest first; at most a thousand. */
export const openDoubts = async (db: Queryable, fleetId: FleetId): Promise<Doubt[]> => {
  const { rows } = await db.query<DoubtRow>(
    `${DOUBT} AND confirmed_at IS NULL ORDER BY doubted_at, entry_id LIMIT 1000`,
    [fleetId],
  );
  return rows.map(asDoubt);
};

/** What of a visit waited or waits for a lead. */
export const doubtsOfVisit = async (db: Queryable, fleetId: FleetId, visitId: VisitId): Promise<Doubt[]> => {
  const { rows } = await db.query<DoubtRow>(`${DOUBT} AND visit_id = $2 ORDER BY doubted_at, entry_id`, [
    fleetId,
    visitId,
  ]);
  return rows.map(asDoubt);
};

/** A lead confirms what waits of a visit. What was confirmed before stays under who did. @returns how much it was */
export const confirmDoubts = async (db: Queryable, fleetId: FleetId, visitId: VisitId, by: string): Promise<number> => {
  const { rowCount } = await db.query(
    `UPDATE entry_doubt SET confirmed_by = $3, confirmed_at = now()
     WHERE fleet_id = $1 AND visit_id = $2 AND confirmed_at IS NULL`,
    [fleetId, visitId, by],
  );
  return rowCount ?? 0;
};
