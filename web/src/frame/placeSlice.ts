import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** The query of the watch as it was last looked at, to come back to. */
export const placeSlice = createSlice({
  name: 'place',
  initialState: '',
  reducers: { watchLeft: (_state, { payload }: PayloadAction<string>) => payload },
});
export const { watchLeft } = placeSlice.actions;
