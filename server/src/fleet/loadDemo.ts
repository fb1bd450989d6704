import { archiveSchema } from '@vaktman/contract';
import { readFile } from 'node:fs/promises';
import { importArchive } from '../archive/importArchive';
import type { Pool } from '../database/pool';
import { sqlState } from '../database/sqlState';
import { broughtUpToDate } from './demoToday';
import { findFleetId } from './fleetStore';

const UNIQUE_VIOLATION = '23505';

/**
 * Loads the made-up fleet from its file into an empty database, its last visit within the last day.
 * @returns false when there is a fleet already
 */
export const loadDemo = async (pool: Pool, file: string): Promise<boolean> => {
  if ((await findFleetId(pool)) !== null) return false;
  try {
    const nowMs = Date.now();
    const archive = archiveSchema.parse(JSON.parse(await readFile(file, 'utf8')));
    await importArchive(pool, broughtUpToDate(archive, nowMs), nowMs);
    return true;
  } catch (error) {
    // Of two that load it at once, the second finds it there.
    if (sqlState(error) === UNIQUE_VIOLATION) return false;
    throw error;
  }
};
