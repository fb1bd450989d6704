import type { FleetId } from '@vaktman/core';
import type { ImportRun, TakeIn } from '@vaktman/contract';
import { triedAgain } from '../database/failure';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { ClientError, notFound } from '../http/problem';
import { markOutlooks } from '../outlook/outlookQueue';
import { addUnitsWithin } from '../unit/addMany';
import { beginImport, endImport, holdImport, keepCorrected, keepMap } from './importStore';
import { takeBatteries } from './takeBatteries';
import { takeResults } from './takeResults';
import { undoBatteries, undoResults, undoUnits } from './undo';

const rowsOf = (list: TakeIn): number => {
  switch (list.kind) {
    case 'units':
      return list.units.length;
    case 'batteries':
      return list.batteries.length;
    case 'results':
      return list.results.reduce((sum, { rows }) => sum + rows.length, 0);
  }
};

/**
 * Takes a list in, in one transaction: all of it or nothing. The same list sent twice is taken in once.
 * @param now moment from which what is put somewhere is there
 * @returns rows that came in
 */
export const takeIn = async (pool: Pool, fleetId: FleetId, list: TakeIn, now: string): Promise<number> => {
  const rowCount = rowsOf(list);
  const { importId, kind, fileName } = list;
  await triedAgain(() =>
    withTransaction(pool, async (db) => {
      if (!(await beginImport(db, fleetId, { importId, kind, fileName, rowCount }))) return;
      if (list.kind === 'units') await addUnitsWithin(db, fleetId, list.units, now);
      else if (list.kind === 'batteries') {
        const { corrected, units } = await takeBatteries(db, fleetId, list.batteries, now);
        await keepCorrected(db, fleetId, importId, corrected);
        await markOutlooks(db, fleetId, units);
      } else await takeResults(db, fleetId, importId, fileName, list.results);
      if (list.map !== undefined) await keepMap(db, fleetId, kind, list.map);
    }),
  );
  return rowCount;
};

const UNDO = {
  units: undoUnits,
  batteries: undoBatteries,
  results: undoResults,
  // Visits first: units that came with them stay while anybody else visited them.
  visits: async (db: Queryable, fleetId: FleetId, run: Parameters<typeof undoUnits>[2]): Promise<void> => {
    await undoResults(db, fleetId, run);
    await undoUnits(db, fleetId, run);
  },
} as const;

/**
 * Takes a whole list back, as long as nothing hangs on what came with it.
 * @throws {ClientError} 404, or 409 with what stands in the way
 */
export const undoImport = async (pool: Pool, fleetId: FleetId, importId: string): Promise<ImportRun['kind']> =>
  withTransaction(pool, async (db) => {
    const run = await holdImport(db, fleetId, importId);
    if (run === null) throw notFound(`List ${importId}`);
    if (run.undoneAt !== null) throw new ClientError(409, 'This list was taken back already.');
    await UNDO[run.kind](db, fleetId, run);
    await endImport(db, fleetId, importId);
    return run.kind;
  });
