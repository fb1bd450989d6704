import { CATALOGUE, pointName, STAGES, stepTitle, type ReadStep, type Stage } from '@vaktman/core';
import { Link } from 'react-router';
import styled from 'styled-components';
import { Mark, MARK_WORDS, MarkShape, VERDICT_MARK, type MarkKind } from '../control/Mark';
import { placePath } from './nextPlace';
import type { StepProps } from './stepProps';

const Group = styled.details`
  border-top: 2px solid var(--ink);
  summary {
    min-height: 48px;
    display: flex;
    align-items: center;
    font-size: 1.3rem;
    font-weight: 720;
    font-stretch: 74%;
    cursor: pointer;
  }
  h3 {
    font-size: 1rem;
    font-weight: 620;
    color: var(--ink-2);
    margin-top: 0.5rem;
  }
`;
const Places = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  margin-top: 0.3rem;
  a {
    display: inline-flex;
    align-items: center;
    gap: 0.45rem;
    min-height: 48px;
    padding: 0 0.8rem;
    border: 1.4px solid var(--rule);
    font-weight: 620;
    text-decoration: none;
  }
  a:hover {
    background: var(--shade);
  }
  svg {
    width: 18px;
    height: 18px;
  }
`;

const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  look: 'Look',
  batteries: 'Batteries',
  starting: 'Starting',
  charging: 'Charging',
};

/** Every test the unit has a place for, by stage, each with how it came out. */
export const EveryTest = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const visitId = detail.file.visit.id;
  const owed = new Set(judged.judgement.missing.map(({ step, point }) => `${step}@${point}`));
  const markOf = (step: ReadStep, point: string): MarkKind | null => {
    const verdict = judged.outcomes.at(step, point)?.verdict;
    return verdict === undefined ? (owed.has(`${step}@${point}`) ? 'notyet' : null) : VERDICT_MARK[verdict];
  };
  const place = (step: ReadStep, point: string) => {
    const mark = markOf(step, point);
    return (
      <li key={point}>
        <Link
          to={placePath(visitId, { step, point })}
          aria-label={`${stepTitle(step)}, ${pointName(point)}${mark === null ? '' : `, ${MARK_WORDS[mark]}`}`}
        >
          {mark === null ? null : (
            <svg viewBox="0 0 20 20" aria-hidden="true">
              <MarkShape kind={mark} />
            </svg>
          )}
          {pointName(point)}
        </Link>
      </li>
    );
  };
  return (
    <section aria-label="Every test">
      {STAGES.map((stage) => {
        const owes = judged.judgement.missing.some(({ step }) =>
          CATALOGUE.some((entry) => entry.step === step && entry.stage === stage),
        );
        return (
          <Group key={stage} open={owes && stage !== 'look'}>
            <summary>
              {STAGE_WORDS[stage]}
              <span style={{ marginLeft: 'auto', fontSize: '1rem' }}>
                <Mark kind={owes ? 'notyet' : 'passed'} word={owes ? 'still owed' : 'nothing owed'} />
              </span>
            </summary>
            {stage === 'look' ? (
              <Places>
                <li>
                  <Link to={`/visits/${visitId}/look`}>Look round the machine</Link>
                </li>
              </Places>
            ) : null}
            {stage === 'starting' ? (
              <Places>
                <li>
                  <Link to={`/visits/${visitId}/start.ladder`}>Voltage ladder</Link>
                </li>
                <li>
                  <Link to={`/visits/${visitId}/start.walk`}>It does not crank, or slowly</Link>
                </li>
              </Places>
            ) : null}
            {CATALOGUE.filter((entry) => entry.stage === stage && stage !== 'look' && entry.step !== 'start.walk').map(
              (entry) => (
                <div key={entry.step}>
                  <h3>{entry.title}</h3>
                  <Places>{entry.points(detail.file.unit).map((point) => place(entry.step, point))}</Places>
                </div>
              ),
            )}
          </Group>
        );
      })}
    </section>
  );
};
