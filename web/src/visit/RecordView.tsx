import { fullVisitFile, unitsKept, visitRecord, visitText, wordsIn, type VisitId } from '@vaktman/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { useReaderUnits, useWords } from '../control/ReaderContext';
import { dateOf, dayTimeText, yardZoneName } from '../control/dates';
import { Key, PrimaryKey } from '../control/Key';
import { DISPOSITION_MARK, Mark, VERDICT_MARK } from '../control/Mark';
import { saveText } from '../control/saveText';
import { useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import { SEVERITY_MARK } from './severityMark';
import { KeptTrace } from '../trace/KeptTrace';
import { Pictures } from '../picture/Pictures';
import { Amend } from './Amend';
import type { StepProps } from './stepProps';
import { Keys, Side, VisitSheet } from './VisitSheet';
import { RecordMakers } from './RecordMakers';
import { RecordLines, RecordRows } from './RecordRows';
import { Facts, Paper, Signatures, Table } from './recordStyle';

const OffPaper = styled.div`
  ${PHONE} {
    display: contents;
  }
  @media print {
    display: none;
  }
`;

/** The record of a visit in the reader's words. */
const useRecord = (detail: StepProps['detail'], judged: StepProps['judged']) => {
  const words = useWords();
  return useMemo(
    () => wordsIn(visitRecord(detail, dayTimeText, judged.judgement, yardZoneName()), (text) => unitsKept(words(text))),
    [detail, judged, words],
  );
};

/** Fetches the record as a PDF on a paper, in the reader's units. */
const useRecordPdf = (visitId: VisitId): ((paper: string) => void) => {
  const units = useReaderUnits();
  return (paper) =>
    window.location.assign(`/api/visits/${visitId}/record.pdf?${new URLSearchParams({ paper, ...units })}`);
};

/** The record of a visit: what is printed, kept as PDF, and handed to other programs as a file. */
export const RecordView = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const record = useRecord(detail, judged);
  const visitId = detail.file.visit.id;
  const practice = useAppSelector((state) => state.practice.visits[visitId] !== undefined);
  const pdf = useRecordPdf(visitId);
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
        <RecordLines title="Batteries" lines={record.batteries.map(([position, words]) => `${position}: ${words}`)} />
        <section>
          <h2>Findings</h2>
          {record.findings.length === 0 ? <p>None.</p> : null}
          <ul>
            {record.findings.map((finding) => (
              <li key={finding.title} style={{ padding: '0.4rem 0' }}>
                <Mark kind={SEVERITY_MARK[finding.severity]} word={finding.severityWord} />{' '}
                <strong>{finding.title}</strong>
                {finding.goesWith === null ? null : <p>Goes with: {finding.goesWith}</p>}
                {finding.because === '' ? null : <p>{finding.because}</p>}
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
        {record.traces.map((trace) => (
          <KeptTrace key={trace.eventId} visitId={detail.file.visit.id} trace={trace} />
        ))}
        <Pictures detail={detail} />
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
            <RecordRows rows={rows} />
          </section>
        ))}
        <RecordLines title="Not read" lines={record.missing} />
        <RecordLines title="Repairs" lines={record.repairs} />
        <RecordLines title="What the readings say together" lines={record.advice} />
        <RecordLines title="Cautions acknowledged" lines={record.cautions} />
        <RecordLines title="In the course of the visit" lines={record.events} />
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
        {practice ? null : <RecordMakers visitId={visitId} />}
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
