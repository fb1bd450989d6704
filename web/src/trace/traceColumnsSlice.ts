import type { TraceChoice } from '@vaktman/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import * as z from 'zod/mini';
import { loadKept, type Kept } from '../device/kept';

export const TRACE_COLUMNS_KEY = 'vaktman.traceColumns';
const MOST_KEPT = 40;

const columnSchema = z.object({ column: z.number(), factor: z.number() });
const choicesSchema = z.record(
  z.string(),
  z.object({ time: z.nullable(columnSchema), volts: columnSchema, amps: z.nullable(columnSchema) }),
);
/** Columns that were put right by hand, by the head of the files they hold for. */
export type TraceChoices = Readonly<Record<string, TraceChoice>>;

export const loadTraceColumns = (storage: Kept): TraceChoices =>
  loadKept(storage, TRACE_COLUMNS_KEY, choicesSchema, {});

export const traceColumnsSlice = createSlice({
  name: 'traceColumns',
  initialState: {} as TraceChoices,
  reducers: {
    traceColumnsLoaded: (_state, { payload }: PayloadAction<TraceChoices>) => payload,
    traceColumnsChosen: (
      state,
      { payload: { headKey, choice } }: PayloadAction<{ headKey: string; choice: TraceChoice | null }>,
    ) => {
      const { [headKey]: _before, ...others } = state;
      const kept = choice === null ? Object.entries(others) : [...Object.entries(others), [headKey, choice] as const];
      return Object.fromEntries(kept.slice(-MOST_KEPT));
    },
  },
});
export const { traceColumnsLoaded, traceColumnsChosen } = traceColumnsSlice.actions;
