import { idOf } from '../quantity/id';
import * as z from 'zod';
import { keptMethodSchema } from '../method/kept';
import { limitOverridesSchema } from '../method/overrides';
import { PROFILE_NAMES } from '../method/profile';
import { saneCelsius } from '../quantity/sanity';
import { unitSchema } from '../unit/unit';
import { wholeText } from '../quantity/text';
import { idSchema, instantSchema } from '../judging/readingBase';
import { readingSchema } from '../step/catalogue';
import { repairSchema } from '../judging/repair';
import { visitEventSchema } from '../judging/visitEvent';

export const methodSchema = z.strictObject({
  profile: z.enum(PROFILE_NAMES),
  limits: limitOverridesSchema.optional().describe("This visit's own limits, per 12 V"),
  kept: keptMethodSchema
    .optional()
    .describe('What the method said when the visit was opened; it goes on judging the visit'),
});
export type Method = z.infer<typeof methodSchema>;

export const VISIT_REASONS = ['pm', 'complaint', 'after-repair', 'quick'] as const;

/** What whoever drove the machine has seen, heard or smelt. */
export const SYMPTOMS = [
  'slow-crank',
  'no-crank',
  'clicks',
  'spins-free',
  'flat-after-standing',
  'dim-lamps',
  'bright-lamps',
  'lamp-lit',
  'gauge-low',
  'gauge-high',
  'squeal',
  'acid-smell',
  'warm-only',
  'replaced-again',
] as const;
export type Symptom = (typeof SYMPTOMS)[number];

export const visitHeadSchema = z.strictObject({
  id: idOf<'visit'>(idSchema),
  at: instantSchema,
  technician: wholeText().max(200),
  reason: z.enum(VISIT_REASONS),
  symptoms: z.array(z.enum(SYMPTOMS)).max(SYMPTOMS.length).optional(),
  ambientC: saneCelsius.optional(),
  engineHours: z.number().nonnegative().max(1_000_000).optional(),
  odometerKm: z.number().nonnegative().max(10_000_000).optional(),
  complaint: wholeText().max(2000).optional(),
});
export type VisitHead = z.infer<typeof visitHeadSchema>;

/** One visit to one unit, as an open file: the unit as it was, the method, and every reading ever taken. */
export const visitFileSchema = z.strictObject({
  format: z.literal('vaktman-visit'),
  version: z.literal(1),
  unit: unitSchema,
  method: methodSchema,
  visit: visitHeadSchema,
  readings: z.array(readingSchema).max(5000),
  repairs: z.array(repairSchema).max(1000).optional(),
  /** What happened besides readings, sign-off and amendments included, with their own ids. */
  events: z.array(visitEventSchema).max(5000).optional(),
  /** The unit as it stood when the visit was opened, where a battery was replaced in its course. */
  unitAtOpening: unitSchema.optional(),
  /** Who took each reading, by its id; the technician where it is left out. */
  takenBy: z.record(idSchema, wholeText().max(200)).optional(),
  /** Readings added after sign-off, by reading id: the amendment each belongs to. */
  amended: z.record(idSchema, idSchema).optional(),
});
export type VisitFile = z.infer<typeof visitFileSchema>;
