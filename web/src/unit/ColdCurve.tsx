import { figure, type ColdOutlook, readerUnit, readerWords, tickText } from '@vaktman/core';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import styled from 'styled-components';
import { useReaderUnits } from '../control/ReaderContext';
import { Figure } from '../control/Figure';
import { weekdayText } from '../control/dates';

const Heads = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem;
  h2 {
    font-size: 1.1rem;
  }
  strong {
    font-size: 2.7rem;
    line-height: 1;
    display: block;
  }
  small {
    color: var(--ink-2);
    font-size: 0.92rem;
  }
  .after {
    color: var(--ink-2);
  }
`;
const Frame = styled.figure`
  height: 218px;
  font-size: 13px;
  .recharts-surface:focus {
    outline: none;
  }
`;
const Gains = styled.ul`
  li {
    display: flex;
    justify-content: space-between;
    gap: 0.8rem;
    border-bottom: 1px solid var(--rule);
    padding: 0.2rem 0;
  }
`;

/** The word for the limit is written from the warm end of the axis to about here. */
const WORDS_REACH_C = -15;

/**
 * Volts at the starter while cranking against temperature: now with its band, after the open repairs, the limit, and
 * the coldest coming night.
 */
const ColdCurve = ({
  cold,
  night,
}: {
  cold: ColdOutlook;
  night: { readonly date: string; readonly lowestC: number } | null;
}) => {
  const units = useReaderUnits();
  if (cold.kind === 'unsaid') {
    return (
      <section aria-label="Coldest start">
        <h2>Coldest start: cannot be said</h2>
        <p>What is lacking: {cold.lacks.join('; ')}.</p>
      </section>
    );
  }
  const { coldest, after, curve, limitVolts, gains } = cold;
  const rows = curve.map(({ celsius, p10, p50, p90 }, index) => ({
    celsius,
    band: [p10, p90] as const,
    now: p50,
    after: after?.curve[index]?.p50 ?? null,
  }));
  const low = Math.floor(Math.min(limitVolts - 1.5, ...rows.map(({ band }) => band[0])));
  const high = Math.ceil(Math.max(...rows.map(({ band }) => band[1])));
  const startsWarm = rows.every(({ celsius, now }) => celsius < WORDS_REACH_C || now >= limitVolts);
  const bandText = `${tickText(coldest.p90, units)} to ${tickText(coldest.p10, units)}`;
  return (
    <section aria-label="Coldest start">
      <Heads>
        <div>
          <h2>Starts down to</h2>
          <strong>
            <Figure text={figure(coldest.p50, 0)} unit="°C" />
          </strong>
          <small>{bandText}, estimated</small>
        </div>
        {after === null ? null : (
          <div className="after">
            <h2>with open repairs</h2>
            <strong>
              <Figure text={figure(after.coldest.p50, 0)} unit="°C" />
            </strong>
            <small>
              {tickText(after.coldest.p90, units)} to {tickText(after.coldest.p10, units)}
            </small>
          </div>
        )}
      </Heads>
      <Frame
        role="img"
        aria-label={readerWords(
          `Volts at the starter while cranking: ${rows.map(({ celsius, now }) => `${figure(celsius, 0)} °C ${figure(now, 1)} V`).join(', ')}; limit ${figure(limitVolts, 1)} V`,
          units,
        )}
      >
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart data={rows} margin={{ top: 18, right: 8, bottom: 0, left: -20 }}>
            <CartesianGrid stroke="var(--rule)" strokeWidth={0.8} />
            <XAxis
              dataKey="celsius"
              type="number"
              domain={[-40, 10]}
              reversed
              ticks={[10, 0, -10, -20, -30, -40]}
              tickFormatter={(celsius: number) =>
                `${tickText(celsius, units)}${celsius === 0 ? ` ${readerUnit('°C', units)}` : ''}`
              }
              stroke="var(--ink)"
              tick={{ fill: 'var(--ink-2)' }}
            />
            <YAxis domain={[low, high]} allowDecimals={false} stroke="var(--ink)" tick={{ fill: 'var(--ink-2)' }} />
            <ReferenceArea y1={low} y2={limitVolts} fill="var(--hatch-failed)" fillOpacity={0.35} />
            <ReferenceLine
              y={limitVolts}
              stroke="var(--failed)"
              strokeWidth={2.4}
              label={{
                value: readerWords(`${figure(limitVolts, 1)} V to crank`, units),
                // Where it is warm, on the side of the line that the curve is not on.
                position: startsWarm ? 'insideTopLeft' : 'insideBottomLeft',
                fill: 'var(--failed)',
              }}
            />
            <Area dataKey="band" stroke="none" fill="var(--ink-3)" fillOpacity={0.22} isAnimationActive={false} />
            <Line dataKey="now" stroke="var(--ink)" strokeWidth={2.4} dot={false} isAnimationActive={false} />
            {after === null ? null : (
              <Line
                dataKey="after"
                stroke="var(--ink)"
                strokeWidth={1.6}
                strokeDasharray="6 4"
                dot={false}
                isAnimationActive={false}
              />
            )}
            {night === null ? null : (
              <ReferenceLine
                x={night.lowestC}
                stroke="var(--ink)"
                strokeWidth={3}
                label={{
                  value: `${weekdayText(night.date)} ${figure(night.lowestC, 0)}`,
                  position: 'top',
                  fill: 'var(--ink)',
                  fontWeight: 700,
                }}
              />
            )}
          </ComposedChart>
        </ResponsiveContainer>
      </Frame>
      <small>
        Volts at the starter while cranking: line now, grey its band{after === null ? '' : ', dashed once repaired'}.
      </small>
      {gains.length === 0 ? null : (
        <>
          <h3 style={{ paddingTop: '0.5rem' }}>What would help most</h3>
          <Gains>
            {gains.slice(0, 4).map(({ subject, words, degrees }) => (
              <li key={subject}>
                <span>{words}</span>
                <Figure text={figure(degrees, 1)} unit="° colder" />
              </li>
            ))}
          </Gains>
        </>
      )}
    </section>
  );
};
export default ColdCurve;
