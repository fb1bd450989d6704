import type { Weather, Yard } from '@vaktman/contract';
import { figure, readerUnit, tickText } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { useReaderUnits } from '../control/ReaderContext';
import { Figure } from '../control/Figure';
import { QuietKey } from '../control/Key';
import { useLater } from '../control/useLater';
import { useMay } from '../session/useMay';
import { PHONE } from '../theme/screen';
import { AXIS_TICKS_C, onAxis } from './coldScale';
import { watchColumns } from './watchColumns';
import type { ColdestNight } from './watchFilter';
import { shortWeekdayText, weekdayText } from '../control/dates';

const Sheet = styled.section`
  ${watchColumns}
  padding-bottom: 0.3rem;
  .words {
    grid-column: 1;
  }
  h2 {
    grid-column: auto;
    font-size: 1.2rem;
    line-height: 1.1;
  }
  .words p {
    font-size: 0.92rem;
    color: var(--ink-2);
    line-height: 1.2;
  }
  .days {
    display: grid;
    grid-template-rows: 18px repeat(7, 15px);
    text-align: right;
    font-size: 0.88rem;
    line-height: 15px;
    color: var(--ink-2);
  }
  .days .coldest {
    color: var(--ink);
    font-weight: 700;
  }
  svg {
    width: 100%;
    height: 123px;
    overflow: visible;
    display: block;
  }
  .lows {
    grid-column: span 3;
    display: flex;
    gap: 1.4rem;
    align-items: start;
  }
  .lows div {
    line-height: 1.15;
  }
  .lows strong {
    display: block;
    font-size: 2rem;
  }
  .lows small {
    color: var(--ink-2);
    font-size: 0.92rem;
  }
  ${PHONE} {
    display: block;
    .axis,
    .words,
    .days,
    .lows small {
      display: none;
    }
    .lows strong {
      font-size: 1.3rem;
    }
  }
`;
/** Marks of the yards on the axis: shapes that stay apart without colour. */
const SHAPES = ['M0 -5L5 4L-5 4Z', 'M-5 -4L5 -4L0 5Z', 'M-4 -4H4V4H-4Z', 'M0 -5L5 0L0 5L-5 0Z'] as const;
const FILLS = ['var(--ink)', 'var(--paper)', 'var(--ink)', 'var(--paper)'] as const;

const YardShape = ({ index }: { index: number }) => (
  <path d={SHAPES[index % SHAPES.length]} fill={FILLS[index % FILLS.length]} stroke="var(--ink)" strokeWidth="1.4" />
);

const loadNightForm = async () => (await import('./NightForm')).NightForm;

/** The coming nights of every yard on the axis all units are drawn on; typed in where the forecast is known better. */
export const ComingCold = ({
  weather,
  yards,
  nights,
  dates,
}: {
  weather: Weather;
  yards: readonly Yard[];
  nights: ReadonlyMap<string, ColdestNight>;
  /** The seven dates drawn, the first one tonight. */
  dates: readonly string[];
}) => {
  const units = useReaderUnits();
  const [typing, setTyping] = useState(false);
  const types = useMay('technician');
  const NightForm = useLater(loadNightForm);
  const coldestDates = new Set([...nights.values()].map(({ date }) => date));
  return (
    <Sheet aria-label="The coming cold">
      <div className="words">
        <h2>The coming cold</h2>
        <p>
          lowest of each night
          {weather.yards.some((yard) => yard.nights.some(({ from }) => from === 'typed')) ? ', some typed in' : ''}
        </p>
        {weather.problem === null ? null : <p role="status">{weather.problem}</p>}
        {types ? (
          <QuietKey style={{ padding: 0, minHeight: 36 }} onPress={() => setTyping((open) => !open)}>
            Type nights in
          </QuietKey>
        ) : null}
      </div>
      <div className="days kind" aria-hidden="true">
        <span />
        {dates.map((date) => (
          <span key={date} className={coldestDates.has(date) ? 'coldest' : ''}>
            {shortWeekdayText(date)}
          </span>
        ))}
      </div>
      <div className="axis">
        <svg
          role="img"
          aria-label={yards
            .map(
              ({ yardId, name }) =>
                `${name}: ${(weather.yards.find((yard) => yard.yardId === yardId)?.nights ?? []).map(({ date, lowestC }) => `${weekdayText(date)} ${tickText(lowestC, units)} ${readerUnit('°C', units)}`).join(', ')}`,
            )
            .join('. ')}
        >
          {AXIS_TICKS_C.map((celsius) => (
            <g key={celsius}>
              <text
                x={`${onAxis(celsius)}%`}
                y="12"
                fontSize="13"
                textAnchor={celsius === 0 ? 'start' : celsius === -40 ? 'end' : 'middle'}
                fill="var(--ink-2)"
              >
                {tickText(celsius, units)}
                {celsius === 0 ? ` ${readerUnit('°C', units)}` : ''}
              </text>
              <line
                x1={`${onAxis(celsius)}%`}
                x2={`${onAxis(celsius)}%`}
                y1="18"
                y2="123"
                stroke="var(--rule)"
                strokeWidth="0.8"
              />
            </g>
          ))}
          {yards.map(({ yardId }, index) =>
            (weather.yards.find((yard) => yard.yardId === yardId)?.nights ?? []).map(({ date, lowestC }) => {
              const row = dates.indexOf(date);
              return row < 0 ? null : (
                <svg key={`${yardId} ${date}`} x={`${onAxis(lowestC)}%`} y={18 + 15 * row + 8} overflow="visible">
                  <YardShape index={index} />
                </svg>
              );
            }),
          )}
        </svg>
      </div>
      <div className="lows">
        {yards.map(({ yardId, name }, index) => {
          const coldest = nights.get(yardId);
          return (
            <div key={yardId}>
              <svg viewBox="-7 -7 14 14" style={{ width: 14, height: 14, display: 'inline' }} aria-hidden="true">
                <YardShape index={index} />
              </svg>{' '}
              {name}
              <strong>{coldest === undefined ? '–' : <Figure text={figure(coldest.lowestC, 0)} unit="°C" />}</strong>
              <small>{coldest === undefined ? 'no night known' : `${weekdayText(coldest.date)} night`}</small>
            </div>
          );
        })}
      </div>
      {typing && NightForm !== null ? <NightForm yards={yards} dates={dates} close={() => setTyping(false)} /> : null}
    </Sheet>
  );
};
