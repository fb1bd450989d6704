import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

interface ShiftState {
  /** When what is shown was told by the server, milliseconds since 1970; null while it answers. */
  readonly asOfMs: number | null;
  /** Units on this device, and how many there are to be; null before it was looked at. */
  readonly units: { readonly kept: number; readonly wanted: number; readonly oldestMs: number | null } | null;
}

/** What this device shows without network, and how old that is. */
export const shiftSlice = createSlice({
  name: 'shift',
  initialState: { asOfMs: null, units: null } as ShiftState,
  reducers: {
    shownAsOf: (state, { payload }: PayloadAction<number>) => ({
      ...state,
      asOfMs: Math.min(payload, state.asOfMs ?? payload),
    }),
    serverAnswered: (state) => (state.asOfMs === null ? state : { ...state, asOfMs: null }),
    unitsKept: (state, { payload }: PayloadAction<ShiftState['units']>) => ({ ...state, units: payload }),
  },
});
export const { shownAsOf, serverAnswered, unitsKept } = shiftSlice.actions;
