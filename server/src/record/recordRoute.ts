import type { RecordQuery, VisitDetail } from '@vaktman/contract';
import { timesIn, visitText, fullVisitFile, visitRecord } from '@vaktman/core';
import { paperOf } from './paper';
import type { PdfThread } from './pdfThread';

/** Headers that make a browser keep an answer as a file. */
export const attachment = (name: string): Record<string, string> => ({
  'content-disposition': `attachment; filename="${name.replace(/[^A-Za-z0-9._-]+/g, '-')}"`,
});

const fileName = ({ file }: VisitDetail, ending: string): string =>
  `${file.unit.id}-${file.visit.at.slice(0, 10)}.${ending}`;

/** The record of a visit as a PDF to keep or print, in the units its reader likes. */
export const recordAnswer = async (
  pdfs: PdfThread,
  detail: VisitDetail,
  recordedBy: readonly string[],
  timeZone: string,
  { paper, ...units }: RecordQuery,
): Promise<Response> => {
  const words = timesIn(timeZone);
  const pdf = await pdfs.make({
    kind: 'record',
    record: visitRecord(detail, words.dayTime, undefined, words.zone),
    recordedBy,
    paper: paperOf(paper),
    units,
  });
  return new Response(Buffer.from(pdf), {
    headers: { 'content-type': 'application/pdf', ...attachment(fileName(detail, 'pdf')) },
  });
};

/** The visit as an open file. */
export const fileAnswer = (detail: VisitDetail): Response =>
  new Response(visitText(fullVisitFile(detail)), {
    headers: { 'content-type': 'application/json', ...attachment(fileName(detail, 'visit.json')) },
  });
