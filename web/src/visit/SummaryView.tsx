import {
  DISPOSITION_WORDS,
  marginText,
  measuredFigure,
  findingWords,
  foldByCause,
  pathLayout,
  pointName,
  SEVERITY_WORDS,
  isEmptyVisit,
  signatureOf,
  takesEntries,
  stepTitle,
  type JudgedStep,
  DEFER_WORDS,
} from '@vaktman/core';
import { useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { clockTimeText, dayText } from '../control/dates';
import { Figure } from '../control/Figure';
import { KeyLink, PrimaryKeyLink } from '../control/Key';
import { DISPOSITION_MARK, Mark, VERDICT_MARK } from '../control/Mark';
import { PathDrawing } from '../drawing/PathDrawing';
import { pathFaces } from '../drawing/pathFaces';
import { PHONE } from '../theme/screen';
import { Amend } from './Amend';
import { BeforeAfter } from './BeforeAfter';
import { DiscardVisit } from './DiscardVisit';
import { EveryTest } from './EveryTest';
import { nextOnScreen, nextWords, placePath } from './nextPlace';
import { SEVERITY_MARK } from './severityMark';
import type { StepProps } from './stepProps';
import { bankFaces } from './bankFaces';
import { ToReading } from './ToReading';
import { useReadsIn } from './useReadsIn';
import { Keys, Note, Side, VisitSheet } from './VisitSheet';

const Standing = styled.div`
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 1.4rem;
  font-size: 2rem;
  p {
    font-size: 1.35rem;
  }
`;
const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  margin-top: 1rem;
  th {
    text-align: left;
    font-size: 0.92rem;
    font-weight: 500;
    color: var(--ink-2);
    padding: 0 0.6rem 0.2rem 0;
    border-bottom: 2px solid var(--ink);
  }
  td {
    padding: 0.35rem 0.6rem 0.35rem 0;
    border-bottom: 1px solid var(--rule);
    vertical-align: baseline;
  }
  .number {
    text-align: right;
    white-space: nowrap;
    padding-right: 1.2rem;
  }
  a {
    font-weight: 660;
  }
  small {
    display: block;
    color: var(--ink-2);
    font-size: 0.95rem;
  }
  ${PHONE} {
    .number {
      display: none;
    }
  }
`;
const Finding = styled.li`
  border-bottom: 1px solid var(--rule);
  padding: 0.5rem 0;
  display: grid;
  gap: 0.2rem;
  strong {
    font-size: 1.2rem;
  }
`;
const Ways = styled.nav`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.5rem;
  a {
    display: flex;
    align-items: center;
    min-height: 52px;
    padding: 0 0.8rem;
    border: 1.4px solid var(--rule);
    font-weight: 640;
    text-decoration: none;
  }
  a:hover {
    background: var(--shade);
  }
`;
const Wide = styled.div`
  ${PHONE} {
    display: none;
  }
`;

/** How a visit stands: the circuit with every value, every reading with its verdict, what was found, and the way on. */
export const SummaryView = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const navigate = useNavigate();
  const { file, events } = detail;
  const { judgement } = judged;
  const visitId = file.visit.id;
  const signature = signatureOf(events);
  const closed = signature.status === 'signed' ? signature.closed : undefined;
  const reads = useReadsIn(detail);
  const next = closed === undefined ? nextOnScreen(judged) : null;
  const steps = judgement.steps.filter(({ step, verdict }) => !step.startsWith('look.') || verdict !== 'pass');
  const layout = useMemo(() => pathLayout(file.unit), [file.unit]);
  return (
    <VisitSheet
      detail={detail}
      judged={judged}
      end={{ to: `/units/${encodeURIComponent(file.unit.id)}`, words: 'Leave visit' }}
    >
      <Standing>
        <Mark kind={DISPOSITION_MARK[judgement.disposition]} word={DISPOSITION_WORDS[judgement.disposition]} />
        <p>
          {closed === undefined
            ? signature.status === 'discarded'
              ? `Discarded ${dayText(signature.discarded.at)} by ${signature.discarded.by}: ${signature.discarded.reason}.`
              : signature.status === 'amending'
                ? `Signed off ${dayText(signature.closed.at)}; an amendment is open: ${signature.amendment.reason}.`
                : 'Visit is open.'
            : `Closed ${dayText(closed.at)}, ${clockTimeText(closed.at)} by ${closed.by}.`}
        </p>
      </Standing>
      <section aria-label="Readings">
        <Wide>
          <PathDrawing
            unit={file.unit}
            faces={pathFaces(layout, judged)}
            batteries={bankFaces(judged)}
            onPress={reads ? (step, point) => void navigate(placePath(visitId, { step, point })) : undefined}
          />
        </Wide>
        {steps.length === 0 ? (
          <p>Nothing is read yet. Begin with a look round the machine.</p>
        ) : (
          <Table>
            <thead>
              <tr>
                <th scope="col">Test</th>
                <th scope="col" className="number">
                  Limit
                </th>
                <th scope="col" className="number">
                  Margin
                </th>
                <th scope="col">Verdict</th>
              </tr>
            </thead>
            <tbody>
              {steps.map(({ step, point, verdict, limit, margin, because, redo, earlier }) => (
                <tr key={`${step}@${point}`}>
                  <td>
                    <ToReading detail={detail} at={{ step, point }}>
                      {stepTitle(step as JudgedStep)}, {pointName(point)}
                    </ToReading>
                    <small>
                      <Words>{`${because} ${redo ?? ''}`}</Words>{' '}
                      {earlier.length > 0 ? `Taken ${earlier.length + 1} times.` : ''}
                    </small>
                  </td>
                  <td className="number">
                    {limit === null ? null : (
                      <>
                        {limit.kind} <Figure text={measuredFigure(limit.value, limit.unit)} unit={limit.unit} />
                      </>
                    )}
                  </td>
                  <td className="number">
                    {margin === null || limit === null ? null : <Figure text={marginText(margin, limit.unit)} />}
                  </td>
                  <td>
                    <Mark kind={VERDICT_MARK[verdict]} />
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        )}
      </section>
      <Side>
        <section>
          <h2>Findings</h2>
          {judgement.findings.length === 0 ? <p>{closed === undefined ? 'None so far.' : 'None.'}</p> : null}
          <ul>
            {foldByCause(judgement.findings, file.unit).map(({ finding, folded }) => (
              <Finding key={`${finding.code}@${finding.subject}`}>
                <Mark kind={SEVERITY_MARK[finding.severity]} word={SEVERITY_WORDS[finding.severity]} />
                <strong>{findingWords(finding.code, finding.subject)}</strong>
                <span>
                  <Words>{finding.because}</Words>
                </span>
                {folded.length === 0 ? null : (
                  <span>
                    Of the same cause: {folded.map(({ code, subject }) => findingWords(code, subject)).join('; ')}
                  </span>
                )}
              </Finding>
            ))}
          </ul>
          {!takesEntries(signature) || (judgement.findings.length === 0 && (file.repairs ?? []).length === 0) ? null : (
            <KeyLink to={`/visits/${visitId}/findings`} style={{ marginTop: '0.6rem', width: '100%' }}>
              Findings and repair
            </KeyLink>
          )}
        </section>
        <BeforeAfter detail={detail} />
        {judgement.advice.map((line) => (
          <p key={line}>
            <Words>{line}</Words>
          </p>
        ))}
        {reads ? <EveryTest detail={detail} judged={judged} /> : null}
        <Ways aria-label="More about this visit">
          <Link to={`/visits/${visitId}/record`}>Record</Link>
          {signature.status === 'open' && isEmptyVisit(file) ? <DiscardVisit detail={detail} /> : null}
          <Link to={`/visits/${visitId}/again`}>Judge again under …</Link>
        </Ways>
        <Note>{DEFER_WORDS}</Note>
        {closed !== undefined ? (
          <Amend detail={detail} />
        ) : signature.status === 'discarded' ? null : !reads ? (
          <Note role="status">You look on here: who learns or works signs in to read.</Note>
        ) : (
          <Keys>
            {next === null ? (
              <PrimaryKeyLink to={`/visits/${visitId}/close`}>
                {judgement.missing.length === 0 ? 'Close the visit' : 'Close the visit unfinished'}
              </PrimaryKeyLink>
            ) : (
              <>
                <PrimaryKeyLink to={placePath(visitId, next)}>{nextWords(next)}</PrimaryKeyLink>
                <KeyLink to={`/visits/${visitId}/close`}>Close the visit unfinished</KeyLink>
              </>
            )}
          </Keys>
        )}
      </Side>
    </VisitSheet>
  );
};
