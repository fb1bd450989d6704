import type { FleetId } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/**
 * Holds units for the rest of the transaction, in one order everywhere, so that whoever changes them or what sits in
 * them takes turns and never waits for somebody who waits for him.
 */
export const lockUnits = async (db: Queryable, fleetId: FleetId, unitIds: Iterable<string>): Promise<void> => {
  for (const unitId of [...new Set(unitIds)].sort())
    await db.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [`unit ${fleetId} ${unitId}`]);
};
