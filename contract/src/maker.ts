import { idOf } from '@vaktman/core';
import * as z from 'zod';
import { SEAL_WAYS } from './seal';

/** Who made one thing of a visit, and how that is known. */
export const entryMakerSchema = z.object({
  /** Of the reading or event; of the visit for its opening. */
  entryId: z.string(),
  person: z.string(),
  device: z.string(),
  way: z.enum(SEAL_WAYS),
  /** The device's key signed it; else whoever was signed in sent it. */
  isSigned: z.boolean(),
});
export type EntryMaker = z.infer<typeof entryMakerSchema>;

/** Something recorded that a lead is to confirm, or has. It counts like anything else meanwhile. */
export const doubtSchema = z.object({
  entryId: z.string(),
  visitId: idOf<'visit'>(z.string()),
  unitId: idOf<'unit'>(z.string()),
  /** Who made it, by what it says. */
  person: z.string(),
  /** Why that is not certain. */
  why: z.string(),
  doubtedAt: z.string(),
  confirmedBy: z.string().nullable(),
  confirmedAt: z.string().nullable(),
});
export type Doubt = z.infer<typeof doubtSchema>;

export const doubtsSchema = z.object({ doubts: z.array(doubtSchema) });

/** Who made what is in a visit; what came before there were signatures, or from a file, is not among it. */
export const visitMakersSchema = z.object({ makers: z.array(entryMakerSchema), doubts: z.array(doubtSchema) });
export type VisitMakers = z.infer<typeof visitMakersSchema>;

/** How much a lead confirmed. */
export const confirmedSchema = z.object({ confirmed: z.int().nonnegative() });
