import type { UnitId } from '../quantity/id';
import type { VisitFile } from '../file/visitFile';
import { findingWords } from '../finding/catalogue';
import { foldByCause } from '../finding/oneCause';
import type { Severity } from '../judging/findingCode';
import { fittedIn } from '../judging/unitAsOf';
import type { Verdict } from '../judging/verdict';
import type { VisitEvent } from '../judging/visitEvent';
import type { TracePicture } from '../trace/picture';
import { PROFILES } from '../method/profile';
import { celsiusText, figure } from '../quantity/display';
import { present } from '../quantity/present';
import { readingText, type Reading } from '../step/catalogue';
import { partName, partText } from '../unit/part';
import { DISPOSITION_WORDS, type Disposition } from '../visit/disposition';
import { judge } from '../visit/judge';
import type { Judgement } from '../visit/judgement';
import { beforeAndAfter } from '../visit/retest';
import { amendmentsOf, asSigned } from '../visit/signed';
import { SEVERITY_WORDS, VERDICT_WORDS } from '../visit/words';
import { CAUTION_WORDS, DEFER_WORDS } from '../judging/cautions';
import { signedJudgement, type RecordedVisit } from '../visit/recordedVisit';
import { REASONS, placeTitle, eventWords, batteryText, decisions } from './recordWords';

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
  readonly head: readonly (readonly [label: string, value: string])[];
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
  readonly batteries: readonly (readonly [position: string, words: string])[];
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
  readonly closing: readonly (readonly [label: string, value: string])[];
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
const tracesOf = (
  events: readonly VisitEvent[],
  readings: readonly Reading[],
  time: (iso: string) => string,
): VisitRecord['traces'] =>
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

/**
 * The record of a visit, in words.
 * @param time how an instant is written, in the yard's zone
 * @param zone name of that zone, to be printed
 */
export const visitRecord = (
  detail: RecordedVisit,
  time: (iso: string) => string,
  judgement: Judgement = signedJudgement(detail) ?? judge(detail.file),
  zone?: string,
): VisitRecord => {
  const { file, events, takenBy } = detail;
  const { unit, visit } = file;
  const byId = new Map(file.readings.map((reading) => [reading.id, reading]));
  const said = (id: string): string => {
    const reading = byId.get(id);
    return reading === undefined ? id : `${placeTitle(reading.step, reading.point)}: ${readingText(reading)}`;
  };
  const rowOf = (step: Judgement['steps'][number]): RecordRow => {
    const reading = byId.get(present(step.readings[0]));
    return {
      test: placeTitle(step.step, step.point),
      read: step.step === 'start.ladder' || reading === undefined ? '' : readingText(reading),
      limit:
        step.limit === null
          ? ''
          : `${step.limit.kind} ${figure(step.limit.value, 2)} ${step.limit.unit}${step.limit.from === 'maker' ? ', maker' : ''}`,
      margin: step.margin === null ? '' : `${step.margin < 0 ? '' : '+'}${figure(step.margin, 2)}`,
      verdict: step.verdict,
      verdictWord: VERDICT_WORDS[step.verdict],
      because: `${step.because}${step.redo === null ? '' : ` ${step.redo}`}`,
      by: [...new Set(step.readings.flatMap((id) => takenBy[id] ?? []))].join(', '),
      retakes: step.earlier.map(
        ({ readings, verdict }) =>
          `${readings.map((id) => (byId.has(id) ? readingText(present(byId.get(id))) : id))[0] ?? ''}: ${VERDICT_WORDS[verdict]}`,
      ),
    };
  };
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
    evidenceFor: evidence.for.map(said),
    evidenceAgainst: evidence.against.map(said),
    decided: decisions(events, `${code}@${subject}`, time),
  });
  /** What was done about a finding that still stands is told with it. */
  const isToldWithFinding = (closes: readonly string[]): boolean =>
    closes.length > 0 &&
    closes.every((key) => judgement.findings.some(({ code, subject }) => `${code}@${subject}` === key));
  const closed = events.findLast((event) => event.kind === 'closed');
  const signed = asSigned(file);
  const atOpening = new Map(detail.unitAtOpening.bank.batteries.map((battery) => [battery.position, battery]));
  const acknowledged = events.find((event) => event.kind === 'cautions-acknowledged');
  const instruments = [...new Set(file.readings.flatMap(({ instrument }) => instrument?.split(', ') ?? []))].sort();
  const head: (readonly [string, string])[] = [
    ['Visit', `${time(visit.at)}${zone === undefined ? '' : `, ${zone}`}`],
    ['Technician', visit.technician],
    ['Reason', REASONS[visit.reason] + (visit.complaint === undefined ? '' : `: ${visit.complaint}`)],
    ['System', `${unit.systemVolts} V, ${unit.bank.arrangement}`],
    ...(visit.ambientC === undefined ? [] : [['Air', celsiusText(visit.ambientC)] as const]),
    ...(visit.engineHours === undefined ? [] : [['Engine hours', `${figure(visit.engineHours, 0)} h`] as const]),
    ...(visit.odometerKm === undefined ? [] : [['Odometer', `${figure(visit.odometerKm, 0)} km`] as const]),
    ['Method', `${PROFILES[judgement.method.profile].title}, version ${judgement.method.version}`],
    ...(instruments.length === 0 ? [] : [['Read with', instruments.join(', ')] as const]),
  ];
  return {
    unitId: unit.id,
    description: unit.description,
    disposition: judgement.disposition,
    dispositionWord: DISPOSITION_WORDS[judgement.disposition],
    head,
    stages: STAGES.map(([prefix, title]) => ({
      title,
      rows: saidOnce(judgement.steps.filter(({ step }) => step.startsWith(prefix)).map(rowOf)),
    })).filter(({ rows }) => rows.length > 0),
    findings: foldByCause(judgement.findings, unit).flatMap(({ finding, folded }) => [
      findingOf(finding, null),
      ...folded.map((other) => findingOf(other, findingWords(finding.code, finding.subject))),
    ]),
    beforeAfter: beforeAndAfter(file).map(({ repair, step, point, before, after }) => ({
      test: placeTitle(step, point),
      repair: repair.action,
      before: readingText(before.reading),
      beforeVerdict: before.verdict,
      after: readingText(after.reading),
      afterVerdict: after.verdict,
    })),
    repairs: events.flatMap((event) =>
      event.kind === 'repaired' &&
      ((event.fitted ?? []).length > 0 || event.part !== undefined || !isToldWithFinding(event.repair.closes ?? []))
        ? [
            `${time(event.at)}, ${event.by}: ${event.repair.action}${(event.fitted ?? [])
              .map(
                ({ position, battery }) =>
                  `; ${position} is now ${battery.make ?? 'a battery'} ${battery.serial ?? ''}`,
              )
              .join(
                '',
              )}${event.part === undefined ? '' : `; ${partName(event.part.place)} is now ${partText(event.part.part)}, the old one left: ${event.part.because}`}`,
          ]
        : [],
    ),
    batteries: [...unit.bank.batteries]
      .sort((a, b) => (a.position < b.position ? -1 : 1))
      .map((battery) => {
        const before = atOpening.get(battery.position);
        const replaced = fittedIn(events).some(({ position }) => position === battery.position);
        return [
          battery.position,
          replaced && before !== undefined
            ? `${batteryText(battery)}; in place of ${batteryText(before)}`
            : batteryText(battery),
        ];
      }),
    missing: judgement.missing.map(({ step, point }) => placeTitle(step, point)),
    advice: judgement.advice,
    events: events.flatMap((event) => eventWords(event, time) ?? []),
    traces: tracesOf(events, file.readings, time),
    cautions: (acknowledged?.cautions ?? []).map((caution) => CAUTION_WORDS[caution]),
    closing:
      closed === undefined
        ? [['Closed', 'not closed yet']]
        : [
            ['Closed', `${time(closed.at)}, ${closed.by}`],
            ...(closed.signedBy === undefined ? [] : [['Signed off by', closed.signedBy] as const]),
            ...(closed.remark === '' ? [] : [['Remark', closed.remark] as const]),
            ...(closed.nextDue === undefined
              ? []
              : [
                  [
                    'Next due',
                    [
                      closed.nextDue.date,
                      closed.nextDue.engineHours === undefined ? undefined : `${closed.nextDue.engineHours} h`,
                      closed.nextDue.odometerKm === undefined ? undefined : `${closed.nextDue.odometerKm} km`,
                    ]
                      .filter((part) => part !== undefined)
                      .join(', or '),
                  ] as const,
                ]),
          ],
    amended:
      signed === null
        ? null
        : {
            signedDisposition: firstSigned(detail, signed).disposition,
            signedWord: DISPOSITION_WORDS[firstSigned(detail, signed).disposition],
            amendments: amendmentsOf({ ...file, events }).map((own) => ({
              head: `${time(own.amendment.at)}, ${own.amendment.by}: ${own.amendment.reason}`,
              lines: [
                ...own.readings.map((reading) => said(reading.id)),
                ...own.events.flatMap((event) =>
                  event.kind === 'repaired'
                    ? [event.repair.action]
                    : event.kind === 'closed'
                      ? [`signed off ${time(event.at)}${event.signedBy === undefined ? '' : ` by ${event.signedBy}`}`]
                      : (eventWords(event, time) ?? []),
                ),
              ],
            })),
          },
    deferWords: DEFER_WORDS,
  };
};
