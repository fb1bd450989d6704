import {
  batterySchema,
  instantSchema,
  methodSchema,
  positionSchema,
  readingSchema,
  repairSchema,
  unitSchema,
  visitFileSchema,
  visitHeadSchema,
  type Unit,
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

/** A battery without the place it sits in. */
export const batteryThingSchema = batterySchema.omit({ position: true, string: true, set: true });
export type BatteryThing = z.infer<typeof batteryThingSchema>;

/** A battery fitted at a position in the course of a visit. */
export const fittingSchema = z.strictObject({
  position: positionSchema,
  batteryId: madeIdSchema,
  battery: batteryThingSchema,
});
export type Fitting = z.infer<typeof fittingSchema>;

/** When the unit is due again, as signed off: by date, engine hours or distance, whichever comes first. */
export const nextDueSchema = z.strictObject({
  date: z.iso.date({ error: 'expected a date such as 2027-05-20' }).optional(),
  engineHours: z.number().nonnegative().max(1_000_000).optional(),
  odometerKm: z.number().nonnegative().max(10_000_000).optional(),
});

const findingKeySchema = z.string().min(1).max(200).describe('Finding as code@subject');

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
    /** Batteries that came in with the repair; the ones that sat there leave. */
    fitted: z.array(fittingSchema).max(6).optional(),
  }),
  z.strictObject({
    kind: z.literal('planned'),
    eventId: madeIdSchema,
    at: instantSchema,
    by: z.string().max(200),
    finding: findingKeySchema,
    action: z.string().trim().min(1).max(500),
    point: z.string().max(200),
  }),
  z.strictObject({
    kind: z.literal('refused'),
    eventId: madeIdSchema,
    at: instantSchema,
    by: z.string().max(200),
    finding: findingKeySchema,
    reason: z.string().trim().min(1).max(500),
  }),
  z.strictObject({
    kind: z.literal('closed'),
    eventId: madeIdSchema,
    at: instantSchema,
    by: z.string().max(200),
    remark: z.string().max(2000),
    signedBy: z.string().max(200).optional(),
    nextDue: nextDueSchema.optional(),
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
  /** The visit as a file, with the batteries that sit in the unit now. */
  file: visitFileSchema,
  /** The unit as it stood when the visit was opened. */
  unitAtOpening: unitSchema,
  events: z.array(visitEventSchema),
  takenBy: z.record(z.string(), z.string()).describe('Person by reading id'),
});
export type VisitDetail = z.infer<typeof visitDetailSchema>;

/** The repairs among a visit's events, in the form the visit file has them. */
export const repairsOf = (events: readonly VisitEvent[]) =>
  events.flatMap((event) => (event.kind === 'repaired' ? [event.repair] : []));

/** The unit with the batteries that were fitted in the course of a visit. */
export const fittedUnit = (unit: Unit, events: readonly VisitEvent[]): Unit => {
  const fitted = new Map(
    events.flatMap((event) =>
      event.kind === 'repaired'
        ? (event.fitted ?? []).map(({ position, battery }) => [position, battery] as const)
        : [],
    ),
  );
  if (fitted.size === 0) return unit;
  return {
    ...unit,
    bank: {
      ...unit.bank,
      batteries: unit.bank.batteries.map((battery) => {
        const thing = fitted.get(battery.position);
        if (thing === undefined) return battery;
        const { position, string, set } = battery;
        return { ...thing, position, string, ...(set === undefined ? {} : { set }) };
      }),
    },
  };
};
