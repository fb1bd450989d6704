import { DISPOSITIONS } from './disposition';
import * as z from 'zod';
import { LIMIT_NAMES, type LimitName } from '../method/limit';
import { PROFILE_NAMES } from '../method/profile';
import { FINDING_CODES, SEVERITIES } from '../judging/findingCode';
import { VERDICTS } from '../judging/verdict';

const verdictSchema = z.enum(VERDICTS);
const placeSchema = z.strictObject({ step: z.string(), point: z.string() });

export const judgedStepSchema = z.strictObject({
  step: z.string(),
  point: z.string(),
  verdict: verdictSchema,
  limit: z
    .strictObject({
      value: z.number(),
      unit: z.string(),
      kind: z.enum(['min', 'max']),
      name: z
        .enum(LIMIT_NAMES as [LimitName, ...LimitName[]])
        .nullable()
        .describe('The named limit; null where the border follows from another reading'),
      from: z.enum(['maker', 'visit', 'profile']),
    })
    .nullable(),
  margin: z.number().nullable().describe('Distance to the limit in its unit; positive on the good side'),
  because: z.string(),
  readings: z.array(z.string()).min(1),
  redo: z.string().nullable().describe('What to do again; set when inconclusive'),
  earlier: z
    .array(z.strictObject({ readings: z.array(z.string()), verdict: verdictSchema }))
    .describe('Retakes, oldest first, each as it stood when superseded'),
});
export type JudgedStepEntry = z.infer<typeof judgedStepSchema>;

export const figuresSchema = z.strictObject({
  stateOfChargePercent: z.number().optional(),
  resistanceMilliohm: z.number().optional(),
  referenceLoadVolts: z.number().optional(),
  capabilityPercent: z.number().optional(),
});

export const findingSchema = z.strictObject({
  code: z.enum(FINDING_CODES),
  subject: z.string(),
  severity: z.enum(SEVERITIES),
  evidence: z.strictObject({ for: z.array(z.string()), against: z.array(z.string()) }),
  because: z.string(),
});

/** What a visit's readings amount to under one method. A function of the visit; never typed in. */
export const judgementSchema = z.strictObject({
  format: z.literal('vaktman-judgement'),
  version: z.literal(1),
  method: z.strictObject({ profile: z.enum(PROFILE_NAMES), version: z.number() }),
  steps: z.array(judgedStepSchema),
  figures: z.record(z.string(), figuresSchema),
  findings: z.array(findingSchema),
  missing: z.array(placeSchema),
  next: z.strictObject({ ...placeSchema.shape, because: z.string() }).nullable(),
  disposition: z.enum(DISPOSITIONS),
  advice: z.array(z.string()).describe('What several readings together suggest, and what is not on record'),
});
export type Judgement = z.infer<typeof judgementSchema>;
