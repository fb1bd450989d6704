import { batteryThingSchema, importMapSchema, positionSchema, wholeText } from '@vaktman/core';
import * as z from 'zod';
import { BATTERY_STATES } from './battery';
import { MOST_UNITS_AT_ONCE, unitDraftSchema } from './unit';

/** Kinds of lists that are taken in as tables. */
export const LIST_KINDS = ['units', 'batteries', 'results'] as const;
export type ListKind = (typeof LIST_KINDS)[number];
/** What can be taken in and taken back whole. */
export const RUN_KINDS = [...LIST_KINDS, 'visits'] as const;
export type RunKind = (typeof RUN_KINDS)[number];

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
  kind: z.enum(RUN_KINDS),
  fileName: z.string(),
  rowCount: z.int(),
  takenAt: z.string(),
  undoneAt: z.string().nullable(),
});
export type ImportRun = z.infer<typeof importRunSchema>;
export const importRunsSchema = z.object({ imports: z.array(importRunSchema) });

/** How the last list with a header was read; null where none was. */
export const keptMapSchema = z.object({ map: importMapSchema.nullable() });

/** What taking visit files in would do, or did; as the command line tells it. */
export const visitsTakenSchema = z.object({
  files: z.int(),
  good: z.int(),
  skipped: z.array(z.object({ file: z.string(), why: z.enum(['directory', 'not-json', 'repeat']) })),
  problems: z.array(
    z.object({ file: z.string().nullable(), path: z.string().nullable(), code: z.string(), expected: z.string() }),
  ),
  visits: z.array(z.object({ file: z.string(), id: z.string(), unit: z.string(), at: z.string(), readings: z.int() })),
  /** Units that are not on record: they are added from their files. */
  newUnits: z.array(z.string()),
  /** Visits that came in; none while it is only looked at. */
  added: z.int(),
});
export type VisitsTaken = z.infer<typeof visitsTakenSchema>;

/** How visit files are taken in: the yard of units that are not on record, under which id, or only looked at. */
export const visitsQuerySchema = z.object({
  name: z.string().min(1).max(300),
  yardId: z.string().max(60).optional(),
  /** Without it they are only looked at. */
  importId: z.uuid().optional(),
  /** Only those that are as described; otherwise all or nothing. */
  only: z.literal('good').optional(),
});
export type VisitsQuery = z.infer<typeof visitsQuerySchema>;
