import { figure, pointName, type RunSection } from '@vaktman/core';
import styled from 'styled-components';
import { Words } from '../../control/Words';
import { Key, QuietKey } from '../../control/Key';

const Values = styled.ol`
  li {
    display: grid;
    grid-template-columns: 1fr auto;
    min-height: 48px;
    align-items: center;
    border-bottom: 1px solid var(--rule);
    font-size: 1.1rem;
  }
`;

/** The points of a run as a list, where the section has no room. */
export const RunValues = ({
  section,
  pick,
}: {
  readonly section: RunSection;
  readonly pick: (point: string) => void;
}) => (
  <Values>
    {section.points.map((own, index) => (
      <li key={own.point}>
        <span>
          {index + 1} {pointName(own.point)}
        </span>
        {own.volts === null ? (
          <Key onPress={() => pick(own.point)}>{own.state === 'next' ? 'next' : 'no need'}</Key>
        ) : (
          <QuietKey isDisabled={index === 0} onPress={() => pick(own.point)}>
            <Words>{`${figure(own.volts, 2)} V`}</Words>
          </QuietKey>
        )}
      </li>
    ))}
  </Values>
);
