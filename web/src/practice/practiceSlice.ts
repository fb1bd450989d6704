import type { VisitId, DebriefInput, ScenarioFile } from '@vaktman/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export interface PracticeState {
  /** The machine of free play as last set up on this device. */
  readonly free: DebriefInput | null;
  /** Simulated machines of practice visits, by visit. They never leave this device. */
  readonly visits: Readonly<Record<string, ScenarioFile>>;
}

export const PRACTICE_KEY = 'vaktman.practice';
const EMPTY: PracticeState = { free: null, visits: {} };
const VISITS_KEPT = 12;

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
    practiceVisitSet: (state, { payload }: PayloadAction<{ visitId: VisitId; scenario: ScenarioFile }>) => ({
      ...state,
      visits: { ...state.visits, [payload.visitId]: payload.scenario },
    }),
  },
});
export const { practiceLoaded, freePlaySet, practiceVisitSet } = practiceSlice.actions;
