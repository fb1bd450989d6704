import { faultSchema, scenarioFileSchema, unitSchema } from '@vaktman/core';
import * as z from 'zod';
import { loadKept, type Kept } from '../device/kept';
import { PRACTICE_KEY, type PracticeState } from './practiceSlice';

const practiceSchema = z.object({
  free: z
    .object({
      unit: unitSchema,
      ambientC: z.number(),
      stateOfChargePercent: z.record(z.string(), z.number()),
      faults: z.array(faultSchema),
      seed: z.number(),
    })
    .nullable()
    .catch(null),
  visits: z.record(z.string(), scenarioFileSchema).catch({}),
});

/** Simulated machines as this device kept them. */
export const loadPractice = (storage: Kept): PracticeState =>
  loadKept(storage, PRACTICE_KEY, practiceSchema, { free: null, visits: {} });
