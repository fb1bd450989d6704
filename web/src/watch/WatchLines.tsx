import { degreesShort, DISPOSITION_WORDS, figure, firstUp, nightAdvice } from '@vaktman/core';
import { Link } from 'react-router';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { monthText, nearDayText } from '../control/dates';
import { ANSWER_MARK, ANSWER_WORDS, DISPOSITION_MARK, Mark } from '../control/Mark';
import { FIELD, NARROW, PHONE } from '../theme/screen';
import { ColdBar } from './ColdBar';
import { watchColumns } from './watchColumns';
import type { ColdestNight, WatchLine, WatchUnit } from './watchFilter';

/** Where the lines scroll. */
export const Scroller = styled.div`
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
    grid-column: 1 / span 2;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  small {
    font-size: 0.92rem;
    font-weight: 500;
    color: var(--ink-2);
    white-space: nowrap;
  }
  .axis {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .left {
    grid-column: 4 / span 2;
    align-items: end;
    font-weight: 640;
  }
  /* It stands above the list, too, and as a line down through it. */
  ${NARROW} {
    .night {
      display: none;
    }
  }
  ${PHONE} {
    .left {
      grid-column: 3;
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
  .unit {
    display: flex;
    align-items: baseline;
    gap: 0.6rem;
    min-width: 0;
  }
  strong {
    font-size: 1.3rem;
    font-weight: 760;
  }
  .long strong {
    font-size: 1rem;
    line-height: 1;
    white-space: normal;
    overflow-wrap: anywhere;
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    overflow: hidden;
  }
  .kind,
  .what {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .kind {
    color: var(--ink-2);
  }
  .what small {
    display: block;
    font-size: 0.95rem;
    color: var(--ink-2);
  }
  > .axis {
    align-self: stretch;
    overflow: visible;
  }
  .due {
    color: var(--ink-2);
  }
  .late {
    color: var(--failed);
    font-weight: 700;
  }
  &.tall .unit {
    display: grid;
    gap: 0;
    line-height: 1.15;
  }
  &.tall .unit:not(.long) strong {
    font-size: 1.6rem;
  }
  ${PHONE} {
    .long .degrees {
      display: none;
    }
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
  if (row.findingCount > 0) return row.findingCount > 1 ? `${says}, and ${row.findingCount - 1} more` : says;
  if (row.underAt !== null && row.underOn !== null && !isFar(row.underOn, today))
    return row.underOn <= today
      ? `${row.underAt} is under its limit`
      : `${row.underAt} under its limit ${monthText(row.underOn)}`;
  if (answer === 'unsaid' && row.cold === null) return 'A cold start cannot be told yet';
  return 'Nothing open';
};

/** A battery that fails later than this is nobody's concern today. */
const FAR_YEARS = 2;
const isFar = (underOn: string, today: string): boolean =>
  Number(underOn.slice(0, 4)) - Number(today.slice(0, 4)) > FAR_YEARS;

/** More letters than stand in the line beside what the unit is: such a number takes two lines of its own. */
const LONG_NUMBER = 8;

const UnitLine = ({ unit, today }: { unit: WatchUnit; today: string }) => {
  const { row, answer } = unit;
  const tall = answer === 'will-not';
  const advice = nightAdvice(degreesShort(row.cold, unit.lowestC)).slice(0, 2).join(', or ');
  return (
    <Line to={`/units/${encodeURIComponent(row.unitId)}`} className={tall ? 'tall' : ''}>
      <Mark kind={ANSWER_MARK[answer]} word={ANSWER_WORDS[answer]} />
      <span className={`unit ${row.unitId.length > LONG_NUMBER ? 'long' : ''}`}>
        <strong>{row.unitId}</strong>
        <span className="kind">{row.description}</span>
        <span className="degrees">{row.cold === null ? '' : <Words>{`${figure(row.cold[1], 0)} °C`}</Words>}</span>
      </span>
      <span className="axis">
        <ColdBar unit={unit} />
      </span>
      <span className="left">
        <Mark
          kind={row.disposition === null ? 'notyet' : DISPOSITION_MARK[row.disposition]}
          word={row.disposition === null ? 'no visit' : DISPOSITION_WORDS[row.disposition]}
        />
      </span>
      <span className="what">
        {whatOf(unit, today)}
        {tall ? <small>{firstUp(advice)}</small> : null}
      </span>
      <span className={`due ${row.dueOn !== null && row.dueOn < today ? 'late' : ''}`}>
        {row.dueOn === null ? '–' : nearDayText(row.dueOn, today)}
      </span>
    </Line>
  );
};

/** A unit that will not start: what to do about it stands with it. */
const TALL_HEIGHT = 64;
const YARD_HEIGHT = 40;

/** How high lines stand: higher under a finger than under a mouse. */
export const useLineHeight = (): ((line: WatchLine | undefined) => number) => {
  const usual = window.matchMedia(FIELD.replace('@media ', '')).matches ? 56 : 33;
  return (line) => (line?.kind === 'yard' ? YARD_HEIGHT : line?.unit.answer === 'will-not' ? TALL_HEIGHT : usual);
};
export const lineKey = (line: WatchLine | undefined): string =>
  line?.kind === 'unit' ? line.unit.row.unitId : `yard ${line?.yard.yardId}`;

/** What the list is drawn from. */
export interface WatchListProps {
  readonly lines: readonly WatchLine[];
  readonly nights: ReadonlyMap<string, ColdestNight>;
  readonly today: string;
}

/** One line of the list: a yard with its coming cold, or a unit. */
export const WatchLineView = ({
  line,
  nights,
  today,
}: Pick<WatchListProps, 'nights' | 'today'> & { readonly line: WatchLine }) => {
  if (line.kind === 'unit') return <UnitLine unit={line.unit} today={today} />;
  const night = nights.get(line.yard.yardId);
  return (
    <YardHead>
      <h2>{line.yard.name}</h2>
      <small className="axis">
        starts down to
        {night === undefined ? null : (
          <span className="night">
            <Words>{`; coldest night ${figure(night.lowestC, 0)} °C`}</Words>
          </span>
        )}
      </small>
      <small className="left">How it left its visit</small>
      <small className="due">due</small>
    </YardHead>
  );
};
