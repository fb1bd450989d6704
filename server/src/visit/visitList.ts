import type { VisitList, VisitQuery } from '@vaktman/contract';
import type { FleetId, VisitId } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** A place in the list of visits: after the one that began then. */
type VisitPlace = readonly [startedAt: string, visitId: VisitId];

/** The place as one word that a client gives back. */
const wordOf = (startedAt: Date, visitId: VisitId): string =>
  Buffer.from(`${startedAt.toISOString()} ${visitId}`).toString('base64url');

/** @returns the place such a word stands for; null when it is none of ours */
export const visitPlace = (word: string): VisitPlace | null => {
  const match = /^(\S+Z) ([0-9a-f-]{36})$/.exec(Buffer.from(word, 'base64url').toString('utf8'));
  return match === null || Number.isNaN(Date.parse(match[1] ?? '')) ? null : [match[1] ?? '', match[2] ?? ''];
};

/** Visits as lists show them, latest first; from a place on, or from the latest. */
export const listVisits = async (
  db: Queryable,
  fleetId: FleetId,
  { unitId, since, limit }: Omit<VisitQuery, 'after'>,
  from: VisitPlace | null,
): Promise<VisitList> => {
  const { rows } = await db.query<
    Omit<VisitList['visits'][number], 'startedAt' | 'closedAt'> & { startedAt: Date; closedAt: Date | null }
  >(
    `SELECT unit_id AS "unitId", visit_id AS "visitId", started_at AS "startedAt", closed_at AS "closedAt", technician, disposition, headline,
            finding_count AS "findingCount", body -> 'batteries' AS batteries, coalesce(body -> 'lasts', '{}') AS lasts
     FROM visit_summary
     WHERE fleet_id = $1 AND ($2::text IS NULL OR unit_id = $2) AND ($3::timestamptz IS NULL OR started_at >= $3)
       AND ($4::timestamptz IS NULL OR (started_at, visit_id) < ($4, $5::uuid))
     ORDER BY started_at DESC, visit_id DESC LIMIT $6`,
    [fleetId, unitId ?? null, since ?? null, ...(from ?? [null, null]), limit + 1],
  );
  const shown = rows.slice(0, limit);
  const last = shown.at(-1);
  return {
    visits: shown.map((row) => ({
      ...row,
      startedAt: row.startedAt.toISOString(),
      closedAt: row.closedAt?.toISOString() ?? null,
    })),
    next: rows.length > limit && last !== undefined ? wordOf(last.startedAt, last.visitId) : null,
  };
};
