import { CAUTIONS, PROFILE_NAMES, SYMPTOMS, VISIT_REASONS } from '@vaktman/core';
import * as z from 'zod';
import { draftResolver, numberTyped, textTyped, withoutEmpty } from '../control/draftForm';
import { within } from '../control/numberIn';

/** What is asked before a visit, as typed and chosen. */
export interface PrepareTyped {
  technician: string;
  reason: (typeof VISIT_REASONS)[number];
  batteryC: string;
  ambientC: string;
  engineHours: string;
  odometerKm: string;
  complaint: string;
  /** Empty follows the unit or the fleet. */
  profile: string;
  symptoms: (typeof SYMPTOMS)[number][];
  acknowledged: boolean;
}

/** What each number may be. */
export const RANGE = {
  ambientC: { min: -60, max: 60, unit: '°C' },
  batteryC: { min: -60, max: 90, unit: '°C' },
  engineHours: { min: 0, max: 1_000_000, unit: 'h' },
  odometerKm: { min: 0, max: 10_000_000, unit: 'km' },
} as const;

const prepareSchema = z
  .object({
    technician: z.string().refine((name) => name !== '', { error: 'choose who takes the readings' }),
    reason: z.enum(VISIT_REASONS),
    batteryC: within(RANGE.batteryC),
    ambientC: within(RANGE.ambientC),
    engineHours: within(RANGE.engineHours),
    odometerKm: within(RANGE.odometerKm),
    complaint: z.string().max(500, { error: 'at most 500 letters' }).optional(),
    profile: z.enum(PROFILE_NAMES).optional(),
    symptoms: z.array(z.enum(SYMPTOMS)),
    acknowledged: z.boolean().refine((read) => read, { error: 'Acknowledge the cautions to go on.' }),
  })
  .superRefine(({ batteryC, ambientC }, ctx) => {
    if (batteryC === undefined && ambientC === undefined)
      ctx.addIssue({
        code: 'custom',
        path: ['batteryC'],
        message: 'enter battery or air temperature: the load limit depends on it',
      });
  });
export type Prepared = z.infer<typeof prepareSchema>;

/** Checks the sheet by what a visit is opened with. */
export const prepareResolver = draftResolver<PrepareTyped, Prepared>(prepareSchema, (typed) =>
  withoutEmpty({
    ...typed,
    batteryC: numberTyped(typed.batteryC),
    ambientC: numberTyped(typed.ambientC),
    engineHours: numberTyped(typed.engineHours),
    odometerKm: numberTyped(typed.odometerKm),
    complaint: textTyped(typed.complaint),
    profile: textTyped(typed.profile),
  }),
);

/** Every caution is acknowledged with the one tick. */
export const ACKNOWLEDGED = [...CAUTIONS];
