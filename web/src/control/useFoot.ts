import { useLayoutEffect, type RefObject } from 'react';

/**
 * Tells the sheet how high something stands at the foot of the screen, so that keys stay above it.
 * @param name the custom property it is told by
 */
export const useFoot = (element: RefObject<HTMLElement | null>, name: '--foot-hold' | '--foot-mark'): void => {
  useLayoutEffect(() => {
    const { style } = document.documentElement;
    const own = element.current;
    if (own === null) return;
    const tell = (): void => style.setProperty(name, `${own.offsetHeight}px`);
    tell();
    const watch = typeof ResizeObserver === 'undefined' ? null : new ResizeObserver(tell);
    watch?.observe(own);
    return () => {
      watch?.disconnect();
      style.removeProperty(name);
    };
  });
};
