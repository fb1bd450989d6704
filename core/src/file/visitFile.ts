import * as z from 'zod';
import { limitOverridesSchema } from '../method/overrides';
import { PROFILE_NAMES } from '../method/profile';
import { saneCelsius } from '../quantity/sanity';
import { unitSchema } from '../unit/unit';
import { idSchema, instantSchema } from '../visit/readingBase';
import { readingSchema } from '../visit/reading';

export const repairSchema = z.strictObject({
  id: idSchema,
  at: instantSchema,
  point: idSchema,
  action: z.string().max(500),
  kind: z.enum(['clean', 'tighten', 'recharge', 'replace', 'adjust', 'other']).optional(),
  closes: z.array(z.string().max(200)).optional().describe('Findings as code@subject'),
});
export type Repair = z.infer<typeof repairSchema>;

export const methodSchema = z.strictObject({
  profile: z.enum(PROFILE_NAMES),
  limits: limitOverridesSchema.optional().describe("This visit's own limits, per 12 V"),
});
export type Method = z.infer<typeof methodSchema>;

export const visitHeadSchema = z.strictObject({
  id: idSchema,
  at: instantSchema,
  technician: z.string().max(200),
  reason: z.enum(['pm', 'complaint', 'after-repair']),
  ambientC: saneCelsius.optional(),
  engineHours: z.number().nonnegative().max(1_000_000).optional(),
  odometerKm: z.number().nonnegative().max(10_000_000).optional(),
  complaint: z.string().max(2000).optional(),
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
});
export type VisitFile = z.infer<typeof visitFileSchema>;
