import type { YardDraft } from '@vaktman/contract';
import type { FleetId } from '@vaktman/core';
import { randomUUID } from 'node:crypto';
import { withTransaction, type Pool, type Queryable } from '../database/pool';
import { ClientError, notFound } from '../http/problem';
import { endYard, insertYard, listYards, renameYard, unitsInYard } from './yardStore';

/** Units named where a yard cannot be closed for them. */
const SHOWN = 6;

const refuseSameName = async (db: Queryable, fleetId: FleetId, name: string, own: string | null): Promise<void> => {
  const same = (await listYards(db, fleetId)).find(
    (yard) => yard.yardId !== own && yard.name.toLowerCase() === name.toLowerCase(),
  );
  if (same !== undefined)
    throw new ClientError(409, 'Nothing was stored.', [
      { path: 'name', message: `${same.name} is there already; expected a name no other yard has` },
    ]);
};

/** Opens a yard. @returns its id @throws {ClientError} 409 when another is called so */
export const addYard = async (pool: Pool, fleetId: FleetId, draft: YardDraft): Promise<string> => {
  const yardId = randomUUID();
  await withTransaction(pool, async (db) => {
    await refuseSameName(db, fleetId, draft.name, null);
    await insertYard(db, fleetId, yardId, draft);
  });
  return yardId;
};

/** Calls a yard something else. @throws {ClientError} 404 when there is none, 409 when another is called so */
export const changeYard = async (pool: Pool, fleetId: FleetId, yardId: string, draft: YardDraft): Promise<void> =>
  withTransaction(pool, async (db) => {
    await refuseSameName(db, fleetId, draft.name, yardId);
    if (!(await renameYard(db, fleetId, yardId, draft))) throw notFound(`Yard ${yardId}`);
  });

/** Closes a yard, or opens it again. @throws {ClientError} 404 when there is none, 409 while units stand there */
export const setYardEnded = async (pool: Pool, fleetId: FleetId, yardId: string, ended: boolean): Promise<void> =>
  withTransaction(pool, async (db) => {
    // Taken first: a unit that is being moved here is waited for, and then counted.
    if (!(await endYard(db, fleetId, yardId, ended))) throw notFound(`Yard ${yardId}`);
    const standing = ended ? await unitsInYard(db, fleetId, yardId) : [];
    if (standing.length === 0) return;
    const more = standing.length > SHOWN ? ` and ${standing.length - SHOWN} more` : '';
    throw new ClientError(409, 'The yard stays open.', [
      {
        path: 'ended',
        message: `${standing.slice(0, SHOWN).join(', ')}${more} ${standing.length === 1 ? 'stands' : 'stand'} there; expected a yard without units`,
      },
    ]);
  });
