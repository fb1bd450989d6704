import { figure, type JudgedOutcome, type ReadingAt } from '@vaktman/core';
import styled from 'styled-components';
import { Words } from '../../control/Words';
import { Figure } from '../../control/Figure';
import { nextOnScreen, onwardPath } from '../nextPlace';
import type { StepProps } from '../stepProps';
import { VerdictPanel } from '../VerdictPanel';
import type { LoadTest } from './useLoadTest';

const Figures = styled.dl`
  display: flex;
  gap: 2.4rem;
  dt {
    color: var(--ink-2);
    font-size: 1rem;
  }
  dd {
    font-size: 1.7rem;
  }
`;

/** What the load test of a battery came to, with what it would have read on a mild day. */
export const LoadVerdict = ({
  detail,
  judged,
  point,
  reading,
  outcome,
  retake,
}: StepProps & {
  readonly reading: ReadingAt<'battery.load'>;
  readonly outcome: JudgedOutcome;
  readonly retake: LoadTest['retake'];
}) => {
  const visitId = detail.file.visit.id;
  const figures = judged.judgement.figures[point];
  return (
    <>
      <h2>Battery {point} under load</h2>
      <VerdictPanel
        outcome={outcome}
        value={reading.lowestVolts.toFixed(2)}
        unit="V"
        next={nextOnScreen(judged)}
        nextPath={onwardPath(visitId, judged)}
        takeAgain={retake.takeAgain}
        putRight={retake.putRight}
        fresh={retake.fresh}
      >
        {figures === undefined ? null : (
          <Figures>
            {figures.referenceLoadVolts === undefined ? null : (
              <div>
                <dt>
                  <Words>Would have read at 21 °C</Words>
                </dt>
                <dd>
                  <Figure text={figures.referenceLoadVolts.toFixed(2)} unit="V" />
                </dd>
              </div>
            )}
            {figures.capabilityPercent === undefined ? null : (
              <div>
                <dt>Capability, estimated</dt>
                <dd>
                  <Figure text={figure(figures.capabilityPercent, 0)} unit="%" />
                </dd>
              </div>
            )}
          </Figures>
        )}
      </VerdictPanel>
    </>
  );
};
