import { idOf } from '@vaktman/core';
import * as z from 'zod';

/** Kinds of things whose changes are kept. */
export const CHANGED_THINGS = [
  'fleet',
  'yard',
  'person',
  'unit',
  'battery',
  'part',
  'instrument',
  'night',
  'import',
  'device',
  'key',
  'visit',
] as const;
export type ChangedThing = (typeof CHANGED_THINGS)[number];

/** One change: who made it, where, when, and what stood there before and after, by the database's own columns. */
export const changeEntrySchema = z.object({
  entryId: z.int(),
  at: z.string(),
  /** Empty where nobody said who, or the program did it by itself. */
  person: z.string(),
  device: z.string(),
  thing: z.enum(CHANGED_THINGS),
  thingId: z.string(),
  /** What it is called now: a serial, a name, the place of a part; empty where it has no name or is gone with it. */
  called: z.string(),
  unitId: idOf<'unit'>(z.string()).nullable(),
  verb: z.enum(['added', 'changed', 'removed']),
  before: z.record(z.string(), z.unknown()),
  after: z.record(z.string(), z.unknown()),
});
export type ChangeEntry = z.infer<typeof changeEntrySchema>;

/** What is asked of the list of changes: those of one thing, or of a unit and all that belongs to it; latest first. */
export const changeQuerySchema = z.object({
  thing: z.enum(CHANGED_THINGS, { error: `expected one of ${CHANGED_THINGS.join(', ')}` }).optional(),
  thingId: z.string().max(200).optional(),
  unitId: idOf<'unit'>(z.string().max(200)).optional(),
  /** Only those before this entry. */
  before: z.coerce.number().int().positive().optional(),
  limit: z.coerce.number().int().min(1).max(500).default(100),
});
export type ChangeQuery = z.infer<typeof changeQuerySchema>;

export const changeListSchema = z.object({
  entries: z.array(changeEntrySchema),
  /** Where the next page begins; null where there is none. */
  next: z.int().nullable(),
});
export type ChangeList = z.infer<typeof changeListSchema>;
