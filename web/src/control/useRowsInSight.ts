import { defaultRangeExtractor, useWindowVirtualizer } from '@tanstack/react-virtual';
import { useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { usePrinting } from './usePrinting';

/** Only so many rows are in the page beside those in sight. */
export const ROWS_BESIDE = 12;

interface RowInSight {
  readonly key: string;
  readonly index: number;
  /** What is left out between the row above and this one, pixels. */
  readonly gapPx: number;
}
interface RowsInSight<List extends HTMLElement> {
  /** What the rows lie in. */
  readonly list: RefObject<List | null>;
  readonly items: readonly RowInSight[];
  /** What is left out above and below, pixels. */
  readonly beforePx: number;
  readonly afterPx: number;
  /** Takes the height of a row, which says its `data-index`. */
  readonly measure: (row: HTMLElement | null) => void;
}

/** How far below the top of the page a list begins, pixels; 0 where nobody asks for it. */
const useTop = (list: RefObject<HTMLElement | null>, isAsked: boolean): number => {
  const [topPx, setTopPx] = useState(0);
  useLayoutEffect(() => {
    if (!isAsked) return undefined;
    const tell = (): void => {
      if (list.current !== null) setTopPx(Math.round(list.current.getBoundingClientRect().top + window.scrollY));
    };
    tell();
    // What stands above may grow: charts come later than the list.
    if (typeof ResizeObserver === 'undefined') return undefined;
    const watch = new ResizeObserver(tell);
    watch.observe(document.body);
    return () => watch.disconnect();
  }, [list, isAsked]);
  return topPx;
};

/** So long may a list be before only what is in sight of it is in the page. */
export const WHOLE_LIST = 100;

const notMeasured = (): void => {};
const NONE: ReadonlySet<string> = new Set();

/**
 * Rows of a list on the sheet that are in the page: those in sight and a few beside them. Of a list on paper, which does
 * not scroll, all are, and so of one that is no longer than `whole`.
 * @param rowPx how high a row is until it was measured
 * @param stays keys of rows that are in the page wherever one scrolls, beside those in sight
 */
export const useRowsInSight = <List extends HTMLElement>({
  count,
  keyOf,
  rowPx,
  whole,
  stays = NONE,
}: {
  readonly count: number;
  readonly keyOf: (index: number) => string;
  readonly rowPx: number;
  readonly whole: number;
  readonly stays?: ReadonlySet<string>;
}): RowsInSight<List> => {
  const list = useRef<List>(null);
  const topPx = useTop(list, count > whole);
  const every = (): number[] => Array.from({ length: count }, (_, index) => index);
  const virtual = useWindowVirtualizer({
    count,
    estimateSize: () => rowPx,
    overscan: ROWS_BESIDE,
    scrollMargin: topPx,
    getItemKey: keyOf,
    enabled: count > whole,
    rangeExtractor: (range) => {
      const inSight = defaultRangeExtractor(range);
      if (stays.size === 0) return inSight;
      const seen = new Set(inSight);
      return every().filter((index) => seen.has(index) || stays.has(keyOf(index)));
    },
  });
  const isPrinting = usePrinting();
  if (isPrinting || count <= whole)
    return {
      list,
      items: every().map((index) => ({ key: keyOf(index), index, gapPx: 0 })),
      beforePx: 0,
      afterPx: 0,
      measure: notMeasured,
    };
  const items = virtual.getVirtualItems();
  return {
    list,
    items: items.map(({ key, index, start }, place) => ({
      key: String(key),
      index,
      gapPx: start - (items[place - 1]?.end ?? topPx),
    })),
    beforePx: (items[0]?.start ?? topPx) - topPx,
    afterPx: virtual.getTotalSize() - ((items.at(-1)?.end ?? topPx) - topPx),
    measure: virtual.measureElement,
  };
};
