import { DEFER_WORDS, foldByCause, pointName, stepTitle, type Finding } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { PrimaryKeyLink } from '../control/Key';
import { BeforeAfter } from './BeforeAfter';
import { FindingItem } from './FindingItem';
import { keyOf, SameCause } from './SameCause';
import { nextOnScreen, nextWords, onwardPath } from './nextPlace';
import type { StepProps } from './stepProps';
import { ToReading } from './ToReading';
import { useMayIn } from './useMayIn';
import { Keys, Note, Side, VisitSheet } from './VisitSheet';

const Retests = styled.ul`
  a {
    display: flex;
    align-items: center;
    min-height: 56px;
    font-weight: 660;
    border-top: 1px solid var(--rule);
  }
`;

/** Findings ranked, with evidence and what to do; what has to be tested again; before and after. */
export const FindingsView = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const { judgement, retests } = judged;
  const visitId = detail.file.visit.id;
  const reads = useMayIn(visitId, 'trainee');
  const [apart, setApart] = useState<ReadonlySet<string>>(new Set());
  const takeApart = (finding: Finding): void => setApart(new Set([...apart, keyOf(finding)]));
  const groups = foldByCause(judgement.findings, detail.file.unit);
  // What was taken apart stands after the finding it was folded under.
  const shown = groups.flatMap((group) => [
    { ...group, folded: group.folded.filter((finding) => !apart.has(keyOf(finding))) },
    ...group.folded
      .filter((finding) => apart.has(keyOf(finding)))
      .map((finding) => ({ finding, folded: [] as readonly Finding[] })),
  ]);
  return (
    <VisitSheet detail={detail} judged={judged}>
      <section>
        <h2 style={{ fontSize: '2rem', marginBottom: '0.6rem' }}>Findings and repair</h2>
        {judgement.findings.length === 0 ? (
          <p>Nothing is open. Every finding of this visit is closed by its own test.</p>
        ) : null}
        <ul>
          {shown.map(({ finding, folded }) => (
            <FindingItem
              key={keyOf(finding)}
              detail={detail}
              judged={judged}
              finding={finding}
              explains={folded.map(keyOf)}
            >
              <SameCause findings={folded} takeApart={takeApart} />
            </FindingItem>
          ))}
        </ul>
      </section>
      <Side>
        {retests.length === 0 ? null : (
          <section>
            <h2>To test again</h2>
            <p>Only the same test at the same point closes a finding.</p>
            <Retests>
              {retests.map(({ step, point }) => (
                <li key={`${step}@${point}`}>
                  <ToReading detail={detail} at={{ step, point }}>
                    {stepTitle(step)}, {pointName(point)}
                  </ToReading>
                </li>
              ))}
            </Retests>
          </section>
        )}
        <BeforeAfter detail={detail} />
        {judgement.advice.map((line) => (
          <p key={line}>
            <Words>{line}</Words>
          </p>
        ))}
        <Note>{DEFER_WORDS}</Note>
        {reads ? (
          <Keys>
            <PrimaryKeyLink to={onwardPath(visitId, judged)}>{nextWords(nextOnScreen(judged))}</PrimaryKeyLink>
          </Keys>
        ) : null}
      </Side>
    </VisitSheet>
  );
};
