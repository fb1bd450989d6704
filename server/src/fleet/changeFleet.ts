import {
  classesSchema,
  dateCodesSchema,
  type ClassesChange,
  type DateCodesChange,
  type FleetDraft,
} from '@vaktman/contract';
import type { FleetId, ProfileName } from '@vaktman/core';
import { isDeepStrictEqual } from 'node:util';
import type * as z from 'zod';
import { withTransaction, type Pool } from '../database/pool';
import { ClientError } from '../http/problem';
import { markEveryOutlook } from '../outlook/outlookQueue';
import { heldFleet, setClasses, setDateCodes, setFleetHead, setFleetProfile } from './fleetStore';

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

/** @throws {ClientError} 409 where something else stands than what was changed */
const refuseOvertaken = (schema: z.ZodType, stands: unknown, was: unknown): void => {
  // What was stored before a field was added stands for what it is read as, as what was sent does.
  if (was === undefined || isDeepStrictEqual(schema.parse(stands), was)) return;
  throw new ClientError(
    409,
    'Nothing was stored: somebody else changed them meanwhile. Load the page anew, and change what stands now.',
  );
};

/** Sets the codes on batteries that this shop reads besides the usual one, all of them. */
export const changeDateCodes = async (
  pool: Pool,
  fleetId: FleetId,
  { dateCodes, was }: DateCodesChange,
): Promise<void> =>
  withTransaction(pool, async (db) => {
    refuseOvertaken(dateCodesSchema.shape.was, (await heldFleet(db, fleetId)).dateCodes, was);
    await setDateCodes(db, fleetId, dateCodes);
  });

/** Sets the shop's intervals and limits by class of machine, all of them; outlooks go by the limits, and are made anew. */
export const changeClasses = async (pool: Pool, fleetId: FleetId, { classes, was }: ClassesChange): Promise<void> =>
  withTransaction(pool, async (db) => {
    refuseOvertaken(classesSchema.shape.was, (await heldFleet(db, fleetId)).classes, was);
    await setClasses(db, fleetId, classes);
    await markEveryOutlook(db);
  });
