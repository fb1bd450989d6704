import { idOf } from '@vaktman/core';
import { DISPOSITIONS } from '@vaktman/core';
import * as z from 'zod';
import { openActionSchema } from './outlook';

/** One line of the watch: a unit, how it stands and since when. */
export const watchRowSchema = z.object({
  unitId: idOf<'unit'>(z.string()),
  yardId: z.string(),
  description: z.string(),
  systemVolts: z.number(),
  arrangement: z.string(),
  /** Of the latest visit; null when the unit was never visited. */
  disposition: z.enum(DISPOSITIONS).nullable().default(null),
  headline: z.string().nullable().default(null),
  findingCount: z.number(),
  lastVisitAt: z.string().nullable().default(null),
  lastVisitId: z.string().nullable().default(null),
  /** The visit that is still open, if any. */
  openVisitId: z.string().nullable().default(null),
  /** Coldest start, °C: P10, P50, P90; null where the readings do not carry one. */
  cold: z.tuple([z.number(), z.number(), z.number()]).nullable().default(null),
  /** The same once what is open is done, P50 and P90; null when nothing open changes it. */
  coldAfter: z.tuple([z.number(), z.number()]).nullable().default(null),
  /** Battery that falls under its limit first, and the day. */
  underAt: z.string().nullable().default(null),
  underOn: z.string().nullable().default(null),
  dueOn: z.string().nullable().default(null),
  dueBy: z.enum(['date', 'hours', 'distance']).nullable().default(null),
  actions: z.array(openActionSchema).default([]),
});
export type WatchRow = z.infer<typeof watchRowSchema>;

export const watchSchema = z.object({ units: z.array(watchRowSchema) });
export type Watch = z.infer<typeof watchSchema>;
