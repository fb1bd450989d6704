import type { VisitSummary } from '@vaktman/contract';
import { CAPABILITY_LIMIT_PERCENT } from '@vaktman/core';
import { format } from 'date-fns';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import styled from 'styled-components';

const Frame = styled.figure`
  height: 240px;
  font-size: 14px;
  .recharts-surface:focus {
    outline: none;
  }
`;
const Caption = styled.figcaption`
  font-weight: 620;
`;

/** Strokes that stay apart without colour: each battery has a dash of its own. */
const DASHES = ['', '7 3', '2 3', '10 3 2 3', '1 2', '12 4'];

const LABEL_GAP_PERCENT = 6;

/** Capability of each battery over the visits, with the limit: nearly free of season, so one line is one story. */
const CapabilityChart = ({ visits, positions }: { visits: readonly VisitSummary[]; positions: readonly string[] }) => {
  const rows = [...visits].reverse().flatMap((visit) => {
    const values = Object.fromEntries(
      positions.map((position) => [position, visit.batteries[position]?.figures.capabilityPercent ?? null]),
    );
    return Object.values(values).some((value) => value !== null)
      ? [{ at: Date.parse(visit.startedAt), ...values }]
      : [];
  });
  const last = rows.at(-1);
  const endOf = (position: string): number | null =>
    (last as Record<string, number | null> | undefined)?.[position] ?? null;
  /** Lines that end together carry one label between them. */
  const endLabel = (position: string): string => {
    const end = endOf(position);
    const near = positions.filter(
      (other) => end !== null && Math.abs((endOf(other) ?? Infinity) - end) < LABEL_GAP_PERCENT,
    );
    return near[0] === position ? near.join(' ') : '';
  };
  if (rows.length < 2) return <p>A trend needs two visits with load tests.</p>;
  return (
    <div>
      <Caption>Capability, percent of rating, estimated</Caption>
      <Frame
        role="img"
        aria-label={`Capability of batteries ${positions.join(', ')} over ${rows.length} visits; limit ${CAPABILITY_LIMIT_PERCENT} %`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <LineChart data={rows} margin={{ top: 10, right: 58, bottom: 0, left: -18 }}>
            <CartesianGrid stroke="var(--rule)" strokeWidth={0.8} vertical={false} />
            <XAxis
              dataKey="at"
              type="number"
              domain={['dataMin', 'dataMax']}
              tickFormatter={(at: number) => format(at, 'MMM yy')}
              stroke="var(--ink)"
              tick={{ fill: 'var(--ink-2)' }}
              tickCount={4}
            />
            <YAxis domain={[50, 120]} ticks={[50, 70, 90, 110]} stroke="var(--ink)" tick={{ fill: 'var(--ink-2)' }} />
            <ReferenceLine y={CAPABILITY_LIMIT_PERCENT} stroke="var(--failed)" strokeWidth={3} />
            {positions.map((position, index) => (
              <Line
                key={position}
                dataKey={position}
                type="linear"
                stroke="var(--ink)"
                strokeWidth={2}
                strokeDasharray={DASHES[index]}
                dot={{ r: 3.2, fill: 'var(--paper)', strokeDasharray: '' }}
                isAnimationActive={false}
                connectNulls
                label={({ index: at, x, y }: { index?: number; x?: number | string; y?: number | string }) =>
                  at === rows.length - 1 ? (
                    <text x={Number(x) + 8} y={Number(y) + 5} fill="var(--ink)" fontWeight={720} fontSize={15}>
                      {endLabel(position)}
                    </text>
                  ) : (
                    <g />
                  )
                }
              />
            ))}
          </LineChart>
        </ResponsiveContainer>
      </Frame>
    </div>
  );
};
export default CapabilityChart;
