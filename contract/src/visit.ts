import {
  instantSchema,
  methodSchema,
  readingSchema,
  repairSchema,
  unitSchema,
  visitFileSchema,
  visitHeadSchema,
} from '@vaktman/core';
import * as z from 'zod';

/** Readings, visits and events get their id where they are made: a UUID v7, so that sending twice changes nothing. */
const madeIdSchema = z.uuid({ error: 'expected a UUID' });

export const CAUTIONS = [
  'eyes-hands',
  'hydrogen',
  'ground-first',
  'load-heat',
  'damaged',
  'running-engine',
  'memory-power',
] as const;
export type Caution = (typeof CAUTIONS)[number];

/** What happens in a visit besides readings. */
export const visitEventSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('cautions-acknowledged'),
    eventId: madeIdSchema,
    at: instantSchema,
    by: z.string().max(200),
    cautions: z.array(z.enum(CAUTIONS)),
  }),
  z.strictObject({
    kind: z.literal('wait-skipped'),
    eventId: madeIdSchema,
    at: instantSchema,
    by: z.string().max(200),
    wait: z.string().max(200),
    reason: z.string().trim().min(1).max(500),
  }),
  z.strictObject({
    kind: z.literal('step-skipped'),
    eventId: madeIdSchema,
    at: instantSchema,
    by: z.string().max(200),
    step: z.string().max(100),
    point: z.string().max(100),
    reason: z.string().trim().min(1).max(500),
  }),
  z.strictObject({
    kind: z.literal('repaired'),
    eventId: madeIdSchema,
    at: instantSchema,
    by: z.string().max(200),
    repair: repairSchema,
  }),
  z.strictObject({
    kind: z.literal('closed'),
    eventId: madeIdSchema,
    at: instantSchema,
    by: z.string().max(200),
    remark: z.string().max(2000),
  }),
]);
export type VisitEvent = z.infer<typeof visitEventSchema>;

/** A visit as it is opened. */
export const visitOpeningSchema = z.strictObject({
  unit: unitSchema,
  method: methodSchema,
  visit: visitHeadSchema.extend({ id: madeIdSchema }),
});
export type VisitOpening = z.infer<typeof visitOpeningSchema>;

/** One thing a browser has to tell the server. Entries are applied in order, and each only once. */
export const entrySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('visit'), opening: visitOpeningSchema }),
  z.strictObject({
    kind: z.literal('reading'),
    visitId: madeIdSchema,
    takenBy: z.string().min(1).max(200),
    reading: readingSchema,
  }),
  z.strictObject({ kind: z.literal('event'), visitId: madeIdSchema, event: visitEventSchema }),
]);
export type Entry = z.infer<typeof entrySchema>;

export const MAX_BATCH_ENTRIES = 500;
export const batchSchema = z.strictObject({ entries: z.array(entrySchema).min(1).max(MAX_BATCH_ENTRIES) });
export type Batch = z.infer<typeof batchSchema>;

/** How many entries were new; the rest were known already and are the same. */
export const batchReceiptSchema = z.object({ added: z.number(), known: z.number() });
export type BatchReceipt = z.infer<typeof batchReceiptSchema>;

/** A visit with everything recorded in it. */
export const visitDetailSchema = z.object({
  file: visitFileSchema,
  events: z.array(visitEventSchema),
  takenBy: z.record(z.string(), z.string()).describe('Person by reading id'),
});
export type VisitDetail = z.infer<typeof visitDetailSchema>;

/** The repairs among a visit's events, in the form the visit file has them. */
export const repairsOf = (events: readonly VisitEvent[]) =>
  events.flatMap((event) => (event.kind === 'repaired' ? [event.repair] : []));
