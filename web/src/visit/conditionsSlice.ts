import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** How surface charge was dealt with in a visit. */
export type SurfaceCharge =
  | { readonly kind: 'lamps'; readonly startedMs: number }
  | { readonly kind: 'waiting'; readonly startedMs: number }
  | { readonly kind: 'stripped'; readonly atMs: number }
  | { readonly kind: 'rested'; readonly hours: number }
  | { readonly kind: 'skipped' };

/** A load hold under way: when the load came on, and when it was called off. */
export interface Hold {
  readonly position: string;
  readonly startedMs: number;
  readonly offMs: number | null;
}

/** What this device remembers of a visit besides its readings. */
export interface VisitConditions {
  readonly batteryC: number | null;
  readonly surfaceCharge: SurfaceCharge | null;
  readonly hold: Hold | null;
}

export type ConditionsState = Readonly<Record<string, VisitConditions>>;

const KEY = 'vaktman.conditions';
const VISITS_KEPT = 20;
export const NO_CONDITIONS: VisitConditions = { batteryC: null, surfaceCharge: null, hold: null };

export const loadConditions = (storage: Pick<Storage, 'getItem'>): ConditionsState => {
  const text = storage.getItem(KEY);
  if (text === null) return {};
  try {
    return JSON.parse(text) as ConditionsState;
  } catch {
    return {};
  }
};

export const saveConditions = (storage: Pick<Storage, 'setItem'>, state: ConditionsState): void =>
  storage.setItem(KEY, JSON.stringify(Object.fromEntries(Object.entries(state).slice(-VISITS_KEPT))));

export const conditionsSlice = createSlice({
  name: 'conditions',
  initialState: {} as ConditionsState,
  reducers: {
    conditionsLoaded: (_state, { payload }: PayloadAction<ConditionsState>) => payload,
    conditionsChanged: (state, { payload }: PayloadAction<{ visitId: string; change: Partial<VisitConditions> }>) => ({
      ...state,
      [payload.visitId]: { ...(state[payload.visitId] ?? NO_CONDITIONS), ...payload.change },
    }),
  },
});
export const { conditionsLoaded, conditionsChanged } = conditionsSlice.actions;
