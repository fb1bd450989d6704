import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** A named wait. It is a start and a length, so it goes on through a reload or a closed tab. */
export interface Clock {
  readonly id: string;
  readonly name: string;
  /** Where the wait was started, to find the way back. */
  readonly path: string;
  readonly startedMs: number;
  readonly seconds: number;
}

const KEY = 'vaktman.clocks';
const KEPT_MS = 12 * 3600 * 1000;

/** Clocks of this device, without those that ran out long ago. */
export const loadClocks = (storage: Pick<Storage, 'getItem'>, nowMs: number): Clock[] => {
  const text = storage.getItem(KEY);
  if (text === null) return [];
  try {
    return (JSON.parse(text) as Clock[]).filter(
      ({ startedMs, seconds }) => nowMs < startedMs + seconds * 1000 + KEPT_MS,
    );
  } catch {
    return [];
  }
};

export const saveClocks = (storage: Pick<Storage, 'setItem'>, clocks: readonly Clock[]): void =>
  storage.setItem(KEY, JSON.stringify(clocks));

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
    clockRemoved: (state, { payload }: PayloadAction<string>) => state.filter(({ id }) => id !== payload),
  },
});
export const { clocksLoaded, clockStarted, clockRemoved } = clockSlice.actions;
