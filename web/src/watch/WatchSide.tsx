import type { WatchRow } from '@vaktman/contract';
import { degreesShort, nightAdvice } from '@vaktman/core';
import { Link } from 'react-router';
import styled from 'styled-components';
import { nearDayText, shortWeekdayText } from '../control/dates';
import { QuietKey } from '../control/Key';
import { PHONE } from '../theme/screen';
import { dueThisWeek, toBuy, type BuyLine } from './plans';
import type { WatchUnit } from './watchFilter';

const Side = styled.aside`
  display: flex;
  flex-direction: column;
  gap: 1.3rem;
  overflow-y: auto;
  padding-bottom: 0.8rem;
  h2 {
    font-size: 1.15rem;
    padding-bottom: 0.4rem;
    border-bottom: 2px solid var(--ink);
  }
  li {
    display: grid;
    grid-template-columns: 4.2rem 1fr;
    gap: 0.5rem;
    border-bottom: 1px solid var(--rule);
    padding: 0.32rem 0;
    line-height: 1.2;
  }
  li.whole {
    grid-template-columns: 1fr;
  }
  .buy li {
    grid-template-columns: 1.6rem 1fr;
  }
  .buy strong {
    font-size: 1.2rem;
  }
  small {
    display: block;
    color: var(--ink-2);
    font-size: 0.88rem;
  }
  .what {
    display: -webkit-box;
    -webkit-line-clamp: 2;
    -webkit-box-orient: vertical;
    overflow: hidden;
  }
  time {
    color: var(--ink-2);
    font-size: 0.95rem;
  }
  .late {
    color: var(--failed);
    font-weight: 700;
  }
  ${PHONE} {
    overflow: visible;
    padding-top: 1.4rem;
  }
`;

const SHOWN = 12;
const BY = { date: '', hours: ' by engine hours', distance: ' by distance' } as const;

const saveCsv = async (lines: readonly BuyLine[]): Promise<void> => {
  // Asked for once a week: not part of the first view.
  const [{ default: Papa }, { saveText }] = await Promise.all([import('papaparse'), import('../control/saveText')]);
  const rows = lines.map(({ part, count, units }) => ({ part, count, units: units.join(' ') }));
  const text = Papa.unparse(rows, { columns: ['part', 'count', 'units'], escapeFormulae: true });
  saveText('to-buy.csv', text, 'text/csv');
};

/** What a list goes on with beyond what is shown of it. */
const More = ({ count, where }: { count: number; where: string }) =>
  count > SHOWN ? (
    <small>
      and {count - SHOWN} more: {where}
    </small>
  ) : null;

/** What the week asks for: visits that are due, and parts that open actions need. */
export const WatchSide = ({
  units,
  rows,
  night,
  today,
  done,
}: {
  units: readonly WatchUnit[];
  rows: readonly WatchRow[];
  night: string;
  today: string;
  done: string;
}) => {
  const stuck = units.filter(({ answer }) => answer === 'will-not');
  const due = dueThisWeek(rows, today);
  const buy = toBuy(rows);
  return (
    <Side aria-label="This week">
      <section>
        <h2>Due this week</h2>
        <ul>
          {stuck.slice(0, SHOWN).map(({ row, lowestC }) => (
            <li key={row.unitId} className="whole">
              <span>
                <Link to={`/units/${encodeURIComponent(row.unitId)}`}>
                  <b>{row.unitId}</b>
                </Link>{' '}
                <span className="late">will not start {night}</span>
                <small>{nightAdvice(degreesShort(row.cold, lowestC)).join(', ')}</small>
              </span>
            </li>
          ))}
        </ul>
        <More count={stuck.length} where="show those that will not start" />
        {due.length === 0 && stuck.length === 0 ? <p>Nothing is due within seven days.</p> : null}
        <ul>
          {due.slice(0, SHOWN).map(({ unitId, dueOn, daysLate, by, what }) => (
            <li key={unitId}>
              <time dateTime={dueOn}>{daysLate > 0 ? nearDayText(dueOn, today) : shortWeekdayText(dueOn)}</time>
              <span>
                <Link to={`/units/${encodeURIComponent(unitId)}`}>
                  <b>{unitId}</b>
                </Link>{' '}
                {daysLate === 0 ? null : (
                  <span className="late">{daysLate === 1 ? '1 day late' : `${daysLate} days late`}</span>
                )}
                <small className="what">
                  {what}
                  {BY[by]}
                </small>
              </span>
            </li>
          ))}
        </ul>
        <More count={due.length} where="sort by due date" />
      </section>
      <section className="buy">
        <h2>To buy</h2>
        {buy.length === 0 ? <p>No open action needs a part.</p> : null}
        <ul>
          {buy.slice(0, SHOWN).map(({ part, count, units }) => (
            <li key={part}>
              <strong>{count}</strong>
              <span>
                {part}
                <small>{units.length > 4 ? `${units.length} units` : units.join(', ')}</small>
              </span>
            </li>
          ))}
        </ul>
        <More count={buy.length} where="all are in the file" />
        {buy.length === 0 ? null : (
          <QuietKey style={{ padding: 0 }} onPress={() => saveCsv(buy)}>
            Save as CSV
          </QuietKey>
        )}
      </section>
      <QuietKey style={{ padding: 0, alignSelf: 'start' }} onPress={() => window.print()}>
        Print the worklist
      </QuietKey>
      <section>
        <h2>When this is done</h2>
        <p style={{ paddingTop: '0.4rem' }}>{done}</p>
      </section>
    </Side>
  );
};
