import { DISPOSITION_WORDS } from '@vaktman/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { shortDayText } from '../control/dates';
import { DISPOSITION_MARK, Mark } from '../control/Mark';
import { bankWords } from '../control/words';
import { FIELD, PHONE } from '../theme/screen';
import { standingOf, type WatchLine } from './watchFilter';

const Scroller = styled.div`
  overflow: auto;
  flex: 1;
  min-height: 12rem;
  position: relative;
  border-top: 2px solid var(--ink);
`;
const YardHead = styled.h2`
  display: flex;
  align-items: end;
  justify-content: space-between;
  height: 100%;
  padding-bottom: 0.25rem;
  border-bottom: 2px solid var(--ink);
  small {
    font-size: 0.95rem;
    font-weight: 500;
    color: var(--ink-2);
  }
`;
const Line = styled(Link)`
  display: grid;
  grid-template-columns: 9rem 5.5rem 11rem 13rem 1fr 7rem;
  gap: 0.8rem;
  align-items: center;
  height: 100%;
  border-bottom: 1px solid var(--rule);
  text-decoration: none;
  overflow: hidden;
  white-space: nowrap;
  strong {
    font-size: 1.3rem;
    font-weight: 760;
  }
  > span {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .quiet {
    color: var(--ink-2);
  }
  .date {
    text-align: right;
    color: var(--ink-2);
  }
  &:hover {
    background: var(--shade);
  }
  &:focus-visible {
    outline-offset: -3px;
  }
  @media (max-width: 1100px) {
    grid-template-columns: 9rem 5rem 9rem 1fr 6.5rem;
    .bank {
      display: none;
    }
  }
  ${PHONE} {
    grid-template-columns: 6.9rem 4rem 1fr;
    .quiet,
    .date {
      display: none;
    }
  }
`;
const UnitLine = ({ line }: { line: Extract<WatchLine, { kind: 'unit' }> }) => {
  const { row } = line;
  const standing = standingOf(row);
  const words =
    row.openVisitId === null ? (row.headline ?? 'Never visited: start a visit') : `Visit open: ${row.headline ?? ''}`;
  return (
    <Line to={`/units/${encodeURIComponent(row.unitId)}`}>
      <Mark
        kind={DISPOSITION_MARK[standing]}
        word={row.disposition === null ? 'no visit' : DISPOSITION_WORDS[standing]}
      />
      <strong>{row.unitId}</strong>
      <span className="quiet">{row.description}</span>
      <span className="quiet bank">{bankWords(row.systemVolts, row.arrangement)}</span>
      <span>{words}</span>
      <span className="date">{row.lastVisitAt === null ? '–' : shortDayText(row.lastVisitAt)}</span>
    </Line>
  );
};

const useRowHeight = (): number => (window.matchMedia(FIELD.replace('@media ', '')).matches ? 56 : 34);

const YARD_HEIGHT = 46;

/** Marks the moment the list stands on screen, for measuring. */
const useListMark = (): void => {
  useEffect(() => {
    requestAnimationFrame(() => performance.mark('watch-list'));
  }, []);
};

/** Units by yard; only the lines on screen are drawn, so thousands scroll as well as ten. */
export const WatchList = ({ lines }: { lines: readonly WatchLine[] }) => {
  const scroller = useRef<HTMLDivElement>(null);
  const rowHeight = useRowHeight();
  useListMark();
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => (lines[index]?.kind === 'yard' ? YARD_HEIGHT : rowHeight),
    getItemKey: (index) => {
      const line = lines[index];
      return line?.kind === 'unit' ? line.row.unitId : `yard ${line?.yard.yardId}`;
    },
    overscan: 12,
  });
  return (
    <Scroller ref={scroller}>
      <ul style={{ height: virtual.getTotalSize(), position: 'relative' }} aria-label="Units">
        {virtual.getVirtualItems().map((item) => {
          const line = lines[item.index]!;
          return (
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
              {line.kind === 'yard' ? (
                <YardHead>
                  {line.yard.name}
                  <small>{line.count === 1 ? '1 unit' : `${line.count} units`}, last visit</small>
                </YardHead>
              ) : (
                <UnitLine line={line} />
              )}
            </li>
          );
        })}
      </ul>
    </Scroller>
  );
};
