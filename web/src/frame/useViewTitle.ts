import { useEffect } from 'react';
import { useAppDispatch } from '../store';
import { viewTitled } from './titleSlice';

/** Names the view in the window's title; running holds and clocks stand above it there. */
export const useViewTitle = (title: string): void => {
  const dispatch = useAppDispatch();
  useEffect(() => {
    dispatch(viewTitled(title));
  }, [dispatch, title]);
};
