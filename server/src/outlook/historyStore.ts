import type { UnitHistory } from '@vaktman/contract';
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

type FirstMilliohms = NonNullable<UnitHistory['firstMilliohms']>;

/** What a milliohm meter showed first of each battery that sits in a unit now, wherever it was read. */
export const loadFirstMilliohms = async (db: Queryable, fleetId: FleetId, unitId: UnitId): Promise<FirstMilliohms> => {
  const { rows } = await db.query<FirstMilliohms[number]>(
    `SELECT DISTINCT ON (here.position) here.position, r.visit_id AS "visitId", (r.body ->> 'milliohms')::float8 AS milliohms
     FROM battery_placement here
     JOIN battery_placement stay ON stay.fleet_id = here.fleet_id AND stay.battery_id = here.battery_id
     JOIN visit v ON v.fleet_id = stay.fleet_id AND v.unit_id = stay.unit_id
     JOIN reading r ON r.fleet_id = v.fleet_id AND r.visit_id = v.visit_id AND r.step = 'battery.milliohm'
       AND r.point = stay.position AND stay.during @> r.taken_at
     WHERE here.fleet_id = $1 AND here.unit_id = $2 AND upper_inf(here.during) AND (r.body ->> 'milliohms')::float8 > 0
       AND NOT EXISTS (SELECT 1 FROM reading later WHERE later.fleet_id = r.fleet_id AND later.visit_id = r.visit_id
                         AND later.body ->> 'corrects' = r.reading_id::text)
     ORDER BY here.position, r.taken_at`,
    [fleetId, unitId],
  );
  return rows;
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
