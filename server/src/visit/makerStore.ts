import type { FleetId, VisitId } from '@vaktman/core';
import type { EntryMaker, Seal } from '@vaktman/contract';
import type { Queryable } from '../database/pool';

/** What is stored of who made an entry, and how that is known. */
export interface Stamp {
  readonly person: string;
  readonly device: string;
  readonly way: Seal['way'];
  readonly key?: string;
  readonly signature?: string;
}

/** Who made what is in a visit, on which device, and how that is known; in the order it happened. */
export const makersOfVisit = async (db: Queryable, fleetId: FleetId, visitId: VisitId): Promise<EntryMaker[]> => {
  const { rows } = await db.query<{ entryId: string; stamp: Stamp | null }>(
    `SELECT visit_id AS "entryId", seal AS stamp, started_at AS at FROM visit WHERE fleet_id = $1 AND visit_id = $2
     UNION ALL SELECT reading_id, seal, taken_at FROM reading WHERE fleet_id = $1 AND visit_id = $2
     UNION ALL SELECT event_id, seal, at FROM visit_event WHERE fleet_id = $1 AND visit_id = $2 ORDER BY 3, 1`,
    [fleetId, visitId],
  );
  return rows.flatMap(({ entryId, stamp }) =>
    stamp === null
      ? []
      : [
          {
            entryId,
            person: stamp.person,
            device: stamp.device,
            way: stamp.way,
            isSigned: stamp.signature !== undefined,
          },
        ],
  );
};
