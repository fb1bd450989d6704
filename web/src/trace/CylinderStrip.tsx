import type { TraceAnswer } from '@vaktman/core';
import styled from 'styled-components';

const Strip = styled.ol`
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  gap: 6px;
  align-items: end;
  li {
    display: grid;
    gap: 2px;
    justify-items: center;
    font-weight: 640;
  }
  .well {
    position: relative;
    width: 100%;
    height: 72px;
    border: 1px solid var(--rule);
    background: var(--raised);
  }
  .bar {
    position: absolute;
    left: 0;
    right: 0;
    bottom: 0;
    background: var(--ink);
  }
  .tick {
    position: absolute;
    left: 0;
    right: 0;
    bottom: 85%;
    border-top: 2px dashed var(--failed);
  }
`;
/** A cylinder this far under the best is looked at: a rule of thumb of those who read cranks. */
const WEAK_PERCENT = 85;

/** Each cylinder against the best, in firing order from the first hump. */
export const CylinderStrip = ({ cylinders }: { readonly cylinders: TraceAnswer['cylinders'] }) =>
  cylinders.length === 0 ? null : (
    <section>
      <h3>Cylinders against the best, in firing order</h3>
      <Strip>
        {cylinders.map(({ cylinder, percent, spreadPercent }) => (
          <li key={cylinder}>
            <span>
              {Math.round(percent)} % {percent < WEAK_PERCENT ? 'low' : ''}
            </span>
            <span className="well" aria-hidden="true">
              <span className="bar" style={{ height: `${Math.min(100, percent)}%` }} />
              <span className="tick" />
            </span>
            <span>
              {cylinder}, ± {Math.round(spreadPercent)}
            </span>
          </li>
        ))}
      </Strip>
    </section>
  );
