import { pointName, present, separatingTests, stepTitle } from '@vaktman/core';
import { Link } from 'react-router';
import styled from 'styled-components';
import { KeyLink } from '../../control/Key';
import { placePath } from '../nextPlace';
import type { StepProps } from '../stepProps';

const Further = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  li a {
    display: flex;
    align-items: center;
    min-height: 52px;
    padding: 0 0.8rem;
    border: 1.4px solid var(--ink);
    font-weight: 640;
    text-decoration: none;
  }
  li a:hover {
    background: var(--shade);
  }
`;

/** What tells more after a failed reading, or what else could be it after a clean one, and the way to the findings. */
export const AfterFailure = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const visitId = detail.file.visit.id;
  const tests = separatingTests(judged.judgement, judged.outcomes);
  return (
    <>
      {tests.length === 0 ? null : (
        <section>
          <h3>Tests that tell more: {present(tests[0]).why}</h3>
          <Further>
            {tests.map(({ step, point, why }) => (
              <li key={`${step}@${point}`}>
                <Link to={placePath(visitId, { step, point })} title={why}>
                  {stepTitle(step)}, {pointName(point)}
                </Link>
              </li>
            ))}
          </Further>
        </section>
      )}
      <KeyLink to={`/visits/${visitId}/findings`}>Findings and repair</KeyLink>
    </>
  );
};
