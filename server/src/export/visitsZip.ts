import { type FleetId, type UnitId, type VisitId, fullVisitFile, visitText } from '@vaktman/core';
import { Readable } from 'node:stream';
import { ZipFile } from 'yazl';
import type { Pool } from '../database/pool';
import { loadVisit } from '../visit/visitStore';

const AT_ONCE = 50;

/** Visits of a fleet, or of one of its units, oldest first. */
async function* visitIds(pool: Pool, fleetId: FleetId, unitId: UnitId | null): AsyncGenerator<string> {
  let after: { at: Date; visitId: VisitId } | undefined;
  for (;;) {
    const { rows } = await pool.query<{ at: Date; visitId: VisitId }>(
      `SELECT started_at AS at, visit_id AS "visitId" FROM visit
       WHERE fleet_id = $1 AND ($2::text IS NULL OR unit_id = $2) AND ($3::timestamptz IS NULL OR (started_at, visit_id) > ($3, $4))
       ORDER BY started_at, visit_id LIMIT ${AT_ONCE}`,
      [fleetId, unitId, after?.at ?? null, after?.visitId ?? null],
    );
    if (rows.length === 0) return;
    for (const { visitId } of rows) yield visitId;
    after = rows.at(-1);
  }
}

/** A name a file may have on every system: letters, digits and a few signs. */
const safe = (name: string): string => name.replace(/[^A-Za-z0-9._-]+/g, '-');

/**
 * Visits as visit files in a zip, one at a time: the next is read once the one before is on its way.
 * @param unitId only those of one unit; of all when null
 */
export const visitsZip = (pool: Pool, fleetId: FleetId, unitId: UnitId | null): ReadableStream => {
  const zip = new ZipFile();
  const out = new Readable().wrap(zip.outputStream);
  const fill = async (): Promise<void> => {
    for await (const visitId of visitIds(pool, fleetId, unitId)) {
      const detail = await loadVisit(pool, fleetId, visitId);
      if (detail === null) continue;
      const { unit, visit } = detail.file;
      const at = new Date(visit.at);
      const name = `${safe(unit.id)}/${visit.at.slice(0, 10)}-${visitId.slice(-8)}.visit.json`;
      const sent = new Promise((resolve, reject) => {
        const file = Readable.from([visitText(fullVisitFile(detail))]);
        file.once('close', resolve).once('error', reject);
        zip.addReadStream(file, name, { mtime: at, compress: true });
      });
      await sent;
    }
    zip.end();
  };
  fill().catch((error: unknown) => out.destroy(error instanceof Error ? error : new Error(String(error))));
  return Readable.toWeb(out) as ReadableStream;
};
