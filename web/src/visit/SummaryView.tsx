import {
  DISPOSITION_WORDS,
  findingWords,
  pointName,
  SEVERITY_WORDS,
  stepTitle,
  type JudgedStep,
  type Severity,
} from '@vaktman/core';
import { Link } from 'react-router';
import styled from 'styled-components';
import { clockTimeText, dayText } from '../control/dates';
import { Figure } from '../control/Figure';
import { Key, PrimaryKey, PrimaryKeyLink } from '../control/Key';
import { DISPOSITION_MARK, Mark, VERDICT_MARK, type MarkKind } from '../control/Mark';
import { bankWords } from '../control/words';
import { BankDrawing } from '../drawing/BankDrawing';
import { DeviceKeys } from '../frame/DeviceKeys';
import { EndLink } from '../frame/EndLink';
import { TitleBlock } from '../frame/TitleBlock';
import { NARROW, PHONE } from '../theme/screen';
import { DEFER_WORDS } from './cautions';
import { nextOnScreen, placePath } from './nextPlace';
import type { StepProps } from './stepProps';
import { useRecorder } from './useVisit';
import { bankFaces } from './VisitFrame';

const Sheet = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 1.2rem 2rem;
  padding: 1.2rem 1.5rem 1.5rem;
  align-items: start;
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr) 320px;
  }
  ${PHONE} {
    display: flex;
    flex-direction: column;
    align-items: stretch;
    padding: 0.9rem 0.9rem 3rem;
  }
`;
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
const Side = styled.aside`
  display: grid;
  gap: 1rem;
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
const Note = styled.p`
  color: var(--ink-2);
  font-size: 0.95rem;
`;

const SEVERITY_MARK: Readonly<Record<Severity, MarkKind>> = {
  replace: 'failed',
  repair: 'failed',
  recharge: 'notyet',
  recheck: 'notyet',
  watch: 'marginal',
};

/** How a visit stands: every reading with its verdict, what was found, what is still owed, and the way to close it. */
export const SummaryView = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const { file, events } = detail;
  const { judgement } = judged;
  const recorder = useRecorder(file.visit.id, file.visit.technician);
  const closed = events.findLast(({ kind }) => kind === 'closed');
  const next = closed === undefined ? nextOnScreen(judged) : null;
  const steps = judgement.steps.filter(({ step }) => !step.startsWith('look.') || judgement.steps.length < 40);
  return (
    <>
      <TitleBlock
        plate={file.unit.id}
        lines={[file.unit.description]}
        cells={[
          { label: 'Bank', value: bankWords(file.unit.systemVolts, file.unit.bank.arrangement) },
          { label: 'Visit', value: `${dayText(file.visit.at)}, ${clockTimeText(file.visit.at)}` },
          { label: 'Technician', value: file.visit.technician },
          { label: 'Method', value: `${judgement.method.profile}, version ${judgement.method.version}` },
        ]}
        end={
          <>
            <DeviceKeys />
            <EndLink to={`/units/${encodeURIComponent(file.unit.id)}`}>Leave visit</EndLink>
          </>
        }
      />
      <Sheet>
        <Standing>
          <Mark kind={DISPOSITION_MARK[judgement.disposition]} word={DISPOSITION_WORDS[judgement.disposition]} />
          <p>
            {closed === undefined
              ? 'Visit is open.'
              : `Closed ${dayText(closed.at)}, ${clockTimeText(closed.at)} by ${closed.by}.`}
          </p>
        </Standing>
        <section aria-label="Readings">
          {steps.length === 0 ? (
            <p>Nothing is read yet. Begin with battery A at rest.</p>
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
                      {step === 'battery.openCircuit' || step === 'battery.load' ? (
                        <Link to={placePath(file.visit.id, { step, point })}>
                          {stepTitle(step)}, {pointName(point)}
                        </Link>
                      ) : (
                        `${stepTitle(step as JudgedStep)}, ${pointName(point)}`
                      )}
                      <small>
                        {because} {redo} {earlier.length > 0 ? `Taken ${earlier.length + 1} times.` : ''}
                      </small>
                    </td>
                    <td className="number">
                      {limit === null ? null : (
                        <>
                          {limit.kind} <Figure text={limit.value.toFixed(2)} unit={limit.unit} />
                        </>
                      )}
                    </td>
                    <td className="number">
                      {margin === null ? null : (
                        <Figure text={`${margin < 0 ? '−' : '+'}${Math.abs(margin).toFixed(2)}`} />
                      )}
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
          <BankDrawing bank={file.unit.bank} faces={bankFaces(judged)} />
          <section>
            <h2>Findings</h2>
            {judgement.findings.length === 0 ? <p>None so far.</p> : null}
            <ul>
              {judgement.findings.map(({ code, subject, severity, because }) => (
                <Finding key={`${code}@${subject}`}>
                  <Mark kind={SEVERITY_MARK[severity]} word={SEVERITY_WORDS[severity]} />
                  <strong>{findingWords(code, subject)}</strong>
                  <span>{because}</span>
                </Finding>
              ))}
            </ul>
          </section>
          {judgement.advice.map((line) => (
            <p key={line}>{line}</p>
          ))}
          <Note>{DEFER_WORDS}</Note>
          {closed !== undefined ? null : next === null ? (
            <PrimaryKey onPress={() => void recorder.event({ kind: 'closed', remark: '' })}>Close the visit</PrimaryKey>
          ) : (
            <>
              <PrimaryKeyLink to={placePath(file.visit.id, next)}>
                Next: {stepTitle(next.step).toLowerCase()}, {pointName(next.point)}
              </PrimaryKeyLink>
              <Key
                onPress={() => void recorder.event({ kind: 'closed', remark: 'closed before every battery was read' })}
              >
                Close the visit unfinished
              </Key>
            </>
          )}
        </Side>
      </Sheet>
    </>
  );
};
