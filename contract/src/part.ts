import { partFittingSchema, partSchema } from '@vaktman/core';
import * as z from 'zod';

/** A stay of an alternator or a starter at its place in a unit. */
export const partStaySchema = z.object({
  partId: z.uuid(),
  place: z.string(),
  part: partSchema,
  /** Null for what the machine came with, as far as anybody knows. */
  from: z.string().nullable(),
  /** Null while it is there. */
  to: z.string().nullable(),
  leftBecause: z.string().nullable(),
});
export type PartStayRow = z.infer<typeof partStaySchema>;
export const partStaysSchema = z.object({ stays: z.array(partStaySchema) });

/** A part that was put in before, entered outside a visit. */
export const partDraftSchema = partFittingSchema.extend({
  fittedAt: z.iso.datetime({ offset: true, error: 'expected the day it was put in' }),
});
export type PartDraft = z.infer<typeof partDraftSchema>;

/** Makes and types this shop has on record, with their ratings. */
export const knownPartsSchema = z.object({ parts: z.array(partSchema) });
