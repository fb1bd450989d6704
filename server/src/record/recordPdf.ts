import {
  readerWords,
  unitsKept,
  VERDICT_WORDS,
  wordsIn,
  type Disposition,
  type ReaderUnits,
  type RecordRow,
  type Verdict,
  type VisitRecord,
} from '@vaktman/core';
import type { Content, TableCell } from 'pdfmake';
import { PRINTED_MARKS } from './marks';
import type { Paper } from './paper';
import { INK, madePdf, SECOND } from './pdf';
import { traceSvg } from './traceSvg';

const RULE = '#B4BCB8';

const DISPOSITION_VERDICT: Readonly<Record<Disposition, Verdict>> = {
  ready: 'pass',
  'ready-watch': 'marginal',
  unfinished: 'inconclusive',
  'no-sign': 'inconclusive',
  hold: 'fail',
};

const marked = (verdict: Verdict, word: string, size = 9): Content => ({
  columns: [
    { svg: PRINTED_MARKS[verdict], width: size, margin: [0, 1, 0, 0] },
    { text: word, bold: true, fontSize: size, margin: [3, 0, 0, 0] },
  ],
  columnGap: 2,
});

const heading = (text: string): Content => ({ text, style: 'heading', headlineLevel: 1 });

const ruled = () => ({
  hLineWidth: (row: number) => (row === 0 ? 0 : row === 1 ? 1 : 0.5),
  vLineWidth: () => 0,
  hLineColor: (row: number) => (row === 1 ? INK : RULE),
  paddingLeft: () => 0,
  paddingRight: () => 8,
  paddingTop: () => 2.5,
  paddingBottom: () => 2.5,
});

const rowCells = (row: RecordRow): TableCell[] => [
  {
    stack: [
      { text: row.test, bold: true },
      { text: row.because, color: SECOND, fontSize: 8 },
      ...(row.retakes.length === 0
        ? []
        : [{ text: `Earlier: ${row.retakes.join('; ')}`, color: SECOND, fontSize: 8, italics: true }]),
    ],
  },
  row.read,
  row.limit,
  { text: row.margin, alignment: 'right' },
  marked(row.verdict, row.verdictWord),
  row.by,
];

const readings = (title: string, rows: readonly RecordRow[]): Content[] => [
  heading(title),
  {
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: ['*', 92, 62, 38, 62, 54],
      body: [
        ['Test', 'Read', 'Limit', 'Margin', 'Verdict', 'Taken by'].map((text) => ({ text, style: 'head' })),
        ...rows.map(rowCells),
      ],
    },
    layout: ruled(),
  },
];

const bullets = (title: string, lines: readonly string[]): Content[] =>
  lines.length === 0 ? [] : [heading(title), { ul: [...lines], markerColor: SECOND }];

const traces = (record: VisitRecord, inUnits: (text: string) => string): Content[] =>
  record.traces.flatMap(({ title, words, picture }): Content[] => [
    heading(title),
    { text: words, margin: [0, 0, 0, 4] },
    { svg: traceSvg(picture, inUnits), width: 515 },
  ]);

const pairs = (entries: readonly (readonly [string, string])[]): Content => ({
  columns: [0, 1]
    .map((column) => entries.filter((_, index) => index % 2 === column))
    // A table without a row cannot be laid out.
    .filter((own) => own.length > 0)
    .map((own) => ({
      width: '*',
      table: {
        widths: [66, '*'],
        body: own.map(([label, value]): TableCell[] => [
          { text: label, color: SECOND },
          { text: value, bold: true },
        ]),
      },
      layout: 'noBorders',
    })),
  columnGap: 18,
});

const findings = (record: VisitRecord): Content[] => [
  heading('Findings'),
  record.findings.length === 0
    ? { text: 'None.' }
    : {
        stack: record.findings.map((finding): Content => ({
          unbreakable: true,
          margin: [0, 0, 0, 5],
          stack: [
            { text: `${finding.title}: ${finding.severityWord}`, bold: true },
            ...(finding.goesWith === null ? [] : [{ text: `Goes with: ${finding.goesWith}`, italics: true }]),
            ...(finding.because === '' ? [] : [{ text: finding.because }]),
            ...(finding.evidenceFor.length === 0
              ? []
              : [{ text: `For it: ${finding.evidenceFor.join('; ')}`, color: SECOND, fontSize: 8 }]),
            ...(finding.evidenceAgainst.length === 0
              ? []
              : [{ text: `Against it: ${finding.evidenceAgainst.join('; ')}`, color: SECOND, fontSize: 8 }]),
            ...finding.decided.map((text) => ({ text, italics: true })),
          ],
        })),
      },
];

const beforeAfter = ({ beforeAfter: entries }: VisitRecord): Content[] =>
  entries.length === 0
    ? []
    : [
        heading('Before and after repair'),
        {
          table: {
            headerRows: 1,
            widths: ['*', '*', 72, 66, 72, 66],
            body: [
              ['Test', 'Repair', 'Before', '', 'After', ''].map((text) => ({ text, style: 'head' })),
              ...entries.map((entry): TableCell[] => [
                { text: entry.test, bold: true },
                entry.repair,
                entry.before,
                marked(entry.beforeVerdict, VERDICT_WORDS[entry.beforeVerdict]),
                entry.after,
                marked(entry.afterVerdict, VERDICT_WORDS[entry.afterVerdict]),
              ]),
            ],
          },
          layout: ruled(),
        },
      ];

/** What was added after sign-off, before anything else: what was signed stays beside it. */
const amendments = ({ amended }: VisitRecord): Content[] =>
  amended === null
    ? []
    : [
        {
          margin: [0, 0, 0, 8],
          stack: [
            { text: `Amended after sign-off. Signed as: ${amended.signedWord}.`, bold: true },
            ...amended.amendments.flatMap(({ head, lines }): Content[] => [
              { text: head },
              ...(lines.length === 0 ? [] : [{ ul: [...lines], markerColor: SECOND, color: SECOND, fontSize: 8 }]),
            ]),
          ],
        },
      ];

/** Made for each record: the library writes into what it lays out. */
const signatures = (): Content => ({
  unbreakable: true,
  margin: [0, 26, 0, 0],
  columns: ['Technician', 'Lead hand', 'Received'].map((who) => ({
    width: '*',
    stack: [
      { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 150, y2: 0, lineWidth: 0.8, lineColor: INK }] },
      { text: `${who}, date`, color: SECOND, fontSize: 8, margin: [0, 2, 0, 0] },
    ],
  })),
});

/**
 * The record of a visit as a PDF: conditions, every reading with limit, margin and verdict, findings with evidence,
 * before and after, cautions, and room for signatures. Ink on white.
 * @param recordedBy who recorded it on which device, as lines
 * @param units as its reader likes them; what is kept of the visit stays in ours
 */
export const recordPdf = async (
  kept: VisitRecord,
  recordedBy: readonly string[],
  paper: Paper,
  units: ReaderUnits,
): Promise<Uint8Array> => {
  const words = (text: string): string => unitsKept(readerWords(text, units));
  const record = wordsIn(kept, words);
  return madePdf(
    paper,
    `${record.unitId}: battery, starting and charging record`,
    [
      {
        columns: [
          { text: record.unitId, fontSize: 26, bold: true, width: 'auto' },
          { text: record.description, fontSize: 12, margin: [10, 12, 0, 0], width: '*' },
          {
            ...(marked(DISPOSITION_VERDICT[record.disposition], record.dispositionWord, 15) as object),
            width: 150,
            margin: [0, 8, 0, 0],
          } as Content,
        ],
      },
      {
        canvas: [{ type: 'line', x1: 0, y1: 3, x2: paper === 'A4' ? 515 : 532, y2: 3, lineWidth: 1.6, lineColor: INK }],
        margin: [0, 0, 0, 6],
      },
      ...amendments(record),
      pairs(record.head),
      ...bullets(
        'Batteries',
        record.batteries.map(([position, words]) => `${position}: ${words}`),
      ),
      ...findings(record),
      ...beforeAfter(record),
      ...record.stages.flatMap(({ title, rows }) => readings(title, rows)),
      ...traces(record, words),
      ...bullets('Not read', record.missing),
      ...bullets('Repairs', record.repairs),
      ...bullets('What the readings say together', record.advice),
      ...bullets('Cautions acknowledged', record.cautions),
      ...bullets('In the course of the visit', record.events),
      heading('Closing'),
      pairs(record.closing),
      ...bullets('Recorded by', recordedBy),
      { text: record.deferWords, color: SECOND, margin: [0, 10, 0, 0] },
      signatures(),
    ],
    `${record.unitId}, ${record.description}`,
  );
};
