import { useVirtualizer } from '@tanstack/react-virtual';
import { figure } from '@vaktman/core';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { monthText, dayText } from '../control/dates';
import { Mark, MARK_WORDS } from '../control/Mark';
import { FIELD, PHONE } from '../theme/screen';
import { ColdBar } from './ColdBar';
import { watchColumns } from './watchColumns';
import type { ColdestNight, WatchLine, WatchUnit } from './watchFilter';

const Scroller = styled.div`
  overflow: auto;
  flex: 1;
  min-height: 12rem;
  position: relative;
`;
const YardHead = styled.div`
  ${watchColumns}
  align-items: end;
  height: 100%;
  padding-bottom: 0.25rem;
  border-bottom: 2px solid var(--ink);
  h2 {
    white-space: nowrap;
  }
  small {
    font-size: 0.92rem;
    font-weight: 500;
    color: var(--ink-2);
    white-space: nowrap;
  }
  .under {
    text-align: right;
  }
  ${PHONE} {
    .count {
      display: none;
    }
  }
`;
const Line = styled(Link)`
  ${watchColumns}
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
  > .axis {
    align-self: stretch;
    overflow: visible;
  }
  > .quiet {
    color: var(--ink-2);
  }
  > .under {
    text-align: right;
    color: var(--ink-2);
  }
  > .now {
    color: var(--failed);
    font-weight: 700;
  }
  &:hover {
    background: var(--shade);
  }
  &:focus-visible {
    outline-offset: -3px;
  }
`;

const whatOf = ({ row, answer }: WatchUnit, today: string): string => {
  if (row.disposition === null) return 'Never visited: start a visit';
  const says = row.headline ?? '';
  if (row.openVisitId !== null) return `Visit open: ${says}`;
  if (row.findingCount === 0 && answer === 'unsaid' && row.cold === null) return 'A cold start cannot be told yet';
  if (row.findingCount === 0 && row.dueOn !== null)
    return `${row.dueOn <= today ? 'Visit due since' : 'Next visit'} ${dayText(row.dueOn)}`;
  return row.findingCount > 1 ? `${says}, and ${row.findingCount - 1} more` : says;
};

/** A battery that fails later than this is nobody's concern today. */
const FAR_YEARS = 2;

const UnitLine = ({ unit, today }: { unit: WatchUnit; today: string }) => {
  const { row, mark } = unit;
  const isNow = row.underOn !== null && row.underOn <= today;
  const isFar = row.underOn === null || Number(row.underOn.slice(0, 4)) - Number(today.slice(0, 4)) > FAR_YEARS;
  return (
    <Line to={`/units/${encodeURIComponent(row.unitId)}`}>
      <Mark kind={mark} word={row.disposition === null ? 'no visit' : MARK_WORDS[mark]} />
      <strong>{row.unitId}</strong>
      <span className="quiet kind">{row.description}</span>
      <span className="axis">
        <ColdBar unit={unit} />
      </span>
      <span className="degrees">{row.cold === null ? '–' : `${figure(row.cold[1], 0)} °C`}</span>
      <span>{whatOf(unit, today)}</span>
      <span className={`under ${isNow ? 'now' : ''}`}>
        {row.underOn === null || isFar
          ? '–'
          : isNow
            ? `${row.underAt} now`
            : `${row.underAt} ${monthText(row.underOn)}`}
      </span>
    </Line>
  );
};

const useRowHeight = (): number => (window.matchMedia(FIELD.replace('@media ', '')).matches ? 56 : 31);

const YARD_HEIGHT = 40;

/** Marks the moment the list stands on screen, for measuring. */
const useListMark = (): void => {
  useEffect(() => {
    requestAnimationFrame(() => performance.mark('watch-list'));
  }, []);
};

const Narrow = styled.span`
  ${PHONE} {
    display: none;
  }
`;

/** Units by yard; only the lines on screen are drawn, so thousands scroll as well as ten. */
export const WatchList = ({
  lines,
  nights,
  today,
}: {
  lines: readonly WatchLine[];
  nights: ReadonlyMap<string, ColdestNight>;
  today: string;
}) => {
  const scroller = useRef<HTMLDivElement>(null);
  const rowHeight = useRowHeight();
  useListMark();
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => (lines[index]?.kind === 'yard' ? YARD_HEIGHT : rowHeight),
    getItemKey: (index) => {
      const line = lines[index];
      return line?.kind === 'unit' ? line.unit.row.unitId : `yard ${line?.yard.yardId}`;
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
                  <h2>{line.yard.name}</h2>
                  <small className="axis">
                    starts down to
                    {nights.get(line.yard.yardId) === undefined
                      ? ''
                      : `; coldest night ${figure(nights.get(line.yard.yardId)!.lowestC, 0)} °C`}
                  </small>
                  <small className="degrees" />
                  <small className="count">
                    <Narrow>{line.count === 1 ? '1 unit' : `${line.count} units`}, findings</Narrow>
                  </small>
                  <small className="under">under limit</small>
                </YardHead>
              ) : (
                <UnitLine unit={line.unit} today={today} />
              )}
            </li>
          );
        })}
      </ul>
    </Scroller>
  );
};
