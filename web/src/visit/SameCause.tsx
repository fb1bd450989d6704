import { findingWords, SEVERITY_WORDS, type Finding } from '@vaktman/core';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { QuietKey } from '../control/Key';
import { Mark } from '../control/Mark';
import { SEVERITY_MARK } from './severityMark';

/** What tells a finding from every other of its visit. */
export const keyOf = ({ code, subject }: Pick<Finding, 'code' | 'subject'>): string => `${code}@${subject}`;

const Part = styled.section`
  border-left: 3px solid var(--rule);
  padding-left: 0.9rem;
  li {
    display: grid;
    grid-template-columns: 1fr auto;
    align-items: center;
    gap: 0 1rem;
    padding: 0.35rem 0;
  }
  small {
    grid-column: 1 / -1;
    font-size: 1rem;
    color: var(--ink-2);
  }
`;

/** Findings that are expected to go with the one above; each can be dealt with by itself. */
export const SameCause = ({
  findings,
  takeApart,
}: {
  readonly findings: readonly Finding[];
  readonly takeApart: (finding: Finding) => void;
}) =>
  findings.length === 0 ? null : (
    <Part aria-label="Of the same cause">
      <p>Of the same cause. Put the above right first, then read these again:</p>
      <ul>
        {findings.map((finding) => {
          const words = findingWords(finding.code, finding.subject);
          return (
            <li key={keyOf(finding)}>
              <span>
                <Mark kind={SEVERITY_MARK[finding.severity]} word={SEVERITY_WORDS[finding.severity]} />{' '}
                <strong>{words}</strong>
              </span>
              <QuietKey aria-label={`Deal with it by itself: ${words}`} onPress={() => takeApart(finding)}>
                By itself
              </QuietKey>
              <small>
                <Words>{finding.because}</Words>
              </small>
            </li>
          );
        })}
      </ul>
    </Part>
  );
