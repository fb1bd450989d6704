import type { VisitDetail } from '@vaktman/contract';
import {
  actionsFor,
  findingWords,
  pointName,
  readingText,
  SEVERITY_WORDS,
  stepTitle,
  type Finding,
} from '@vaktman/core';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Mark } from '../control/Mark';
import { Words } from '../control/Words';
import { PictureKey } from '../picture/PictureKey';
import { Pictures } from '../picture/Pictures';
import { CauseSheet } from './CauseSheet';
import { DecideFinding } from './DecideFinding';
import { SEVERITY_MARK } from './severityMark';
import { ToReading } from './ToReading';
import { useMayIn } from './useMayIn';
import type { Judged } from './useVisit';

const Item = styled.li`
  border-top: 2px solid var(--ink);
  padding: 0.8rem 0 1.1rem;
  display: grid;
  gap: 0.5rem;
  h3 {
    font-size: 1.6rem;
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem 1rem;
    align-items: center;
  }
  > p {
    font-size: 1.12rem;
    max-width: 52rem;
  }
  .decided {
    font-weight: 680;
  }
`;
const Evidence = styled.dl`
  display: grid;
  grid-template-columns: 5.6rem 1fr;
  gap: 0.15rem 0.8rem;
  dt {
    color: var(--ink-2);
  }
  li {
    min-height: 1.7rem;
  }
`;
const NOTHING: readonly string[] = [];

/** What was decided about a finding so far, newest last. */
const decisionsOf = ({ events }: VisitDetail, key: string): string[] =>
  events.flatMap((event) => {
    if (event.kind === 'planned' && event.finding === key) return [`To do: ${event.action} (${event.by})`];
    if (event.kind === 'refused' && event.finding === key) return [`Nothing done: ${event.reason} (${event.by})`];
    if (event.kind === 'repaired' && event.repair.closes?.includes(key) === true)
      return [`Done: ${event.repair.action} (${event.by}). The same test decides.`];
    return [];
  });

/** One finding with what speaks for and against it, and what may be done about it. */
export const FindingItem = ({
  detail,
  judged,
  finding,
  explains = NOTHING,
  children,
}: {
  detail: VisitDetail;
  judged: Judged;
  finding: Finding;
  /** Findings of the same cause, as code@subject: they are tested again with it. */
  explains?: readonly string[];
  children?: ReactNode;
}) => {
  const { file } = detail;
  const visitId = file.visit.id;
  const decides = useMayIn(visitId, 'technician');
  const key = `${finding.code}@${finding.subject}`;
  const byId = new Map(file.readings.map((reading) => [reading.id, reading]));
  const evidence = (ids: readonly string[]) => (
    <ul>
      {ids.length === 0 ? <li>nothing read</li> : null}
      {ids.map((id) => {
        const reading = byId.get(id);
        return reading === undefined ? null : (
          <li key={id}>
            <ToReading detail={detail} at={reading}>
              {stepTitle(reading.step)}, {pointName(reading.point)}
            </ToReading>
            : <Words>{readingText(reading)}</Words>
          </li>
        );
      })}
    </ul>
  );
  return (
    <Item>
      <h3>
        <Mark kind={SEVERITY_MARK[finding.severity]} word={SEVERITY_WORDS[finding.severity]} />
        {findingWords(finding.code, finding.subject)}
      </h3>
      <p>
        <Words>{finding.because}</Words>
      </p>
      <Evidence>
        <dt>For it</dt>
        <dd>{evidence(finding.evidence.for)}</dd>
        {finding.evidence.against.length === 0 ? null : (
          <>
            <dt>Against it</dt>
            <dd>{evidence(finding.evidence.against)}</dd>
          </>
        )}
      </Evidence>
      {children}
      {finding.code === 'cause.owed' ? <CauseSheet detail={detail} judged={judged} subject={finding.subject} /> : null}
      <div>
        <PictureKey detail={detail} step="finding" point={finding.subject} />
        <Pictures detail={detail} point={finding.subject} />
      </div>
      {decisionsOf(detail, key).map((words, index) => (
        <p key={`${index} ${words}`} className="decided">
          {words}
        </p>
      ))}
      {decides ? (
        <DecideFinding detail={detail} judged={judged} finding={finding} explains={explains} />
      ) : (
        <>
          <p>
            <Words>{`What may be done: ${actionsFor(finding)
              .map(({ words }) => words)
              .join('; ')}.`}</Words>
          </p>
          <p>A technician or a lead decides what is done about it.</p>
        </>
      )}
    </Item>
  );
};
