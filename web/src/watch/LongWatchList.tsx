import { present } from '@vaktman/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';
import { lineKey, Scroller, useLineHeight, WatchLineView, type WatchListProps } from './WatchLines';

/** Thousands of lines, of which only those on screen are drawn. */
const LongWatchList = ({ lines, nights, today }: WatchListProps) => {
  const scroller = useRef<HTMLDivElement>(null);
  const heightOf = useLineHeight();
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => heightOf(lines[index]),
    getItemKey: (index) => lineKey(lines[index]),
    overscan: 12,
  });
  return (
    <Scroller ref={scroller}>
      <ul style={{ height: virtual.getTotalSize(), position: 'relative' }} aria-label="Units">
        {virtual.getVirtualItems().map((item) => (
          <li
            key={item.key}
            style={{
              position: 'absolute',
              top: 0,
              left: 0,
              right: 0,
              height: item.size,
              transform: `translateY(${item.start}px)`,
            }}
          >
            <WatchLineView line={present(lines[item.index])} nights={nights} today={today} />
          </li>
        ))}
      </ul>
    </Scroller>
  );
};
export default LongWatchList;
