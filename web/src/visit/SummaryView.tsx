import {
  alternatorIds,
  DISPOSITION_WORDS,
  findingWords,
  isSeriesBank,
  type JudgedStep,
  pointName,
  positions,
  type ReadStep,
  rechargePoints,
  type Severity,
  SEVERITY_WORDS,
  stepTitle,
  type Unit,
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
import type { MeasureStepName } from './measureSpecs';
import { nextOnScreen, placePath, STEPS_WITH_SCREEN } from './nextPlace';
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
const Keys = styled.div`
  position: sticky;
  bottom: 0;
  display: grid;
  gap: 0.6rem;
  padding: 0.6rem 0;
  background: var(--paper);
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

/** Readings the order does not ask for by itself, but that settle what others leave open. */
const furtherPlaces = (unit: Unit): { step: MeasureStepName; point: string }[] => [
  { step: 'start.crankVolts', point: 'bank' },
  { step: 'start.crankVolts', point: 'starter' },
  ...alternatorIds(unit).map((point) => ({ step: 'charge.volts' as const, point })),
  ...(isSeriesBank(unit.bank) ? positions(unit).map((point) => ({ step: 'charge.volts' as const, point })) : []),
  ...rechargePoints(unit)
    .filter((point) => point !== 'bank')
    .map((point) => ({ step: 'charge.recharge' as const, point })),
];

const Places = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  margin-top: 0.4rem;
  a {
    display: inline-flex;
    align-items: center;
    min-height: 48px;
    padding: 0 0.8rem;
    border: 1.4px solid var(--rule);
    font-weight: 620;
    text-decoration: none;
  }
  a:hover {
    background: var(--shade);
  }
`;

/** What the visit still owes, and the tests that help when a reading leaves a question. */
const StillToRead = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const visitId = detail.file.visit.id;
  const { missing, steps } = judged.judgement;
  const owed = missing.filter(({ step }) => !step.startsWith('look.') && STEPS_WITH_SCREEN.has(step as ReadStep));
  const looks = missing.some(({ step }) => step.startsWith('look.'));
  const further = furtherPlaces(detail.file.unit).filter(
    ({ step, point }) => !steps.some((read) => read.step === step && read.point === point),
  );
  return (
    <section>
      {owed.length === 0 && !looks ? null : (
        <>
          <h2>Still to read</h2>
          <Places>
            {looks ? (
              <li>
                <Link to={`/visits/${visitId}/look`}>Look</Link>
              </li>
            ) : null}
            {owed.map((place) => (
              <li key={`${place.step}@${place.point}`}>
                <Link to={placePath(visitId, place)}>
                  {stepTitle(place.step as JudgedStep)}, {pointName(place.point)}
                </Link>
              </li>
            ))}
          </Places>
        </>
      )}
      <h2 style={{ marginTop: '1rem' }}>When a question is left</h2>
      <Places>
        {further.map((place) => (
          <li key={`${place.step}@${place.point}`}>
            <Link to={placePath(visitId, place)}>
              {stepTitle(place.step)}, {pointName(place.point)}
            </Link>
          </li>
        ))}
      </Places>
    </section>
  );
};

/** How a visit stands: every reading with its verdict, what was found, what is still owed, and the way to close it. */
export const SummaryView = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const { file, events } = detail;
  const { judgement } = judged;
  const recorder = useRecorder(file.visit.id, file.visit.technician);
  const closed = events.findLast(({ kind }) => kind === 'closed');
  const next = closed === undefined ? nextOnScreen(judged) : null;
  const steps = judgement.steps.filter(({ step, verdict }) => !step.startsWith('look.') || verdict !== 'pass');
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
                      {STEPS_WITH_SCREEN.has(step as ReadStep) ? (
                        <Link to={placePath(file.visit.id, { step, point })}>
                          {stepTitle(step as JudgedStep)}, {pointName(point)}
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
          {closed !== undefined ? null : <StillToRead detail={detail} judged={judged} />}
          {judgement.advice.map((line) => (
            <p key={line}>{line}</p>
          ))}
          <Note>{DEFER_WORDS}</Note>
          {closed !== undefined ? null : (
            <Keys>
              {next === null ? (
                <PrimaryKey onPress={() => void recorder.event({ kind: 'closed', remark: '' })}>
                  Close the visit
                </PrimaryKey>
              ) : (
                <>
                  <PrimaryKeyLink to={placePath(file.visit.id, next)}>
                    Next: {stepTitle(next.step).toLowerCase()}, {pointName(next.point)}
                  </PrimaryKeyLink>
                  <Key
                    onPress={() => void recorder.event({ kind: 'closed', remark: 'closed before every step was read' })}
                  >
                    Close the visit unfinished
                  </Key>
                </>
              )}
            </Keys>
          )}
        </Side>
      </Sheet>
    </>
  );
};
