import { figure, ladderToleranceVolts, type JudgedOutcome } from '@vaktman/core';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { Figure } from '../control/Figure';
import { Mark, VERDICT_MARK } from '../control/Mark';
import type { Rung } from '../drawing/ladderRungs';

const Sum = styled.div`
  border-top: 2px solid var(--ink);
  padding-top: 0.7rem;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0.4rem 1.2rem;
  font-size: 1.15rem;
  .figure-large {
    font-size: 2rem;
  }
  .open {
    border: 1.6px dashed var(--ink-3);
    padding: 0 0.5rem;
  }
  small {
    font-size: 0.95rem;
    color: var(--ink-2);
  }
`;

/** What the rungs add up to, against what the bank gives. */
export const LadderSum = ({
  rungs,
  sourceVolts,
  ladder,
  systemVolts,
}: {
  readonly rungs: readonly Rung[];
  readonly sourceVolts: number | null;
  readonly ladder: JudgedOutcome | null;
  readonly systemVolts: number;
}) => {
  const found = rungs.reduce((sum, { volts }) => sum + (volts ?? 0), 0);
  const count = rungs.filter(({ volts }) => volts !== null).length;
  const k = systemVolts / 12;
  return (
    <Sum role="status" aria-label="Sum check">
      <div>
        <strong>Sum check</strong>
        <br />
        <small>
          {count} of 4 rungs
          {sourceVolts === null ? null : (
            <Words>{`; may differ by ${figure(ladderToleranceVolts(sourceVolts, k), 2)} V`}</Words>
          )}
        </small>
      </div>
      <span>
        <span className="figure-large">
          <Figure text={figure(found, 2)} />
        </span>{' '}
        found
      </span>
      {sourceVolts === null ? null : (
        <>
          <span>{sourceVolts >= found ? '+' : '−'}</span>
          <span>
            <span className="figure-large open">
              <Figure text={figure(Math.abs(sourceVolts - found), 2)} />
            </span>{' '}
            {count < 4 ? 'still to find' : sourceVolts >= found ? 'not found' : 'too much'}
          </span>
          <span>=</span>
          <span>
            <span className="figure-large">
              <Figure text={figure(sourceVolts, 2)} />
            </span>{' '}
            V at the bank
          </span>
        </>
      )}
      {ladder === null ? null : (
        <Mark kind={VERDICT_MARK[ladder.verdict]} word={ladder.verdict === 'pass' ? 'it adds up' : 'does not add up'} />
      )}
    </Sum>
  );
};
