import { visitRecord, type VisitDetail } from '@vaktman/contract';
import { visitText } from '@vaktman/core';
import { paperOf } from './pdf';
import { recordPdf } from './recordPdf';

/** Instants in the yard's zone, as the record prints them. */
const timeIn = (timeZone: string): ((iso: string) => string) => {
  const format = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });
  return (iso) => format.format(new Date(iso));
};

/** Headers that make a browser keep an answer as a file. */
export const attachment = (name: string): Record<string, string> => ({
  'content-disposition': `attachment; filename="${name.replace(/[^A-Za-z0-9._-]+/g, '-')}"`,
});

const fileName = ({ file }: VisitDetail, ending: string): string =>
  `${file.unit.id}-${file.visit.at.slice(0, 10)}.${ending}`;

/** The record of a visit as a PDF to keep or print. */
export const recordAnswer = async (
  detail: VisitDetail,
  timeZone: string,
  paper: string | undefined,
): Promise<Response> => {
  const pdf = await recordPdf(visitRecord(detail, timeIn(timeZone)), paperOf(paper));
  return new Response(Buffer.from(pdf), {
    headers: { 'content-type': 'application/pdf', ...attachment(fileName(detail, 'pdf')) },
  });
};

/** The visit as an open file. */
export const fileAnswer = (detail: VisitDetail): Response =>
  new Response(visitText(detail.file), {
    headers: { 'content-type': 'application/json', ...attachment(fileName(detail, 'visit.json')) },
  });
