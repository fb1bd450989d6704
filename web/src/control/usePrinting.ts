import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';

/** True while the page is laid out for paper: what is on screen only in part is then made whole. */
export const usePrinting = (): boolean => {
  const [isPrinting, setPrinting] = useState(false);
  useEffect(() => {
    // The browser takes the page as it stands when its listeners are done.
    const begin = (): void => flushSync(() => setPrinting(true));
    const end = (): void => setPrinting(false);
    const paper = window.matchMedia('print');
    const turn = ({ matches }: MediaQueryListEvent): void => (matches ? begin() : end());
    window.addEventListener('beforeprint', begin);
    window.addEventListener('afterprint', end);
    paper.addEventListener('change', turn);
    return () => {
      window.removeEventListener('beforeprint', begin);
      window.removeEventListener('afterprint', end);
      paper.removeEventListener('change', turn);
    };
  }, []);
  return isPrinting;
};
