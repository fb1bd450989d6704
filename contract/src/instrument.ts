import { instrumentSchema } from '@vaktman/core';
import * as z from 'zod';

/** An instrument on record. */
export const instrumentRowSchema = z.object({
  instrumentId: z.uuid(),
  instrument: instrumentSchema,
  /** No longer in use; what was read with it keeps its name. */
  retired: z.boolean(),
});
export type InstrumentRow = z.infer<typeof instrumentRowSchema>;
export const instrumentsSchema = z.object({ instruments: z.array(instrumentRowSchema) });

/** What a client sends to add or change an instrument. */
export const instrumentDraftSchema = z.strictObject({
  instrument: instrumentSchema,
  retired: z.boolean().default(false),
});
export type InstrumentDraft = z.infer<typeof instrumentDraftSchema>;
