import type { FleetId } from '@vaktman/core';
import { withTransaction, type Pool } from '../database/pool';
import { notFound } from '../http/problem';
import { newSecret } from '../signIn/secret';
import { listYards } from '../yard/yardStore';
import { setCalendarAddress } from './calendarStore';

/**
 * Makes an address a yard's calendar is read at, in place of the one before.
 * @returns the address below the server's own, told once
 * @throws {ClientError} 404 when there is no such yard
 */
export const newAddress = async (pool: Pool, fleetId: FleetId, yardId: string): Promise<string> => {
  const secret = newSecret();
  await withTransaction(pool, async (db) => {
    if (!(await listYards(db, fleetId)).some((yard) => yard.yardId === yardId)) throw notFound(`Yard ${yardId}`);
    await setCalendarAddress(db, fleetId, yardId, secret);
  });
  return `/calendar/${secret}.ics`;
};
