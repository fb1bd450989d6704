import { useEffect } from 'react';

/** Lays the practice ground under everything while the view is open: nobody shall take it for the real thing. */
export const usePracticeGround = (practice: boolean): void => {
  useEffect(() => {
    if (!practice) return undefined;
    document.documentElement.dataset['ground'] = 'practice';
    return () => {
      delete document.documentElement.dataset['ground'];
    };
  }, [practice]);
};
