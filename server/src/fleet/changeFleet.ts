import type { FleetDraft } from '@vaktman/contract';
import type { DateCode, FleetId, MachineClass, ProfileName } from '@vaktman/core';
import { withTransaction, type Pool } from '../database/pool';
import { markEveryOutlook } from '../outlook/outlookQueue';
import { setClasses, setDateCodes, setFleetHead, setFleetProfile } from './fleetStore';

/** Calls the fleet something else, or puts it in another zone: its days then begin at another hour, and outlooks are made anew. */
export const changeHead = async (pool: Pool, fleetId: FleetId, draft: FleetDraft): Promise<void> =>
  withTransaction(pool, async (db) => {
    await setFleetHead(db, fleetId, draft);
    await markEveryOutlook(db);
  });

/** Chooses the method new visits are judged by; outlooks go by its limits, and are made anew. */
export const changeMethod = async (pool: Pool, fleetId: FleetId, profile: ProfileName): Promise<void> =>
  withTransaction(pool, async (db) => {
    await setFleetProfile(db, fleetId, profile);
    await markEveryOutlook(db);
  });

/** Sets the codes on batteries that this shop reads besides the usual one, all of them. */
export const changeDateCodes = async (pool: Pool, fleetId: FleetId, dateCodes: readonly DateCode[]): Promise<void> =>
  withTransaction(pool, async (db) => setDateCodes(db, fleetId, dateCodes));

/** Sets the shop's intervals and limits by class of machine, all of them. */
export const changeClasses = async (pool: Pool, fleetId: FleetId, classes: readonly MachineClass[]): Promise<void> =>
  withTransaction(pool, async (db) => setClasses(db, fleetId, classes));
