import type { TraceAnswer } from '@vaktman/core';
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
    bottom: 85%;
    border-top: 3px solid var(--failed);
    clip-path: polygon(0 0, 8px 0, 8px 100%, calc(100% - 8px) 100%, calc(100% - 8px) 0, 100% 0, 100% 100%, 0 100%);
  }
`;
/** A cylinder this far under the best is looked at: a rule of thumb of those who read cranks. */
const WEAK_PERCENT = 85;

/** Each cylinder against the best, in firing order from the first hump. */
export const CylinderStrip = ({ cylinders }: { readonly cylinders: TraceAnswer['cylinders'] }) =>
  cylinders.length === 0 ? null : (
    <section>
      <h3>
        Cylinders in firing order <small>from the first hump, against the best; the mark is 15 % under</small>
      </h3>
      <Strip>
        {cylinders.map(({ cylinder, percent, spreadPercent }) => {
          const isLow = percent < WEAK_PERCENT;
          return (
            <li key={cylinder}>
              <span>{cylinder}</span>
              <span className="bore" aria-hidden="true">
                <span className={`piston ${isLow ? 'low' : ''}`} style={{ height: `${Math.min(100, percent)}%` }} />
                <span className="tick" />
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
