import { batteryThingSchema, importMapSchema, positionSchema, wholeText } from '@vaktman/core';
import * as z from 'zod';
import { BATTERY_STATES } from './battery';
import { MOST_UNITS_AT_ONCE, unitDraftSchema } from './unit';

/** Kinds of lists that are taken in as tables. */
export const LIST_KINDS = ['units', 'batteries', 'results'] as const;
export type ListKind = (typeof LIST_KINDS)[number];

const row = z.int().positive();
const day = z.iso.date({ error: 'expected a date such as 2025-10-02' });

/** One battery of a register, as the reading of the list gives it. */
export const batteryLineSchema = z.strictObject({
  row,
  battery: batteryThingSchema,
  state: z.enum(BATTERY_STATES),
  unit: z.string().max(200).optional(),
  position: positionSchema.optional(),
  set: z.int().min(1).max(6).optional(),
  warrantyUntil: day.optional(),
  gone: day.optional(),
  goneBecause: wholeText().max(200).optional(),
});
export type BatteryLine = z.infer<typeof batteryLineSchema>;

const clock = z.string().regex(/^\d\d:\d\d(:\d\d)?$/, { error: 'expected a time such as 08:10' });

/** One visit of somebody else's record, as the reading of the list gives it. */
export const resultLineSchema = z.strictObject({
  rows: z.array(row).min(1),
  visit: z.strictObject({
    unit: z.string().max(200),
    id: z.string().max(200).optional(),
    date: day,
    time: clock.optional(),
    offset: z
      .string()
      .regex(/^[+-]\d\d:\d\d$/, { error: 'expected an offset such as +01:00' })
      .optional(),
    technician: wholeText().max(200).optional(),
    reason: z.string().max(60),
    ambientC: z.number().optional(),
    engineHours: z.number().optional(),
    odometerKm: z.number().optional(),
    complaint: wholeText().max(2000).optional(),
  }),
  readings: z
    .array(z.looseObject({ row, step: z.string(), point: z.string(), time: clock.optional() }))
    .min(1)
    .max(5000),
});
export type ResultLine = z.infer<typeof resultLineSchema>;

const common = {
  /** Made by whoever takes the list in: the same one twice is taken in once. */
  importId: z.uuid().toLowerCase(),
  fileName: wholeText().max(255),
  /** How the list was read in the end, kept by its header for the next one of its kind. */
  map: importMapSchema.optional(),
};
const lines = <Line extends z.ZodType>(line: Line) =>
  z
    .array(line)
    .min(1, { error: 'expected at least one row' })
    .max(MOST_UNITS_AT_ONCE, { error: `expected at most ${MOST_UNITS_AT_ONCE} rows` });

/** A list that is taken in: all of it, or nothing. */
export const takeInSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    ...common,
    kind: z.literal('units'),
    units: lines(unitDraftSchema.omit({ revision: true, same: true })),
  }),
  z.strictObject({ ...common, kind: z.literal('batteries'), batteries: lines(batteryLineSchema) }),
  z.strictObject({ ...common, kind: z.literal('results'), results: lines(resultLineSchema) }),
]);
export type TakeIn = z.infer<typeof takeInSchema>;

/** A list that was taken in. */
export const importRunSchema = z.object({
  importId: z.uuid(),
  kind: z.enum(LIST_KINDS),
  fileName: z.string(),
  rowCount: z.int(),
  takenAt: z.string(),
  undoneAt: z.string().nullable(),
});
export type ImportRun = z.infer<typeof importRunSchema>;
export const importRunsSchema = z.object({ imports: z.array(importRunSchema) });

/** How the last list with a header was read; null where none was. */
export const keptMapSchema = z.object({ map: importMapSchema.nullable() });
