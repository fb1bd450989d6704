import type { ImportRun, ListKind, RunKind } from '@vaktman/contract';
import type { BatteryId, FleetId, BatteryThing, ImportMap } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** A battery that was on record and was told more of by a list, as it stood before. */
export interface Corrected {
  readonly batteryId: BatteryId;
  readonly before: BatteryThing;
}

const RUN = `import_id AS "importId", kind, file_name AS "fileName", row_count AS "rowCount", taken_at AS "takenAt", undone_at AS "undoneAt"`;
type Raw = Omit<ImportRun, 'takenAt' | 'undoneAt'> & { readonly takenAt: Date; readonly undoneAt: Date | null };
const runOf = (raw: Raw): ImportRun => ({
  ...raw,
  takenAt: raw.takenAt.toISOString(),
  undoneAt: raw.undoneAt?.toISOString() ?? null,
});

/** Lists that were taken in, latest first. */
export const listImports = async (db: Queryable, fleetId: FleetId): Promise<ImportRun[]> => {
  const { rows } = await db.query<Raw>(
    `SELECT ${RUN} FROM import_run WHERE fleet_id = $1 ORDER BY taken_at DESC, import_id LIMIT 200`,
    [fleetId],
  );
  return rows.map(runOf);
};

/** One list that was taken in, held until the transaction ends; null when it is not known. */
export const holdImport = async (
  db: Queryable,
  fleetId: FleetId,
  importId: string,
): Promise<(ImportRun & { readonly corrected: readonly Corrected[] }) | null> => {
  const { rows } = await db.query<Raw & { corrected: Corrected[] }>(
    `SELECT ${RUN}, corrected FROM import_run WHERE fleet_id = $1 AND import_id = $2 FOR UPDATE`,
    [fleetId, importId],
  );
  const [raw] = rows;
  return raw === undefined ? null : { ...runOf(raw), corrected: raw.corrected };
};

/** Notes that a list is being taken in: what is added in this transaction belongs to it. False when it was before. */
export const beginImport = async (
  db: Queryable,
  fleetId: FleetId,
  run: { readonly importId: string; readonly kind: RunKind; readonly fileName: string; readonly rowCount: number },
): Promise<boolean> => {
  const { rowCount } = await db.query(
    `INSERT INTO import_run (fleet_id, import_id, kind, file_name, row_count) VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING`,
    [fleetId, run.importId, run.kind, run.fileName, run.rowCount],
  );
  await db.query(`SELECT set_config('vaktman.import', $1, true)`, [run.importId]);
  return rowCount === 1;
};

export const keepCorrected = async (
  db: Queryable,
  fleetId: FleetId,
  importId: string,
  corrected: readonly Corrected[],
): Promise<void> => {
  await db.query('UPDATE import_run SET corrected = $3 WHERE fleet_id = $1 AND import_id = $2', [
    fleetId,
    importId,
    JSON.stringify(corrected),
  ]);
};

export const endImport = async (db: Queryable, fleetId: FleetId, importId: string): Promise<void> => {
  await db.query('UPDATE import_run SET undone_at = now() WHERE fleet_id = $1 AND import_id = $2', [fleetId, importId]);
};

/** The header of a list as one text: lists with the same one are read alike. */
const headerKey = ({ columns = [] }: ImportMap): string =>
  columns.map(({ header = '' }) => header.trim().toLowerCase()).join('\u001F');

/** Keeps how a list was read, for the next one with its header. */
export const keepMap = async (db: Queryable, fleetId: FleetId, kind: ListKind, map: ImportMap): Promise<void> => {
  await db.query(
    `INSERT INTO import_mapping (fleet_id, kind, header, map) VALUES ($1, $2, $3, $4)
     ON CONFLICT (fleet_id, kind, header) DO UPDATE SET map = excluded.map, kept_at = now()`,
    [fleetId, kind, headerKey(map), JSON.stringify(map)],
  );
};

/** How the last list with the header of this one was read; null where none was. */
export const loadMap = async (
  db: Queryable,
  fleetId: FleetId,
  kind: ListKind,
  map: ImportMap,
): Promise<ImportMap | null> => {
  const { rows } = await db.query<{ map: ImportMap }>(
    'SELECT map FROM import_mapping WHERE fleet_id = $1 AND kind = $2 AND header = $3',
    [fleetId, kind, headerKey(map)],
  );
  return rows[0]?.map ?? null;
};
