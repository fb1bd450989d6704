import { useCallback, useRef, type RefCallback } from 'react';

/**
 * Tells the sheet how high something stands at the foot of the screen, so that keys stay above it. It is told when that
 * comes, goes or changes its height, not whenever it is drawn: the whole page is laid out anew for it.
 * @param name the custom property it is told by
 * @returns what the element takes as its ref
 */
export const useFoot = (name: '--foot-hold' | '--foot-mark'): RefCallback<HTMLElement> => {
  const leave = useRef<(() => void) | null>(null);
  return useCallback(
    (own: HTMLElement | null) => {
      leave.current?.();
      leave.current = null;
      if (own === null) return;
      const { style } = document.documentElement;
      const tell = (): void => {
        const height = `${own.offsetHeight}px`;
        if (style.getPropertyValue(name) !== height) style.setProperty(name, height);
      };
      tell();
      const watch = typeof ResizeObserver === 'undefined' ? null : new ResizeObserver(tell);
      watch?.observe(own);
      leave.current = () => {
        watch?.disconnect();
        style.removeProperty(name);
      };
    },
    [name],
  );
};
