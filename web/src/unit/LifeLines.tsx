import type { Placement, UnitDetail, UnitHistory } from '@vaktman/contract';
import {
  capabilityOn,
  CAPABILITY_LIMIT_PERCENT,
  figure,
  type BatteryOutlook,
  type Forecast,
  present,
} from '@vaktman/core';
import { Line, LineChart, ReferenceDot, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { Link } from 'react-router';
import styled from 'styled-components';
import { dayText } from '../control/dates';
import { Figure } from '../control/Figure';
import { DISPOSITION_MARK, MARK_WORDS, MarkShape } from '../control/Mark';
import { PHONE } from '../theme/screen';
import { forecastWords } from './forecastWords';
import { monthOf, onTime, timeScale, type TimeScale } from './timeScale';

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
    white-space: nowrap;
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
      align-items: baseline;
      gap: 0.8rem;
    }
  }
`;
const Visits = styled.div`
  position: relative;
  height: 44px;
  a {
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
const Lives = styled.div`
  position: relative;
  height: 17px;
  a,
  span {
    position: absolute;
    top: 0;
    bottom: 0;
    border: 1px solid var(--ink);
    background: var(--shade);
    font-size: 0.8rem;
    font-weight: 620;
    line-height: 15px;
    padding: 0 0.35rem;
    overflow: hidden;
    white-space: nowrap;
    text-decoration: none;
  }
  a:hover {
    text-decoration: underline;
  }
  .now {
    background: var(--raised);
  }
`;
const Ahead = styled.div`
  position: absolute;
  top: 0;
  bottom: 17px;
  right: 0;
  pointer-events: none;
  border-left: 2px solid var(--ink);
  background: repeating-linear-gradient(115deg, var(--rule) 0 0.8px, transparent 0.8px 7px);
`;

const LOW_PERCENT = 40;
const HIGH_PERCENT = 120;
const FORECAST_POINTS = 8;
/** Percent of the axis that one date takes. */
const DATE_WIDTH = 9;

/** Where a battery was before it sat here, and where it went. */
const elsewhereWords = ({ batteryId, from, to }: Placement, elsewhere: UnitHistory['elsewhere']): string => {
  const own = elsewhere.filter((stay) => stay.batteryId === batteryId);
  const before = own.findLast((stay) => Date.parse(stay.from) < Date.parse(from));
  const after = to === null ? undefined : own.find((stay) => Date.parse(stay.from) >= Date.parse(to));
  return `${before === undefined ? '' : `, from ${before.unitId}`}${after === undefined ? '' : `, now in ${after.unitId}`}`;
};

const aheadOf = (told: Forecast, scale: TimeScale, lastMs: number): { ms: number; forecast: number }[] => {
  if (told.kind !== 'dated') return [];
  return Array.from({ length: FORECAST_POINTS + 1 }, (_, index) => {
    const ms = lastMs + (index / FORECAST_POINTS) * (scale.toMs - lastMs);
    return { ms, forecast: Math.min(HIGH_PERCENT, capabilityOn(told.line, ms)) };
  });
};

interface Wanted {
  readonly position: string;
  readonly outlook: BatteryOutlook | undefined;
  readonly values: readonly { ms: number; value: number; volts: number | undefined }[];
  readonly lives: readonly (Placement & { readonly elsewhere: string })[];
}

const Lines = ({ wanted, scale }: { wanted: Wanted; scale: TimeScale }) => {
  const { outlook, values, lives } = wanted;
  const current = lives.find(({ to }) => to === null);
  const last = values.at(-1);
  const rows = [
    ...values.flatMap(({ ms, value }, index) => {
      // A battery that was changed begins a line of its own.
      const changed = lives.some(({ from }) => {
        const at = Date.parse(from);
        return index > 0 && present(values[index - 1]).ms < at && at <= ms;
      });
      return changed
        ? [
            { ms: ms - 1, value: null },
            { ms, value },
          ]
        : [{ ms, value }];
    }),
    ...(last === undefined || outlook === undefined ? [] : aheadOf(outlook.forecast, scale, last.ms)),
  ];
  const under = outlook?.forecast.kind === 'dated' ? outlook.forecast.p50 : null;
  return (
    <div className="lines">
      <Ahead style={{ left: `${onTime(scale, scale.nowMs)}%` }} />
      <div
        style={{ height: 54 }}
        role="img"
        aria-label={`Battery ${wanted.position}: capability ${values.map(({ ms, value }) => `${monthOf(ms)} ${figure(value, 0)} %`).join(', ')}; limit ${CAPABILITY_LIMIT_PERCENT} %`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <LineChart data={rows} margin={{ top: 5, right: 0, bottom: 2, left: 0 }}>
            <XAxis dataKey="ms" type="number" domain={[scale.fromMs, scale.toMs]} hide allowDataOverflow />
            <YAxis domain={[LOW_PERCENT, HIGH_PERCENT]} hide allowDataOverflow />
            <ReferenceLine y={CAPABILITY_LIMIT_PERCENT} stroke="var(--failed)" strokeWidth={1.4} />
            <Line
              dataKey="value"
              type="linear"
              stroke="var(--ink)"
              strokeWidth={2}
              isAnimationActive={false}
              dot={({ cx, cy, value }: { cx?: number; cy?: number; value?: number | null }) =>
                typeof value === 'number' ? (
                  <circle
                    key={`${cx} ${cy}`}
                    cx={cx}
                    cy={cy}
                    r={4}
                    stroke={value < CAPABILITY_LIMIT_PERCENT ? 'var(--failed)' : 'var(--ink)'}
                    strokeWidth={2}
                    fill={value < CAPABILITY_LIMIT_PERCENT ? 'var(--failed)' : 'var(--paper)'}
                  />
                ) : (
                  <g key={`${cx} ${cy}`} />
                )
              }
            />
            <Line
              dataKey="forecast"
              type="linear"
              stroke="var(--ink)"
              strokeWidth={1.6}
              strokeDasharray="5 4"
              dot={false}
              isAnimationActive={false}
            />
            {under !== null && under !== undefined && under < scale.toMs ? (
              <ReferenceDot
                x={under}
                y={CAPABILITY_LIMIT_PERCENT}
                shape={({ cx, cy }: { cx?: number; cy?: number }) => (
                  <g transform={`translate(${(cx ?? 0) - 9} ${(cy ?? 0) - 9}) scale(0.9)`}>
                    <MarkShape kind="marginal" />
                  </g>
                )}
              />
            ) : null}
          </LineChart>
        </ResponsiveContainer>
      </div>
      <Lives>
        {lives.map((life) => {
          const from = onTime(scale, Date.parse(life.from));
          const to = life.to === null ? onTime(scale, scale.nowMs) : onTime(scale, Date.parse(life.to));
          return to - from < 0.5 ? null : (
            <Link
              key={life.placementId}
              to={`/batteries/${life.batteryId}`}
              className={life === current ? 'now' : ''}
              style={{ left: `${from}%`, width: `${to - from}%` }}
            >
              {life.battery.serial ?? 'no serial'}
              {life.elsewhere}
              {life.removedBecause === null ? '' : `: ${life.removedBecause}`}
            </Link>
          );
        })}
      </Lives>
    </div>
  );
};

/** Visits, capability, forecast, limit and battery lives on one time axis, a row for each position. */
const LifeLines = ({ detail, history, nowMs }: { detail: UnitDetail; history: UnitHistory; nowMs: number }) => {
  const oldestFirst = [...history.figures].reverse();
  const scale = timeScale(
    oldestFirst.map(({ at }) => Date.parse(at)),
    nowMs,
  );
  /** Visits whose date is written: the latest, and each before it that stands clear of the one written last. */
  const dated = new Set<string>();
  let lastAt = Infinity;
  for (const { visitId, startedAt } of detail.visits) {
    const at = onTime(scale, Date.parse(startedAt));
    if (lastAt - at < DATE_WIDTH) continue;
    dated.add(visitId);
    lastAt = at;
  }
  const wanted = detail.unit.bank.batteries
    .map(({ position }): Wanted => ({
      position,
      outlook: history.outlook?.batteries.find((battery) => battery.position === position),
      values: oldestFirst.flatMap(({ at, batteries }) => {
        const own = batteries[position];
        return own?.capabilityPercent === undefined
          ? []
          : [{ ms: Date.parse(at), value: own.capabilityPercent, volts: own.referenceLoadVolts }];
      }),
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
        <Visits>
          {detail.visits.map((visit) => (
            <Link
              key={visit.visitId}
              to={`/visits/${visit.visitId}/summary`}
              style={{ left: `${Math.min(96, Math.max(3, onTime(scale, Date.parse(visit.startedAt))))}%` }}
            >
              <svg viewBox="0 0 20 20" role="img" aria-label={MARK_WORDS[DISPOSITION_MARK[visit.disposition]]}>
                <MarkShape kind={DISPOSITION_MARK[visit.disposition]} />
              </svg>
              <span className="date">
                {dated.has(visit.visitId) ? dayText(visit.startedAt).replace(/ \d\d(\d\d)$/, ' ’$1') : ''}
              </span>
            </Link>
          ))}
          <em>
            forecast
            <br />
            to {monthOf(scale.toMs)}
          </em>
        </Visits>
      </Row>
      {wanted.map((row) => {
        const last = row.values.at(-1);
        return (
          <Row key={row.position}>
            <div className="head">
              <strong>{row.position}</strong>
              {last === undefined ? '–' : <Figure text={figure(last.value, 0)} unit="%" />}
              {last?.volts === undefined ? null : <small>would have read {figure(last.volts, 2)} V</small>}
              <small>{row.outlook === undefined ? '' : `limit: ${forecastWords(row.outlook.forecast)}`}</small>
            </div>
            <Lines wanted={row} scale={scale} />
          </Row>
        );
      })}
    </Sheet>
  );
};
export default LifeLines;
