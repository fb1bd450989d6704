import { idOf, USUAL_UNITS } from '@vaktman/core';
import {
  instantSchema,
  madeIdSchema,
  methodSchema,
  readingSchema,
  unitSchema,
  visitEventSchema,
  visitFileSchema,
  visitHeadSchema,
  wholeText,
  judgementSchema,
} from '@vaktman/core';
import * as z from 'zod';
import { sealSchema } from './seal';
import { visitSummarySchema } from './unit';

/** A visit as it is opened. */
export const visitOpeningSchema = z.strictObject({
  unit: unitSchema,
  method: methodSchema,
  visit: visitHeadSchema.extend({ id: idOf<'visit'>(madeIdSchema) }),
});
export type VisitOpening = z.infer<typeof visitOpeningSchema>;

/** Which device made an entry, and which of its entries it was: its order does not hang on the device's clock. */
export const madeSchema = z.strictObject({ device: madeIdSchema, sequence: z.int().nonnegative() });

/**
 * One thing a browser has to tell the server. Entries of one visit are applied in order, and each only once. `made`, `amends`
 * and `seal` came later: an entry without them, kept by an older page, is taken as well.
 */
export const entrySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('visit'),
    opening: visitOpeningSchema,
    made: madeSchema.optional(),
    seal: sealSchema.optional(),
  }),
  z.strictObject({
    kind: z.literal('reading'),
    visitId: idOf<'visit'>(madeIdSchema),
    takenBy: wholeText().min(1).max(200),
    reading: readingSchema,
    /** The amendment it belongs to, once the visit was signed off. */
    amends: madeIdSchema.optional(),
    made: madeSchema.optional(),
    seal: sealSchema.optional(),
  }),
  z.strictObject({
    kind: z.literal('event'),
    visitId: idOf<'visit'>(madeIdSchema),
    event: visitEventSchema,
    made: madeSchema.optional(),
    seal: sealSchema.optional(),
  }),
]);
export type Entry = z.infer<typeof entrySchema>;

export const visitIdOf = (entry: Entry): string => (entry.kind === 'visit' ? entry.opening.visit.id : entry.visitId);

/** What an entry is told by: the id made with it. */
export const entryIdOf = (entry: Entry): string =>
  entry.kind === 'visit' ? entry.opening.visit.id : entry.kind === 'event' ? entry.event.eventId : entry.reading.id;

export const MAX_BATCH_ENTRIES = 500;
export const batchSchema = z.strictObject({
  entries: z.array(entrySchema).min(1).max(MAX_BATCH_ENTRIES),
  /** By the clock of the device, when it was sent: tells how far that clock is off. */
  sentAt: instantSchema.optional(),
  /** `file` when taken over from a file: the people in it may be of another shop. */
  origin: z.enum(['device', 'file']).optional(),
});
export type Batch = z.infer<typeof batchSchema>;

/** How many entries were new; the rest were known already and are the same. */
export const batchReceiptSchema = z.object({
  added: z.number(),
  known: z.number(),
  /** How far the device's clock is ahead of the server's, milliseconds; null when the batch did not say when it was sent. */
  clockAheadMs: z.number().nullable().optional(),
});
export type BatchReceipt = z.infer<typeof batchReceiptSchema>;

/** A visit with everything recorded in it. */
export const visitDetailSchema = z.object({
  /** The visit as a file, with the batteries that sit in the unit now. */
  file: visitFileSchema,
  /** The unit as it stood when the visit was opened. */
  unitAtOpening: unitSchema,
  events: z.array(visitEventSchema),
  takenBy: z.record(z.string(), z.string()).describe('Person by reading id'),
  /** Amendment by reading id, for what was added after sign-off. */
  amended: z.record(z.string(), z.string()).default({}),
  /** How it came out when it was signed, by the id of each sign-off: the method may judge otherwise later on. */
  signedAs: z.record(z.string(), judgementSchema).default({}),
});
export type VisitDetail = z.infer<typeof visitDetailSchema>;

/** What is asked of the list of visits: of one unit or all, since a moment; latest first. */
export const visitQuerySchema = z.object({
  unitId: idOf<'unit'>(z.string().max(200)).optional(),
  /** Only those that began at or after this moment. */
  since: z.iso.datetime({ offset: true, error: 'expected a moment such as 2026-11-20T08:00:00+01:00' }).optional(),
  /** Only those after the one a page ended with. */
  after: z.string().max(200).optional(),
  limit: z.coerce.number().int().min(1).max(500).default(100),
});
export type VisitQuery = z.infer<typeof visitQuerySchema>;

/** How a record is asked for as PDF: on which paper, and in the units its reader likes. */
export const recordQuerySchema = z.object({
  paper: z.string().optional(),
  temperature: z.enum(['C', 'F']).default(USUAL_UNITS.temperature),
  distance: z.enum(['km', 'mi']).default(USUAL_UNITS.distance),
  area: z.enum(['mm2', 'awg']).default(USUAL_UNITS.area),
  decimal: z.enum(['.', ',']).default(USUAL_UNITS.decimal),
});
export type RecordQuery = z.infer<typeof recordQuerySchema>;

/** Visits of a list, latest first, and where the next page begins; null where there is none. */
export const visitListSchema = z.object({
  visits: z.array(visitSummarySchema.extend({ unitId: idOf<'unit'>(z.string()) })),
  next: z.string().nullable(),
});
export type VisitList = z.infer<typeof visitListSchema>;
