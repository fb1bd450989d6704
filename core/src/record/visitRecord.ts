import type { UnitId } from '../quantity/id';
import type { VisitFile } from '../file/visitFile';
import { findingWords } from '../finding/catalogue';
import { foldByCause } from '../finding/oneCause';
import type { Severity } from '../judging/findingCode';
import type { Verdict } from '../judging/verdict';
import type { VisitEvent } from '../judging/visitEvent';
import type { TracePicture } from '../trace/picture';
import { limitText, marginText } from '../judging/limitText';
import { present } from '../quantity/present';
import { readingText, type Reading } from '../step/catalogue';
import { DISPOSITION_WORDS, type Disposition } from '../visit/disposition';
import { judge } from '../visit/judge';
import type { Judgement } from '../visit/judgement';
import { beforeAndAfter } from '../visit/retest';
import { amendmentsOf, asSigned } from '../visit/signed';
import { SEVERITY_WORDS, VERDICT_WORDS } from '../visit/words';
import { CAUTION_WORDS, DEFER_WORDS } from '../judging/cautions';
import { signedJudgement, type RecordedVisit } from '../visit/recordedVisit';
import { batteryLines, closingLines, headLines, repairLines, type Line, type Time } from './recordLines';
import { decisions, eventWords, placeTitle } from './recordWords';

/** One reading on the record. */
export interface RecordRow {
  readonly test: string;
  readonly read: string;
  readonly limit: string;
  readonly margin: string;
  readonly verdict: Verdict;
  readonly verdictWord: string;
  readonly because: string;
  readonly by: string;
  readonly retakes: readonly string[];
}

/** A visit as it is printed: the same words on screen, on paper and in the PDF. */
export interface VisitRecord {
  readonly unitId: UnitId;
  readonly description: string;
  readonly disposition: Disposition;
  readonly dispositionWord: string;
  readonly head: readonly Line[];
  readonly stages: readonly { readonly title: string; readonly rows: readonly RecordRow[] }[];
  readonly findings: readonly {
    readonly severity: Severity;
    readonly severityWord: string;
    readonly title: string;
    /** The finding whose cause it shares, and with which it is expected to go away; null when it stands by itself. */
    readonly goesWith: string | null;
    /** What no row of the record says already. */
    readonly because: string;
    readonly evidenceFor: readonly string[];
    readonly evidenceAgainst: readonly string[];
    readonly decided: readonly string[];
  }[];
  readonly beforeAfter: readonly {
    readonly test: string;
    readonly repair: string;
    readonly before: string;
    readonly beforeVerdict: Verdict;
    readonly after: string;
    readonly afterVerdict: Verdict;
  }[];
  readonly repairs: readonly string[];
  /** By position. */
  readonly batteries: readonly Line[];
  readonly missing: readonly string[];
  readonly advice: readonly string[];
  readonly events: readonly string[];
  /** Cranks as they were seen, each with the line that tells of it. */
  readonly traces: readonly {
    readonly eventId: string;
    readonly title: string;
    readonly words: string;
    readonly picture: TracePicture;
  }[];
  readonly cautions: readonly string[];
  readonly closing: readonly Line[];
  /** What was signed, and what was added to it since; null while nothing was. */
  readonly amended: {
    readonly signedWord: string;
    readonly signedDisposition: Disposition;
    readonly amendments: readonly { readonly head: string; readonly lines: readonly string[] }[];
  } | null;
  readonly deferWords: string;
}

const STAGES = [
  ['look.', 'Look'],
  ['battery.', 'Batteries'],
  ['start.', 'Starting'],
  ['charge.', 'Charging'],
] as const;

/** Rows of which two that are judged together, as the sides of a sum, give their reason once. */
const saidOnce = (rows: readonly RecordRow[]): readonly RecordRow[] =>
  rows.map((row, at) =>
    row.because === rows[at - 1]?.because ? { ...row, because: 'judged with the one above' } : row,
  );

/** The pictures of cranks, the last of each reading. */
const tracesOf = (events: readonly VisitEvent[], readings: readonly Reading[], time: Time): VisitRecord['traces'] =>
  events.flatMap((event) => {
    const reading = event.kind === 'traced' ? readings.find(({ id }) => id === event.reading) : undefined;
    return event.kind !== 'traced' || reading === undefined
      ? []
      : [
          {
            eventId: event.eventId,
            title: `Crank, ${time(reading.at)}`,
            words: readingText(reading),
            picture: event.picture,
          },
        ];
  });

/** How a visit came out at its first sign-off, before what was amended. */
const firstSigned = ({ events, signedAs }: RecordedVisit, signed: VisitFile): Judgement => {
  const first = events.find((event) => event.kind === 'closed' && event.amends === undefined);
  return (first === undefined ? undefined : signedAs[first.eventId]) ?? judge(signed);
};

/** What is said of readings, by their ids. */
type Readings = ReadonlyMap<string, Reading>;

const saidOf = (readings: Readings, id: string): string => {
  const reading = readings.get(id);
  return reading === undefined ? id : `${placeTitle(reading.step, reading.point)}: ${readingText(reading)}`;
};

const rowOf = (step: Judgement['steps'][number], readings: Readings, takenBy: RecordedVisit['takenBy']): RecordRow => {
  const reading = readings.get(present(step.readings[0]));
  const { limit } = step;
  return {
    test: placeTitle(step.step, step.point),
    read: step.step === 'start.ladder' || reading === undefined ? '' : readingText(reading),
    limit: limit === null ? '' : `${limitText(limit)}${limit.from === 'maker' ? ', maker' : ''}`,
    margin: limit === null || step.margin === null ? '' : marginText(step.margin, limit.unit),
    verdict: step.verdict,
    verdictWord: VERDICT_WORDS[step.verdict],
    because: `${step.because}${step.redo === null ? '' : ` ${step.redo}`}`,
    by: [...new Set(step.readings.flatMap((id) => takenBy[id] ?? []))].join(', '),
    retakes: step.earlier.map(
      ({ readings: [first], verdict }) =>
        `${first === undefined ? '' : readings.has(first) ? readingText(present(readings.get(first))) : first}: ${VERDICT_WORDS[verdict]}`,
    ),
  };
};

/** What was found, each thing with what is expected to go away with it. */
const findingsOf = (
  judgement: Judgement,
  { file, events }: RecordedVisit,
  readings: Readings,
  time: Time,
): VisitRecord['findings'] => {
  const saidInRows = judgement.steps.map(({ because }) => because);
  const findingOf = (
    { code, subject, severity, because, evidence }: Judgement['findings'][number],
    goesWith: string | null,
  ): VisitRecord['findings'][number] => ({
    severity,
    severityWord: SEVERITY_WORDS[severity],
    title: findingWords(code, subject),
    goesWith,
    because: saidInRows.reduce((left, row) => left.replace(row, ''), because).trim(),
    evidenceFor: evidence.for.map((id) => saidOf(readings, id)),
    evidenceAgainst: evidence.against.map((id) => saidOf(readings, id)),
    decided: decisions(events, `${code}@${subject}`, time),
  });
  return foldByCause(judgement.findings, file.unit).flatMap(({ finding, folded }) => [
    findingOf(finding, null),
    ...folded.map((other) => findingOf(other, findingWords(finding.code, finding.subject))),
  ]);
};

const amendedIn = (detail: RecordedVisit, readings: Readings, time: Time): VisitRecord['amended'] => {
  const { file, events } = detail;
  const signed = asSigned(file);
  if (signed === null) return null;
  const { disposition } = firstSigned(detail, signed);
  return {
    signedDisposition: disposition,
    signedWord: DISPOSITION_WORDS[disposition],
    amendments: amendmentsOf({ ...file, events }).map((own) => ({
      head: `${time(own.amendment.at)}, ${own.amendment.by}: ${own.amendment.reason}`,
      lines: [
        ...own.readings.map((reading) => saidOf(readings, reading.id)),
        ...own.events.flatMap((event) =>
          event.kind === 'repaired'
            ? [event.repair.action]
            : event.kind === 'closed'
              ? [`signed off ${time(event.at)}${event.signedBy === undefined ? '' : ` by ${event.signedBy}`}`]
              : (eventWords(event, time) ?? []),
        ),
      ],
    })),
  };
};

/**
 * The record of a visit, in words.
 * @param time how an instant is written, in the yard's zone
 * @param zone name of that zone, to be printed
 */
export const visitRecord = (
  detail: RecordedVisit,
  time: Time,
  judgement: Judgement = signedJudgement(detail) ?? judge(detail.file),
  zone?: string,
): VisitRecord => {
  const { file, events, takenBy } = detail;
  const { unit } = file;
  const readings: Readings = new Map(file.readings.map((reading) => [reading.id, reading]));
  const acknowledged = events.find((event) => event.kind === 'cautions-acknowledged');
  return {
    unitId: unit.id,
    description: unit.description,
    disposition: judgement.disposition,
    dispositionWord: DISPOSITION_WORDS[judgement.disposition],
    head: headLines(file, judgement.method, time, zone),
    stages: STAGES.map(([prefix, title]) => ({
      title,
      rows: saidOnce(
        judgement.steps.filter(({ step }) => step.startsWith(prefix)).map((step) => rowOf(step, readings, takenBy)),
      ),
    })).filter(({ rows }) => rows.length > 0),
    findings: findingsOf(judgement, detail, readings, time),
    beforeAfter: beforeAndAfter(file).map(({ repair, step, point, before, after }) => ({
      test: placeTitle(step, point),
      repair: repair.action,
      before: readingText(before.reading),
      beforeVerdict: before.verdict,
      after: readingText(after.reading),
      afterVerdict: after.verdict,
    })),
    repairs: repairLines(events, judgement.findings, time),
    batteries: batteryLines(detail),
    missing: judgement.missing.map(({ step, point }) => placeTitle(step, point)),
    advice: judgement.advice,
    events: events.flatMap((event) => eventWords(event, time) ?? []),
    traces: tracesOf(events, file.readings, time),
    cautions: (acknowledged?.cautions ?? []).map((caution) => CAUTION_WORDS[caution]),
    closing: closingLines(
      events.findLast((event) => event.kind === 'closed'),
      time,
    ),
    amended: amendedIn(detail, readings, time),
    deferWords: DEFER_WORDS,
  };
};
