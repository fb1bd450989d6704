import type { Placement, UnitDetail, UnitHistory } from '@vaktman/contract';
import { figure } from '@vaktman/core';
import { Link } from 'react-router';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { dayText } from '../control/dates';
import { Figure } from '../control/Figure';
import { DISPOSITION_MARK, MARK_WORDS, MarkShape } from '../control/Mark';
import { useWidth } from '../drawing/useWidth';
import { PHONE } from '../theme/screen';
import { forecastWords } from './forecastWords';
import { monthOf, onTime, timeScale } from './timeScale';
import { ownSince } from './lastRead';
import { LifeLine, type PositionLife } from './LifeLine';

const Sheet = styled.section`
  margin-top: 1.2rem;
  border-top: 2px solid var(--ink);
  padding-top: 0.4rem;
`;
const Row = styled.div`
  display: grid;
  grid-template-columns: 9.6rem minmax(0, 1fr);
  border-bottom: 1px solid var(--rule);
  padding: 0.15rem 0;
  .head strong {
    font-size: 1.45rem;
    padding-right: 0.4rem;
  }
  .head small {
    display: block;
    color: var(--ink-2);
    font-size: 0.9rem;
    line-height: 1.15;
    padding-right: 0.6rem;
  }
  .lines {
    position: relative;
  }
  .recharts-surface:focus {
    outline: none;
  }
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
    .head {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0 0.8rem;
    }
  }
`;
const Visits = styled.div`
  position: relative;
  height: 44px;
  a,
  .mark {
    position: absolute;
    transform: translateX(-50%);
    text-align: center;
    font-size: 0.82rem;
    text-decoration: none;
    color: var(--ink-2);
    min-width: 40px;
    line-height: 1.1;
  }
  a:hover {
    text-decoration: underline;
  }
  /* Under the one that is pressed. */
  .mark {
    pointer-events: none;
  }
  a {
    z-index: 1;
  }
  svg {
    width: 18px;
    height: 18px;
    display: block;
    margin: 0 auto 1px;
  }
  ${PHONE} {
    .date {
      display: none;
    }
  }
  em {
    position: absolute;
    right: 0;
    top: 0;
    font-style: normal;
    font-size: 0.88rem;
    color: var(--ink-2);
    text-align: right;
  }
`;
/** Percent of the axis that one date takes. */
const DATE_WIDTH = 11.5;
/** What a thumb has of a mark before it has the next, pixels. */
const PRESS_PX = 24;

/** The latest visit, and each before it whose place is clear of the one taken last. */
const standingApart = (
  visits: UnitDetail['visits'],
  placed: (startedAt: string) => number,
  leastPercent: number,
): ReadonlySet<string> => {
  const apart = new Set<string>();
  let lastAt = Infinity;
  for (const { visitId, startedAt } of visits) {
    const at = placed(startedAt);
    if (lastAt - at < leastPercent) continue;
    apart.add(visitId);
    lastAt = at;
  }
  return apart;
};

/** Where a battery was before it sat here, and where it went. */
const elsewhereWords = ({ batteryId, from, to }: Placement, elsewhere: UnitHistory['elsewhere']): string => {
  const own = elsewhere.filter((stay) => stay.batteryId === batteryId);
  const before = own.findLast((stay) => Date.parse(stay.from) < Date.parse(from));
  const after = to === null ? undefined : own.find((stay) => Date.parse(stay.from) >= Date.parse(to));
  return `${before === undefined ? '' : `, from ${before.unitId}`}${after === undefined ? '' : `, now in ${after.unitId}`}`;
};

/** Capability read at a position, oldest first, also of batteries that were taken out in the visit that read them. */
const readAt = (oldestFirst: UnitHistory['figures'], position: string): PositionLife['values'] =>
  oldestFirst.flatMap(({ batteries, left }) =>
    [...left.filter((gone) => gone.position === position), batteries[position]].flatMap((own) =>
      own?.capabilityPercent === undefined
        ? []
        : [{ ms: Date.parse(own.at), value: own.capabilityPercent, volts: own.referenceLoadVolts }],
    ),
  );

/** Visits, capability, forecast, limit and battery lives on one time axis, a row for each position. */
const LifeLines = ({ detail, history, nowMs }: { detail: UnitDetail; history: UnitHistory; nowMs: number }) => {
  const oldestFirst = [...history.figures].reverse();
  const scale = timeScale(
    oldestFirst.map(({ at }) => Date.parse(at)),
    nowMs,
  );
  /** Percent of the axis that a visit stands at: its date is not cut off at either end. */
  const placed = (startedAt: string): number => Math.min(96, Math.max(3, onTime(scale, Date.parse(startedAt))));
  const dated = standingApart(detail.visits, placed, DATE_WIDTH);
  const [marks, widthPx] = useWidth<HTMLDivElement>(1000);
  // Of visits too close to be told apart by a thumb one is pressed here; the list of visits leads to each.
  const pressed = standingApart(detail.visits, placed, (100 * PRESS_PX) / widthPx);
  const wanted = detail.unit.bank.batteries
    .map(({ position }): PositionLife => ({
      position,
      outlook: history.outlook?.batteries.find((battery) => battery.position === position),
      values: readAt(oldestFirst, position),
      lives: detail.placements
        .filter((placement) => placement.position === position)
        .sort((a, b) => Date.parse(a.from) - Date.parse(b.from))
        .map((placement) => ({ ...placement, elsewhere: elsewhereWords(placement, history.elsewhere) })),
    }))
    .sort((a, b) => (a.position < b.position ? -1 : 1));
  return (
    <Sheet aria-label="Visits and batteries">
      <Row style={{ borderBottomColor: 'var(--ink)' }}>
        <div className="head">
          <h2>Visits</h2>
          <small>capability, % of rating</small>
        </div>
        <Visits ref={marks}>
          {detail.visits.map(({ visitId, startedAt, disposition }) => {
            const place = { left: `${placed(startedAt)}%` };
            const mark = (
              <>
                <svg viewBox="0 0 20 20" role="img" aria-label={MARK_WORDS[DISPOSITION_MARK[disposition]]}>
                  <MarkShape kind={DISPOSITION_MARK[disposition]} />
                </svg>
                <span className="date">
                  {dated.has(visitId) ? dayText(startedAt).replace(/ \d\d(\d\d)$/, ' ’$1') : ''}
                </span>
              </>
            );
            return pressed.has(visitId) ? (
              <Link key={visitId} to={`/visits/${visitId}/summary`} style={place}>
                {mark}
              </Link>
            ) : (
              <span key={visitId} className="mark" style={place}>
                {mark}
              </span>
            );
          })}
          <em>
            forecast
            <br />
            to {monthOf(scale.toMs)}
          </em>
        </Visits>
      </Row>
      {wanted.map((row) => {
        // Read of the battery that sits there: the one before it may have been read last.
        const since = ownSince(detail, row.position) ?? Infinity;
        const last = row.values.findLast(({ ms }) => ms >= since);
        return (
          <Row key={row.position}>
            <div className="head">
              <strong>{row.position}</strong>
              {last === undefined ? '–' : <Figure text={figure(last.value, 0)} unit="%" />}
              {last?.volts === undefined ? null : (
                <small>
                  <Words>{`would have read ${figure(last.volts, 2)} V`}</Words>
                </small>
              )}
              <small>{row.outlook === undefined ? '' : `limit: ${forecastWords(row.outlook.forecast)}`}</small>
            </div>
            <LifeLine wanted={row} scale={scale} />
          </Row>
        );
      })}
    </Sheet>
  );
};
export default LifeLines;
