import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** What the view on screen is of, for the window's title; empty while none has said. */
export const titleSlice = createSlice({
  name: 'title',
  initialState: '',
  reducers: { viewTitled: (_state, { payload }: PayloadAction<string>) => payload },
});
export const { viewTitled } = titleSlice.actions;
