import type { VisitId } from '@vaktman/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import * as z from 'zod/mini';
import { loadKept, type Kept } from '../device/kept';

/** A named wait. It is a start and a length, so it goes on through a reload or a closed tab. */
const clockSchema = z.object({
  id: z.string(),
  name: z.string(),
  /** Where the wait was started, to find the way back. */
  path: z.string(),
  startedMs: z.number(),
  seconds: z.number(),
  /** It ran out and was followed: it is listed no more, and still tells how long ago it began. */
  seen: z.optional(z.boolean()),
});
export type Clock = Readonly<z.infer<typeof clockSchema>>;

export const CLOCKS_KEY = 'vaktman.clocks';
const KEPT_MS = 12 * 3600 * 1000;

/** Clocks of this device, without those that ran out long ago. */
export const loadClocks = (storage: Kept, nowMs: number): Clock[] =>
  loadKept(storage, CLOCKS_KEY, z.array(clockSchema), []).filter(
    ({ startedMs, seconds }) => nowMs < startedMs + seconds * 1000 + KEPT_MS,
  );

/** Clocks somebody still waits for, or has not seen run out. */
export const listed = (clocks: readonly Clock[]): readonly Clock[] => clocks.filter(({ seen }) => seen !== true);

/** Whole seconds left, never under 0. */
export const secondsLeft = ({ startedMs, seconds }: Pick<Clock, 'startedMs' | 'seconds'>, nowMs: number): number =>
  Math.max(0, Math.ceil((startedMs + seconds * 1000 - nowMs) / 1000));

export const clockText = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;

export const clockSlice = createSlice({
  name: 'clocks',
  initialState: [] as Clock[],
  reducers: {
    clocksLoaded: (_state, { payload }: PayloadAction<Clock[]>) => payload,
    clockStarted: (state, { payload }: PayloadAction<Clock>) => [
      ...state.filter(({ id }) => id !== payload.id),
      payload,
    ],
    /** Those that ran out and led to where something was read just now have done their work. */
    clocksUsed: {
      prepare: ({ path, nowMs = Date.now() }: { path: string; nowMs?: number }) => ({ payload: { path, nowMs } }),
      reducer: (state, { payload: { path, nowMs } }: PayloadAction<{ path: string; nowMs: number }>) =>
        state.filter((clock) => clock.path !== path || secondsLeft(clock, nowMs) > 0),
    },
    /** One that ran out was followed to where it leads. */
    clockSeen: (state, { payload }: PayloadAction<string>) =>
      state.map((clock) => (clock.id === payload ? { ...clock, seen: true } : clock)),
    /** A visit is over: what ran out in it is waited for no more. */
    visitClocksEnded: {
      prepare: ({ visitId, nowMs = Date.now() }: { visitId: VisitId; nowMs?: number }) => ({
        payload: { visitId, nowMs },
      }),
      reducer: (state, { payload: { visitId, nowMs } }: PayloadAction<{ visitId: VisitId; nowMs: number }>) =>
        state.filter((clock) => !clock.path.startsWith(`/visits/${visitId}`) || secondsLeft(clock, nowMs) > 0),
    },
    clockRemoved: (state, { payload }: PayloadAction<string>) => state.filter(({ id }) => id !== payload),
  },
});
export const { clocksLoaded, clockStarted, clocksUsed, clockSeen, clockRemoved, visitClocksEnded } = clockSlice.actions;
