import { DISPOSITIONS } from '@vaktman/core';
import * as z from 'zod';

/** One line of the watch: a unit, how it stands and since when. */
export const watchRowSchema = z.object({
  unitId: z.string(),
  yardId: z.string(),
  description: z.string(),
  systemVolts: z.number(),
  arrangement: z.string(),
  /** Of the latest visit; null when the unit was never visited. */
  disposition: z.enum(DISPOSITIONS).nullable(),
  headline: z.string().nullable(),
  findingCount: z.number(),
  lastVisitAt: z.string().nullable(),
  lastVisitId: z.string().nullable(),
  /** The visit that is still open, if any. */
  openVisitId: z.string().nullable(),
});
export type WatchRow = z.infer<typeof watchRowSchema>;

export const watchSchema = z.object({ units: z.array(watchRowSchema) });
export type Watch = z.infer<typeof watchSchema>;
