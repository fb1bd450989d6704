import { visitText, fullVisitFile, visitRecord, type RecordRow } from '@vaktman/core';
import { useMemo, type ReactNode } from 'react';
import styled from 'styled-components';
import { dateOf, dayTimeText, yardZoneName } from '../control/dates';
import { Key, PrimaryKey } from '../control/Key';
import { DISPOSITION_MARK, Mark, VERDICT_MARK } from '../control/Mark';
import { saveText } from '../control/saveText';
import { useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import { SEVERITY_MARK } from './severityMark';
import { Amend } from './Amend';
import type { StepProps } from './stepProps';
import { Keys, Side, VisitSheet } from './VisitSheet';

const Paper = styled.article`
  max-width: 60rem;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1rem;
  position: relative;
  &[data-practice]::after {
    content: 'PRACTICE  NO RECORD';
    position: absolute;
    inset: 20% 0 auto;
    text-align: center;
    font-size: 5rem;
    font-weight: 800;
    transform: rotate(-18deg);
    opacity: 0.28;
    pointer-events: none;
  }
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 0.4rem 1.4rem;
    border-bottom: 3px solid var(--ink);
    padding-bottom: 0.4rem;
    strong {
      font-size: 2.2rem;
    }
  }
  @media print {
    font-size: 9.5pt;
    color: #000;
  }
`;
const Facts = styled.dl`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0.2rem 2rem;
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
  }
  div {
    display: grid;
    grid-template-columns: 7rem 1fr;
    gap: 0.6rem;
  }
  dt {
    color: var(--ink-2);
  }
  dd {
    font-weight: 620;
  }
`;
const Scroll = styled.div`
  overflow-x: auto;
  @media print {
    overflow: visible;
  }
`;
const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  th {
    text-align: left;
    font-size: 0.9rem;
    font-weight: 500;
    color: var(--ink-2);
    border-bottom: 2px solid var(--ink);
    padding-right: 0.8rem;
  }
  td {
    border-bottom: 1px solid var(--rule);
    padding: 0.3rem 0.8rem 0.3rem 0;
    vertical-align: top;
  }
  small {
    display: block;
    color: var(--ink-2);
    font-size: 0.9em;
  }
  .number {
    text-align: right;
    white-space: nowrap;
  }
  tr {
    break-inside: avoid;
  }
`;
const Signatures = styled.div`
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 2rem;
  margin-top: 3rem;
  break-inside: avoid;
  span {
    border-top: 1.4px solid var(--ink);
    color: var(--ink-2);
    font-size: 0.9rem;
    padding-top: 0.2rem;
  }
`;
const OffPaper = styled.div`
  ${PHONE} {
    display: contents;
  }
  @media print {
    display: none;
  }
`;

const Rows = ({ rows }: { rows: readonly RecordRow[] }) => (
  <Scroll role="region" aria-label="Readings" tabIndex={0}>
    <Table>
      <thead>
        <tr>
          {['Test', 'Read', 'Limit', 'Margin', 'Verdict', 'Taken by'].map((words) => (
            <th key={words} scope="col">
              {words}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.test}>
            <td>
              <strong>{row.test}</strong>
              <small>{row.because}</small>
              {row.retakes.length === 0 ? null : <small>Earlier: {row.retakes.join('; ')}</small>}
            </td>
            <td>{row.read}</td>
            <td>{row.limit}</td>
            <td className="number">{row.margin}</td>
            <td>
              <Mark kind={VERDICT_MARK[row.verdict]} />
            </td>
            <td>{row.by}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  </Scroll>
);

const Lines = ({ title, lines }: { title: string; lines: readonly string[] }): ReactNode =>
  lines.length === 0 ? null : (
    <section>
      <h2>{title}</h2>
      <ul>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  );

/** The record of a visit: what is printed, kept as PDF, and handed to other programs as a file. */
export const RecordView = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const record = useMemo(() => visitRecord(detail, dayTimeText, judged.judgement, yardZoneName()), [detail, judged]);
  const visitId = detail.file.visit.id;
  const practice = useAppSelector((state) => state.practice.visits[visitId] !== undefined);
  const pdf = (paper: string): void => window.location.assign(`/api/visits/${visitId}/record.pdf?paper=${paper}`);
  return (
    <VisitSheet detail={detail} judged={judged}>
      <Paper data-practice={practice || undefined}>
        <header>
          <strong>{record.unitId}</strong>
          <span>{record.description}</span>
          <Mark kind={DISPOSITION_MARK[record.disposition]} word={record.dispositionWord} />
        </header>
        {record.amended === null ? null : (
          <section>
            <h2>Amended after sign-off</h2>
            <p>
              Signed as{' '}
              <Mark kind={DISPOSITION_MARK[record.amended.signedDisposition]} word={record.amended.signedWord} />
            </p>
            <ul>
              {record.amended.amendments.map(({ head, lines }) => (
                <li key={head}>
                  <strong>{head}</strong>
                  <ul>
                    {lines.map((line) => (
                      <li key={line}>{line}</li>
                    ))}
                  </ul>
                </li>
              ))}
            </ul>
          </section>
        )}
        <Facts>
          {record.head.map(([label, value]) => (
            <div key={label}>
              <dt>{label}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </Facts>
        <Lines title="Batteries" lines={record.batteries.map(([position, words]) => `${position}: ${words}`)} />
        <section>
          <h2>Findings</h2>
          {record.findings.length === 0 ? <p>None.</p> : null}
          <ul>
            {record.findings.map((finding) => (
              <li key={finding.title} style={{ padding: '0.4rem 0' }}>
                <Mark kind={SEVERITY_MARK[finding.severity]} word={finding.severityWord} />{' '}
                <strong>{finding.title}</strong>
                <p>{finding.because}</p>
                {finding.evidenceFor.length === 0 ? null : <p>For it: {finding.evidenceFor.join('; ')}</p>}
                {finding.evidenceAgainst.length === 0 ? null : <p>Against it: {finding.evidenceAgainst.join('; ')}</p>}
                {finding.decided.map((words) => (
                  <p key={words}>
                    <strong>{words}</strong>
                  </p>
                ))}
              </li>
            ))}
          </ul>
        </section>
        {record.beforeAfter.length === 0 ? null : (
          <section>
            <h2>Before and after repair</h2>
            <Table>
              <tbody>
                {record.beforeAfter.map((entry) => (
                  <tr key={`${entry.test} ${entry.repair}`}>
                    <td>
                      <strong>{entry.test}</strong>
                      <small>{entry.repair}</small>
                    </td>
                    <td>
                      {entry.before} <Mark kind={VERDICT_MARK[entry.beforeVerdict]} />
                    </td>
                    <td>
                      {entry.after} <Mark kind={VERDICT_MARK[entry.afterVerdict]} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </section>
        )}
        {record.stages.map(({ title, rows }) => (
          <section key={title}>
            <h2>{title}</h2>
            <Rows rows={rows} />
          </section>
        ))}
        <Lines title="Not read" lines={record.missing} />
        <Lines title="Repairs" lines={record.repairs} />
        <Lines title="What the readings say together" lines={record.advice} />
        <Lines title="Cautions acknowledged" lines={record.cautions} />
        <Lines title="In the course of the visit" lines={record.events} />
        <section>
          <h2>Closing</h2>
          <Facts>
            {record.closing.map(([label, value]) => (
              <div key={label}>
                <dt>{label}</dt>
                <dd>{value}</dd>
              </div>
            ))}
          </Facts>
        </section>
        <p>{record.deferWords}</p>
        <Signatures>
          <span>Technician, date</span>
          <span>Lead hand, date</span>
          <span>Received, date</span>
        </Signatures>
      </Paper>
      <OffPaper>
        <Side>
          <h2>Hand over</h2>
          <Keys>
            {practice ? null : (
              <>
                <Key onPress={() => pdf('A4')}>PDF, A4</Key>
                <Key onPress={() => pdf('Letter')}>PDF, Letter</Key>
              </>
            )}
            <Key
              onPress={() =>
                saveText(
                  `${record.unitId}-${dateOf(detail.file.visit.at)}.visit.json`,
                  visitText(fullVisitFile(detail)),
                )
              }
            >
              Save the visit file
            </Key>
            <Amend detail={detail} />
            <PrimaryKey onPress={() => window.print()}>Print</PrimaryKey>
          </Keys>
        </Side>
      </OffPaper>
    </VisitSheet>
  );
};
