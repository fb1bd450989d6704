import type { VisitDetail } from '@vaktman/contract';
import { beforeAndAfter, pointName, readingText, stepTitle } from '@vaktman/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { Mark, VERDICT_MARK } from '../control/Mark';

const Pair = styled.li`
  border-top: 1px solid var(--rule);
  padding: 0.5rem 0;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.2rem 1rem;
  strong {
    grid-column: 1 / -1;
  }
  small {
    color: var(--ink-2);
    font-size: 0.92rem;
    display: block;
  }
`;

/** The same test before and after a repair, side by side. */
export const BeforeAfter = ({ detail }: { detail: VisitDetail }) => {
  const pairs = useMemo(() => beforeAndAfter(detail.file), [detail]);
  if (pairs.length === 0) return null;
  return (
    <section aria-label="Before and after">
      <h2>Before and after</h2>
      <ul>
        {pairs.map(({ repair, step, point, before, after }) => (
          <Pair key={`${repair.id} ${step}@${point}`}>
            <strong>
              {stepTitle(step)}, {pointName(point)}
            </strong>
            <div>
              <small>before</small>
              <Words>{readingText(before.reading)}</Words>
              <br />
              <Mark kind={VERDICT_MARK[before.verdict]} />
            </div>
            <div>
              <small>after: {repair.action}</small>
              <Words>{readingText(after.reading)}</Words>
              <br />
              <Mark kind={VERDICT_MARK[after.verdict]} />
            </div>
          </Pair>
        ))}
      </ul>
    </section>
  );
};
