import { faultSchema, scenarioFileSchema, unitSchema, type DebriefInput, type ScenarioFile } from '@vaktman/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import * as z from 'zod';
import { loadKept, type Kept } from '../device/kept';

export interface PracticeState {
  /** The machine of free play as last set up on this device. */
  readonly free: DebriefInput | null;
  /** Simulated machines of practice visits, by visit. They never leave this device. */
  readonly visits: Readonly<Record<string, ScenarioFile>>;
}

export const PRACTICE_KEY = 'vaktman.practice';
const EMPTY: PracticeState = { free: null, visits: {} };
const VISITS_KEPT = 12;

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

export const loadPractice = (storage: Kept): PracticeState =>
  loadKept(storage, PRACTICE_KEY, practiceSchema, { free: null, visits: {} });

export const practiceToKeep = (state: PracticeState): PracticeState => ({
  ...state,
  visits: Object.fromEntries(Object.entries(state.visits).slice(-VISITS_KEPT)),
});

export const practiceSlice = createSlice({
  name: 'practice',
  initialState: EMPTY,
  reducers: {
    practiceLoaded: (_state, { payload }: PayloadAction<PracticeState>) => payload,
    freePlaySet: (state, { payload }: PayloadAction<DebriefInput>) => ({ ...state, free: payload }),
    practiceVisitSet: (state, { payload }: PayloadAction<{ visitId: string; scenario: ScenarioFile }>) => ({
      ...state,
      visits: { ...state.visits, [payload.visitId]: payload.scenario },
    }),
  },
});
export const { practiceLoaded, freePlaySet, practiceVisitSet } = practiceSlice.actions;
