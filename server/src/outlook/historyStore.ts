import type { FleetId, UnitId, VisitId, PastVisit, Stay, VisitFigures } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** A visit as trends know it, with what was found and what the meters stood at. */
export interface StoredPast extends PastVisit {
  readonly visitId: VisitId;
  readonly figures: VisitFigures;
  readonly meters: { readonly at: string; readonly engineHours?: number; readonly odometerKm?: number };
}

const MOST_VISITS = 120;

/** Stays of every battery that sits, or sat, in a unit: here and wherever else they were. */
export const loadStays = async (db: Queryable, fleetId: FleetId, unitId: UnitId): Promise<Stay[]> => {
  const { rows } = await db.query<Omit<Stay, 'from' | 'to'> & { from: Date; to: Date | null }>(
    `SELECT battery_id AS "batteryId", unit_id AS "unitId", position, lower(during) AS "from", upper(during) AS "to"
     FROM battery_placement
     WHERE fleet_id = $1
       AND battery_id IN (SELECT battery_id FROM battery_placement WHERE fleet_id = $1 AND unit_id = $2)
     ORDER BY lower(during)`,
    [fleetId, unitId],
  );
  return rows.map((row) => ({ ...row, from: row.from.toISOString(), to: row.to?.toISOString() ?? null }));
};

/** What visits of some units left behind for their trends, latest first. */
export const loadPast = async (db: Queryable, fleetId: FleetId, unitIds: readonly UnitId[]): Promise<StoredPast[]> => {
  const { rows } = await db.query<{
    visitId: VisitId;
    unitId: UnitId;
    figures: VisitFigures;
    repairs: PastVisit['repairs'] | null;
    meters: StoredPast['meters'];
  }>(
    `SELECT visit_id AS "visitId", unit_id AS "unitId", body -> 'past' AS figures, body -> 'repairs' AS repairs, body -> 'meters' AS meters
     FROM visit_summary WHERE fleet_id = $1 AND unit_id = ANY($2) AND body ? 'past'
     ORDER BY started_at DESC LIMIT $3`,
    [fleetId, unitIds, MOST_VISITS],
  );
  return rows.map((row) => ({ ...row, repairs: row.repairs ?? [] }));
};

const KNOWN_GOOD_VISITS = 200;

/** Figures of the latest visits that found nothing wrong, of every unit of a kind. */
export const loadKnownGood = async (db: Queryable, fleetId: FleetId, kind: string): Promise<VisitFigures[]> => {
  const { rows } = await db.query<{ figures: VisitFigures }>(
    `SELECT body -> 'past' AS figures FROM visit_summary
     WHERE fleet_id = $1 AND kind = $2 AND disposition IN ('ready', 'ready-watch') AND body ? 'past'
     ORDER BY started_at DESC LIMIT $3`,
    [fleetId, kind, KNOWN_GOOD_VISITS],
  );
  return rows.map(({ figures }) => figures);
};
