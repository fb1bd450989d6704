import { idOf } from '@vaktman/core';
import {
  BENCH_POSITION,
  BENCH_STEPS,
  positionSchema,
  batteryThingSchema,
  readingSchema,
  wholeText,
} from '@vaktman/core';
import * as z from 'zod';

/** Where a battery is: in a unit, in the store room, back at its maker, or gone. */
export const BATTERY_STATES = ['fitted', 'store', 'claimed', 'scrapped'] as const;
export type BatteryState = (typeof BATTERY_STATES)[number];

export const batteryRowSchema = z.object({
  batteryId: idOf<'battery'>(z.uuid()),
  battery: batteryThingSchema,
  state: z.enum(BATTERY_STATES),
  unitId: idOf<'unit'>(z.string()).nullable(),
  position: z.string().nullable(),
  /** Since when it is there. */
  since: z.string().nullable(),
  warrantyUntil: z.string().nullable(),
});
export type BatteryRow = z.infer<typeof batteryRowSchema>;

/** The orders batteries can be listed in; with a minus before them, the other way round. */
export const BATTERY_SORTS = ['serial', 'make', 'rating', 'where', 'since', 'warranty'] as const;
export type BatterySort = (typeof BATTERY_SORTS)[number];

/** What is asked of the list of batteries: part of it, in an order. */
export const batteryQuerySchema = z.object({
  /** Beginning of the serial or of the unit's number, or any part of the make. */
  q: wholeText().max(100).default(''),
  state: z.enum(BATTERY_STATES).optional(),
  sort: z.enum([...BATTERY_SORTS, ...BATTERY_SORTS.map((by) => `-${by}` as const)]).default('serial'),
  /** How many are passed over. */
  from: z.coerce.number().int().min(0).max(10_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(500).default(200),
});
export type BatteryQuery = z.infer<typeof batteryQuerySchema>;

/** Some batteries of a list, from the one asked for on, and how many there are in all. */
export const batteryListSchema = z.object({
  batteries: z.array(batteryRowSchema),
  from: z.int().nonnegative(),
  total: z.int().nonnegative(),
});
export type BatteryList = z.infer<typeof batteryListSchema>;

export const batteryDetailSchema = batteryRowSchema.extend({
  /** Month it was made in, such as `2025-11`. */
  made: z.string().nullable(),
  /** Yard of the unit it sits in. */
  yard: z.string().nullable(),
  /** What was read of it outside any visit, oldest first. */
  bench: z.array(z.object({ takenBy: z.string(), reading: readingSchema })),
  scrappedAt: z.string().nullable(),
  scrappedBecause: z.string().nullable(),
  claimedAt: z.string().nullable(),
  claimedBecause: z.string().nullable(),
  stays: z.array(
    z.object({
      unitId: idOf<'unit'>(z.string()),
      position: z.string(),
      from: z.string(),
      to: z.string().nullable(),
      removedBecause: z.string().nullable(),
    }),
  ),
  /** Its own readings, wherever it sat, oldest first. */
  figures: z.array(
    z.object({
      /** Null for what was read on the bench. */
      visitId: idOf<'visit'>(z.string()).nullable(),
      unitId: idOf<'unit'>(z.string()),
      at: z.string(),
      capabilityPercent: z.number().nullable(),
      referenceLoadVolts: z.number().nullable(),
      restingVolts: z.number().nullable(),
    }),
  ),
});
export type BatteryDetail = z.infer<typeof batteryDetailSchema>;

/** A battery that comes into the store room, or a correction of what is on record about one. */
export const batteryDraftSchema = z.strictObject({
  battery: batteryThingSchema,
  warrantyUntil: z.iso.date({ error: 'expected a date such as 2028-10-01' }).nullable().optional(),
  made: z
    .string()
    .regex(/^\d{4}-(0[1-9]|1[0-2])$/, { error: 'expected a month such as 2025-11' })
    .nullable()
    .optional(),
});
export type BatteryDraft = z.infer<typeof batteryDraftSchema>;

/** A reading of a battery outside any visit. */
export const benchReadingSchema = z.strictObject({
  takenBy: wholeText().min(1, { error: 'choose who takes the readings' }).max(200),
  reading: readingSchema
    .refine(({ step }) => BENCH_STEPS.some((own) => own === step), {
      error: `expected one of ${BENCH_STEPS.join(', ')}`,
      path: ['step'],
    })
    .refine(({ point }) => point === BENCH_POSITION, { error: `expected ${BENCH_POSITION}`, path: ['point'] }),
});
export type BenchReading = z.infer<typeof benchReadingSchema>;

const because = wholeText().trim().min(1, { error: 'say why' }).max(200);

/** What is done with a battery. */
export const batteryMoveSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('fit'),
    unitId: idOf<'unit'>(z.string().min(1, { error: 'choose a unit' })),
    position: positionSchema,
    /** Why the battery that sits there, if any, leaves for the store room. */
    because,
  }),
  z.strictObject({ kind: z.literal('swap'), withBatteryId: z.uuid({ error: 'choose a battery' }), because }),
  z.strictObject({ kind: z.literal('remove'), because }),
  z.strictObject({ kind: z.literal('scrap'), because }),
  z.strictObject({ kind: z.literal('claim'), because }),
  /** A battery that came back from its maker goes into the store room. */
  z.strictObject({ kind: z.literal('return'), because }),
]);
export type BatteryMove = z.infer<typeof batteryMoveSchema>;

/** How long batteries of one group live, from those that are gone. */
export const batteryLifeSchema = z.object({
  by: z.enum(['make', 'chemistry', 'duty', 'yard']),
  name: z.string(),
  inUse: z.number(),
  gone: z.number(),
  /** Mean age at which they went, years; null while none has. */
  years: z.number().nullable(),
  /** How many of those that are gone failed within their warranty. */
  inWarranty: z.number(),
});
export const batteryLivesSchema = z.object({ lives: z.array(batteryLifeSchema) });
export type BatteryLife = z.infer<typeof batteryLifeSchema>;
