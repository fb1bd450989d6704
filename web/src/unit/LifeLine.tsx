import type { Placement } from '@vaktman/contract';
import {
  capabilityOn,
  CAPABILITY_LIMIT_PERCENT,
  figure,
  present,
  type BatteryOutlook,
  type Forecast,
} from '@vaktman/core';
import { Link } from 'react-router';
import { Line, LineChart, ReferenceDot, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import styled from 'styled-components';
import { MarkShape } from '../control/Mark';
import { monthOf, onTime, type TimeScale } from './timeScale';

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

const aheadOf = (told: Forecast, scale: TimeScale, lastMs: number): { ms: number; forecast: number }[] => {
  if (told.kind !== 'dated') return [];
  return Array.from({ length: FORECAST_POINTS + 1 }, (_, index) => {
    const ms = lastMs + (index / FORECAST_POINTS) * (scale.toMs - lastMs);
    return { ms, forecast: Math.min(HIGH_PERCENT, capabilityOn(told.line, ms)) };
  });
};

/** What is drawn of the batteries that sat at one position. */
export interface PositionLife {
  readonly position: string;
  readonly outlook: BatteryOutlook | undefined;
  readonly values: readonly { ms: number; value: number; volts: number | undefined }[];
  readonly lives: readonly (Placement & { readonly elsewhere: string })[];
}

/** Capability read and forecast, the limit, and whose life it was, at one position. */
export const LifeLine = ({ wanted, scale }: { wanted: PositionLife; scale: TimeScale }) => {
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
