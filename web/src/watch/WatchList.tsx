import { lazy, useEffect } from 'react';
import { Part } from '../control/Part';
import { lineKey, Scroller, useLineHeight, WatchLineView, type WatchListProps } from './WatchLines';

/** Marks the moment the list stands on screen, for measuring. */
const useListMark = (): void => {
  useEffect(() => {
    requestAnimationFrame(() => performance.mark('watch-list'));
  }, []);
};

/** More lines than these are drawn only where they are on screen. */
const MOST_PLAIN = 150;
export const isLong = (lines: WatchListProps['lines']): boolean => lines.length > MOST_PLAIN;
const LongWatchList = lazy(() => import('./LongWatchList'));

const PlainWatchList = ({ lines, nights, today }: WatchListProps) => {
  const heightOf = useLineHeight();
  return (
    <Scroller>
      <ul aria-label="Units">
        {lines.map((line) => (
          <li key={lineKey(line)} style={{ height: heightOf(line) }}>
            <WatchLineView line={line} nights={nights} today={today} />
          </li>
        ))}
      </ul>
    </Scroller>
  );
};

/** Units by yard. A long list shows its beginning until what draws thousands as quickly as ten has come. */
export const WatchList = (props: WatchListProps) => {
  useListMark();
  if (!isLong(props.lines)) return <PlainWatchList {...props} />;
  return (
    <Part what="The long list" meanwhile={<PlainWatchList {...props} lines={props.lines.slice(0, MOST_PLAIN)} />}>
      <LongWatchList {...props} />
    </Part>
  );
};
