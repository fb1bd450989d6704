import type { FleetId } from '@vaktman/core';
import { entriesOf, type VisitsTaken } from '@vaktman/contract';
import { v5 } from 'uuid';
import { applyEntries } from '../batch/applyBatch';
import { deviceClock } from '../batch/entryTime';
import { triedAgain } from '../database/failure';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { ClientError } from '../http/problem';
import { addUnitsWithin } from '../unit/addMany';
import { beginImport } from './importStore';
import { readVisits, type Read } from './visitsAnswer';

/** As a single file is taken in: something of a foreign file always gets the same id. */
const FOREIGN = 'c1f6a6a4-0a0f-4f6c-9d5b-52b7f1a3a1de';

/** How files are taken in. */
export interface Taking {
  readonly name: string;
  /** Where units stand that are not on record. */
  readonly yardId: string | null;
  /** Null while they are only looked at. */
  readonly importId: string | null;
  /** The good ones, though others are not as described. */
  readonly onlyGood: boolean;
}

/** Units of the files that are not on record, each as its latest file has it. */
const newUnits = async (db: Queryable, fleetId: FleetId, good: readonly Read[]): Promise<readonly Read[]> => {
  const latest = new Map<string, Read>();
  for (const own of good) {
    const known = latest.get(own.visit.unit.id);
    if (known === undefined || known.visit.visit.at < own.visit.visit.at) latest.set(own.visit.unit.id, own);
  }
  const { rows } = await db.query<{ id: string }>(
    'SELECT unit_id AS id FROM unit WHERE fleet_id = $1 AND unit_id = ANY($2)',
    [fleetId, [...latest.keys()]],
  );
  const there = new Set(rows.map(({ id }) => id));
  return [...latest.values()].filter(({ visit }) => !there.has(visit.unit.id));
};

const store = async (
  db: Queryable,
  fleetId: FleetId,
  good: readonly Read[],
  strange: readonly Read[],
  { name, yardId, importId }: Taking & { readonly importId: string },
): Promise<number> => {
  if (!(await beginImport(db, fleetId, { importId, kind: 'visits', fileName: name, rowCount: good.length })))
    return good.length;
  if (strange.length > 0) {
    if (yardId === null)
      throw new ClientError(422, 'Nothing was stored.', [
        { path: 'yardId', message: `expected the yard of ${strange.map(({ visit }) => visit.unit.id).join(', ')}` },
      ]);
    const drafts = strange.map(({ visit }) => ({ yardId, unit: visit.unit }));
    await addUnitsWithin(db, fleetId, drafts, new Date().toISOString());
  }
  // A unit's visits in the order in which they were made.
  const inOrder = [...good].sort((one, other) => Date.parse(one.visit.visit.at) - Date.parse(other.visit.visit.at));
  for (const { file, visit } of inOrder)
    try {
      const entries = entriesOf(visit, (text) => v5(text, FOREIGN));
      await applyEntries(db, fleetId, entries, { clock: deviceClock({}, Date.now()), makers: null });
    } catch (error) {
      if (!(error instanceof ClientError)) throw error;
      throw new ClientError(
        error.status,
        'Nothing was stored.',
        error.problems.map(({ path, message }) => ({ path: `${file} ${path}`, message })),
        { cause: error },
      );
    }
  return good.length;
};

/**
 * Takes a visit file, or a zip of them, in: all of it or nothing, unless told to take the good ones; or only looks at it. The same
 * files taken in twice change nothing.
 */
export const takeVisits = async (
  pool: Pool,
  fleetId: FleetId,
  bytes: Uint8Array,
  taking: Taking,
): Promise<VisitsTaken> => {
  const { answer, good } = await readVisits(taking.name, bytes);
  const strange = await newUnits(pool, fleetId, good);
  const { files, skipped, problems, visits } = answer;
  const told = {
    files,
    good: good.length,
    skipped: [...skipped],
    problems: [...problems],
    visits: [...visits],
    newUnits: strange.map(({ visit }) => visit.unit.id),
  };
  const { importId } = taking;
  if (importId === null || good.length === 0 || (problems.length > 0 && !taking.onlyGood)) return { ...told, added: 0 };
  const added = await triedAgain(() =>
    withTransaction(pool, async (db) => store(db, fleetId, good, strange, { ...taking, importId })),
  );
  return { ...told, added };
};
