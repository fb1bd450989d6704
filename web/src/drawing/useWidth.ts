import { useLayoutEffect, useRef, useState, type RefObject } from 'react';

/** The width a drawing has on screen, pixels, so that its words keep their size. */
export const useWidth = <Element extends HTMLElement>(usual: number): [RefObject<Element | null>, number] => {
  const ref = useRef<Element>(null);
  const [width, setWidth] = useState(usual);
  useLayoutEffect(() => {
    const own = ref.current;
    if (own === null) return undefined;
    const tell = (): void => {
      if (own.clientWidth > 0) setWidth(own.clientWidth);
    };
    tell();
    if (typeof ResizeObserver === 'undefined') return undefined;
    const watch = new ResizeObserver(tell);
    watch.observe(own);
    return () => watch.disconnect();
  }, []);
  return [ref, width];
};
