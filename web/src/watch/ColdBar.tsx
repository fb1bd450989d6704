import { degreesShort, figure, type ColdBand, degreesOf, readerWords, tickText } from '@vaktman/core';
import styled from 'styled-components';
import { useReaderUnits } from '../control/ReaderContext';
import type { WatchUnit } from './watchFilter';
import { AXIS_TICKS_C, onAxis } from './coldScale';

const Axis = styled.span`
  position: relative;
  display: block;
  height: 100%;
  align-self: stretch;
  i {
    position: absolute;
    top: 0;
    bottom: 0;
    width: 1px;
    background: var(--rule);
  }
  .bar {
    position: absolute;
    top: 18%;
    bottom: 18%;
    left: 0;
    border: 1.4px solid var(--ink);
    background: var(--shade);
  }
  .bar.failed {
    background: var(--ink);
  }
  .bar.notyet {
    background: transparent;
    border-style: dashed;
    border-color: var(--notyet);
  }
  .short {
    position: absolute;
    top: 18%;
    bottom: 18%;
    background: repeating-linear-gradient(115deg, var(--hatch-failed) 0 2px, transparent 2px 6px);
  }
  .perhaps {
    position: absolute;
    top: 18%;
    bottom: 18%;
    border: 1.2px solid var(--ink);
    border-left: 0;
    background: repeating-linear-gradient(115deg, var(--marginal) 0 3px, transparent 3px 6px);
  }
  .span {
    position: absolute;
    top: 50%;
    height: 1.6px;
    background: var(--ink-3);
  }
  b {
    position: absolute;
    left: 0.5rem;
    top: 50%;
    transform: translateY(-50%);
    font:
      700 0.95rem 'B612 Mono',
      monospace;
    letter-spacing: -0.045em;
    color: var(--ink);
  }
  b.inverse {
    color: var(--paper);
  }
  em {
    position: absolute;
    top: 50%;
    transform: translateY(-50%);
    font-style: normal;
    font-size: 0.88rem;
    font-weight: 700;
    color: var(--failed);
    padding: 0 0.25rem;
    background: var(--paper);
    white-space: nowrap;
  }
  .night {
    position: absolute;
    top: -1px;
    bottom: -1px;
    width: 3px;
    margin-left: -1.5px;
    background: var(--ink);
    outline: 1px solid var(--paper);
  }
`;

const spoken = (cold: ColdBand | null, { answer, lowestC }: WatchUnit): string => {
  if (cold === null) return 'coldest start not known';
  const night = lowestC === null ? '' : `, coldest night ${figure(lowestC, 0)} °C`;
  const words = {
    will: 'will start',
    'may-not': 'may not start',
    'will-not': 'will not start',
    unsaid: 'cannot be judged yet',
  };
  return `starts down to ${figure(cold[1], 0)} °C, ${figure(cold[0], 0)} to ${figure(cold[2], 0)}${night}: ${words[answer]}`;
};

/** Where a unit's coldest start lies against its yard's coldest coming night, on the watch's one axis. */
export const ColdBar = ({ unit }: { unit: WatchUnit }) => {
  const { row, answer, lowestC } = unit;
  const { cold } = row;
  const short = degreesShort(cold, lowestC);
  const units = useReaderUnits();
  return (
    <Axis role="img" aria-label={readerWords(spoken(cold, unit), units)}>
      {AXIS_TICKS_C.map((celsius) => (
        <i key={celsius} style={{ left: `${onAxis(celsius)}%` }} />
      ))}
      {cold === null ? null : (
        <>
          <span
            className={`bar ${answer === 'will-not' ? 'failed' : answer === 'unsaid' ? 'notyet' : ''}`}
            style={{ width: `${onAxis(answer === 'may-not' ? cold[2] : cold[1])}%` }}
          />
          {answer === 'may-not' ? (
            <span
              className="perhaps"
              style={{ left: `${onAxis(cold[2])}%`, width: `${onAxis(cold[1]) - onAxis(cold[2])}%` }}
            />
          ) : null}
          {answer === 'will-not' && lowestC !== null ? (
            <>
              <span
                className="short"
                style={{ left: `${onAxis(cold[1])}%`, width: `${onAxis(lowestC) - onAxis(cold[1])}%` }}
              />
              <em style={{ left: `calc(${onAxis(lowestC)}% + 6px)` }}>
                {figure(degreesOf(Math.max(1, short), units), 0)}° short
              </em>
            </>
          ) : null}
          {answer === 'will-not' ? null : (
            <span
              className="span"
              style={{ left: `${onAxis(cold[1])}%`, width: `${onAxis(cold[0]) - onAxis(cold[1])}%` }}
            />
          )}
          <b className={answer === 'will-not' ? 'inverse' : ''}>
            {answer === 'unsaid' ? 'was ' : ''}
            {tickText(cold[1], units)}
          </b>
        </>
      )}
      {lowestC === null ? null : <span className="night" style={{ left: `${onAxis(lowestC)}%` }} />}
    </Axis>
  );
};
