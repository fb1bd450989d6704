import { figure, weakCylinders, type LimitBook, type TraceReading } from '@vaktman/core';
import styled from 'styled-components';
import { Figure } from '../control/Figure';
import { Mark } from '../control/Mark';

const Strip = styled.ol`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(52px, 1fr));
  gap: 6px;
  align-items: start;
  li {
    display: grid;
    grid-template-rows: 1.7rem;
    align-items: center;
    gap: 2px;
    justify-items: center;
    font-size: 1.15rem;
    font-weight: 680;
  }
  small {
    color: var(--ink-2);
    font-weight: 400;
  }
  .bore {
    position: relative;
    width: 44px;
    height: 60px;
    border: solid var(--ink);
    border-width: 0 3px;
  }
  .piston {
    position: absolute;
    inset: auto 2px 0;
    border: 1.6px solid var(--ink);
    background: var(--shade);
    &.low {
      background: repeating-linear-gradient(45deg, var(--marginal) 0 5px, var(--paper) 5px 8px);
    }
  }
  .tick {
    position: absolute;
    left: -7px;
    right: -7px;
    border-top: 3px solid var(--failed);
    clip-path: polygon(0 0, 8px 0, 8px 100%, calc(100% - 8px) 100%, calc(100% - 8px) 0, 100% 0, 100% 100%, 0 100%);
  }
`;
/** Each cylinder against the best, in firing order from the first hump; the low ones are those the crank tells of for sure. */
export const CylinderStrip = ({
  reading,
  limits,
}: {
  readonly reading: Pick<TraceReading, 'cylinders' | 'plateauVolts' | 'crankRpm'>;
  readonly limits: LimitBook;
}) => {
  const { cylinders = [] } = reading;
  if (cylinders.length === 0) return null;
  const least = limits.get('cylinderPercent').value;
  const weak = new Set(weakCylinders(reading, limits).map(({ cylinder }) => cylinder));
  return (
    <section>
      <h3>
        Cylinders in firing order{' '}
        <small>from the first hump, against the best; the mark is {figure(100 - least, 0)} % under</small>
      </h3>
      <Strip>
        {cylinders.map(({ cylinder, percent, spreadPercent }) => {
          const isLow = weak.has(cylinder);
          return (
            <li key={cylinder}>
              <span>{cylinder}</span>
              <span className="bore" aria-hidden="true">
                <span className={`piston ${isLow ? 'low' : ''}`} style={{ height: `${Math.min(100, percent)}%` }} />
                <span className="tick" style={{ bottom: `${least}%` }} />
              </span>
              <Figure text={String(Math.round(percent))} unit="%" />
              <small>± {Math.round(spreadPercent)}</small>
              {isLow ? <Mark kind="marginal" word="low" /> : null}
            </li>
          );
        })}
      </Strip>
    </section>
  );
};
