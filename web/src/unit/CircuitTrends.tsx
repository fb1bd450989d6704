import type { UnitHistory } from '@vaktman/contract';
import { figure, pointName, present } from '@vaktman/core';
import { Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import styled from 'styled-components';
import { useWords } from '../control/ReaderContext';
import { monthOf } from './timeScale';
import type { TrendLimits } from './trendLimits';

const Grid = styled.section`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(210px, 1fr));
  gap: 1rem 1.6rem;
  margin-top: 1.4rem;
  border-top: 2px solid var(--ink);
  padding-top: 0.5rem;
  h2 {
    grid-column: 1 / -1;
  }
  h3 {
    font-size: 1rem;
    font-weight: 620;
  }
  small {
    color: var(--ink-2);
    font-size: 0.9rem;
  }
  figure {
    height: 92px;
    font-size: 12px;
  }
  .recharts-surface:focus {
    outline: none;
  }
`;

interface Trend {
  readonly title: string;
  readonly unit: string;
  readonly decimals: number;
  readonly points: readonly { readonly ms: number; readonly value: number }[];
  readonly limit?: { readonly value: number; readonly words: string };
  /** How it grows, in words. */
  readonly trend?: string | undefined;
  /** Moments at which something was changed, with what was done. */
  readonly changes?: readonly { readonly ms: number; readonly words: string }[];
}

/** The next figure a hand would end an axis at. */
const roundUp = (value: number): number => {
  const step = 10 ** Math.floor(Math.log10(Math.max(value, 1e-3))) / 2;
  return Math.ceil((value * 1.02) / step) * step;
};

const Small = ({ trend }: { trend: Trend }) => {
  const { title, unit, decimals, points, limit, changes = [] } = trend;
  const last = points.at(-1);
  const words = useWords();
  return (
    <div>
      <h3>
        {title}
        {last === undefined ? '' : words(`: ${figure(last.value, decimals)} ${unit}`)}
      </h3>
      {points.length < 2 ? (
        <small>{points.length === 0 ? 'not read yet' : 'read once'}</small>
      ) : (
        <figure
          role="img"
          aria-label={words(
            `${title}: ${points.map(({ ms, value }) => `${monthOf(ms)} ${figure(value, decimals)}`).join(', ')} ${unit}${limit === undefined ? '' : `; limit ${limit.words}`}`,
          )}
        >
          <ResponsiveContainer width="100%" height="100%">
            <LineChart data={[...points]} margin={{ top: 6, right: 6, bottom: 0, left: -22 }}>
              <XAxis
                dataKey="ms"
                type="number"
                domain={['dataMin', 'dataMax']}
                ticks={[present(points[0]).ms, present(last).ms]}
                tickFormatter={monthOf}
                stroke="var(--ink)"
                tick={{ fill: 'var(--ink-2)' }}
              />
              <YAxis
                domain={[0, (most: number) => roundUp(Math.max(most, limit?.value ?? 0))]}
                tickCount={3}
                tickFormatter={(value: number) => words(String(value))}
                stroke="var(--ink)"
                tick={{ fill: 'var(--ink-2)' }}
              />
              {limit === undefined ? null : <ReferenceLine y={limit.value} stroke="var(--failed)" strokeWidth={2} />}
              {changes.map(({ ms, words: began }) => (
                <ReferenceLine key={`${ms} ${began}`} x={ms} stroke="var(--ink)" strokeDasharray="3 3" />
              ))}
              <Line
                dataKey="value"
                type="linear"
                stroke="var(--ink)"
                strokeWidth={1.8}
                dot={{ r: 3, fill: 'var(--paper)' }}
                isAnimationActive={false}
              />
            </LineChart>
          </ResponsiveContainer>
        </figure>
      )}
      {trend.trend === undefined ? null : <small>{words(`Trend ${trend.trend}. `)}</small>}
      {changes.map(({ ms, words: began }) => (
        <small key={`${ms} ${began}`}>
          {monthOf(ms)}: {began}
        </small>
      ))}
    </div>
  );
};

/** Cables, alternators and recharge current over the visits: where each was repaired a new line begins. */
const CircuitTrends = ({
  history,
  alternators,
  limits,
}: {
  history: UnitHistory;
  /** Their names, such as `ALT1`. */
  alternators: readonly string[];
  /** Null while it is not known by which method. */
  limits: TrendLimits | null;
}) => {
  const oldest = [...history.figures].reverse();
  const series = (value: (figures: (typeof oldest)[number]) => number | undefined) =>
    oldest.flatMap((figures) => {
      const own = value(figures);
      return own === undefined ? [] : [{ ms: Date.parse(figures.at), value: own }];
    });
  /** When a part was replaced or repaired, told by the point of the repair or the finding it closed. */
  const repairsOf = (isThere: (told: string) => boolean) =>
    oldest.flatMap(({ repairs }) =>
      repairs.flatMap(({ at, point, closes, action }) =>
        isThere(point) || (closes ?? []).some(isThere) ? [{ ms: Date.parse(at), words: action }] : [],
      ),
    );
  const trendWords = (side: 'positive' | 'negative'): string | undefined => {
    const trend = history.outlook?.sides.find((entry) => entry.side === side)?.trend;
    return trend === undefined || trend === null
      ? undefined
      : `${figure(trend.slope, 2)} mΩ a year, ${figure(trend.lowSlope, 2)} to ${figure(trend.highSlope, 2)}`;
  };
  const changesOf = (side: 'positive' | 'negative') =>
    (history.outlook?.sides.find((entry) => entry.side === side)?.segments ?? []).flatMap(({ began, points }) =>
      began === null || points[0] === undefined ? [] : [{ ms: points[0].ms, words: began }],
    );
  const trends: readonly Trend[] = [
    ...(['positive', 'negative'] as const).map((side): Trend => ({
      title: `Starter cable, ${side} side`,
      unit: 'mΩ',
      decimals: 2,
      points: series(({ starterMilliohm }) => starterMilliohm[side]),
      ...(limits === null
        ? {}
        : {
            limit: {
              value: limits.dropSumMilliohm,
              words: `${figure(limits.dropSumMilliohm, 1)} mΩ for both sides together`,
            },
          }),
      changes: changesOf(side),
      trend: trendWords(side),
    })),
    ...alternators.map((id): Trend => ({
      title: alternators.length === 1 ? 'Alternator output' : `Alternator output, ${pointName(id)}`,
      unit: '% of plate',
      decimals: 0,
      points: series(({ outputPercent }) => outputPercent[id]),
      ...(limits === null
        ? {}
        : { limit: { value: limits.outputPercent, words: `${figure(limits.outputPercent, 0)} %` } }),
      // What was done at one of two says nothing of the other; a belt may drive both.
      changes: repairsOf(
        (told) =>
          !alternators.some((other) => other !== id && told.endsWith(other)) &&
          (told === id || /^(alternator\.|belt\.)/.test(told)),
      ),
    })),
    {
      title: 'Recharge current',
      unit: 'A',
      decimals: 1,
      points: series((figures) => figures.rechargeAmps),
      ...(limits === null
        ? {}
        : { limit: { value: limits.rechargeAmps, words: `${figure(limits.rechargeAmps, 0)} A` } }),
    },
    {
      title: 'Crank current',
      unit: 'A',
      decimals: 0,
      points: series(({ crank }) => crank?.amps),
      changes: repairsOf((told) => /^(starter$|starter\.(motor|solenoid|pinion)|start\.magnetic)/.test(told)),
    },
    {
      title: 'Running volts',
      unit: 'V',
      decimals: 2,
      points: series(({ runningVolts }) => runningVolts),
    },
  ];
  return (
    <Grid aria-label="Starter and charging circuit over the visits">
      <h2>Starter and charging circuit</h2>
      {trends.map((trend) => (
        <Small key={trend.title} trend={trend} />
      ))}
    </Grid>
  );
};
export default CircuitTrends;
