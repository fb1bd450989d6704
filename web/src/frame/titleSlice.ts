import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { useEffect } from 'react';
import { useAppDispatch } from '../store';

/** What the view on screen is of, for the window's title; empty while none has said. */
export const titleSlice = createSlice({
  name: 'title',
  initialState: '',
  reducers: { viewTitled: (_state, { payload }: PayloadAction<string>) => payload },
});
export const { viewTitled } = titleSlice.actions;

/** Names the view in the window's title; running holds and clocks stand above it there. */
export const useViewTitle = (title: string): void => {
  const dispatch = useAppDispatch();
  useEffect(() => {
    dispatch(viewTitled(title));
  }, [dispatch, title]);
};
