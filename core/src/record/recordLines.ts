import type { VisitFile } from '../file/visitFile';
import { fittedIn } from '../judging/unitAsOf';
import type { VisitEvent } from '../judging/visitEvent';
import { PROFILES } from '../method/profile';
import { celsiusText, figure } from '../quantity/display';
import { dateText } from '../quantity/time';
import { partName, partText } from '../unit/part';
import type { Judgement } from '../visit/judgement';
import type { RecordedVisit } from '../visit/recordedVisit';
import { batteryText, REASONS } from './recordWords';

/** How an instant is written, in the yard's zone. */
export type Time = (iso: string) => string;
/** A line of a record: what it is about, and what is said. */
export type Line = readonly [label: string, value: string];

type Closed = Extract<VisitEvent, { kind: 'closed' }>;

/** Who, when, why and how: what stands over a record. */
export const headLines = (
  { unit, visit, readings }: VisitFile,
  method: Judgement['method'],
  time: Time,
  zone: string | undefined,
): readonly Line[] => {
  const instruments = [...new Set(readings.flatMap(({ instrument }) => instrument?.split(', ') ?? []))].sort();
  return [
    ['Visit', `${time(visit.at)}${zone === undefined ? '' : `, ${zone}`}`],
    ['Technician', visit.technician],
    ['Reason', REASONS[visit.reason] + (visit.complaint === undefined ? '' : `: ${visit.complaint}`)],
    ['System', `${unit.systemVolts} V, ${unit.bank.arrangement}`],
    ...(visit.ambientC === undefined ? [] : [['Air', celsiusText(visit.ambientC)] as const]),
    ...(visit.engineHours === undefined ? [] : [['Engine hours', `${figure(visit.engineHours, 0)} h`] as const]),
    ...(visit.odometerKm === undefined ? [] : [['Odometer', `${figure(visit.odometerKm, 0)} km`] as const]),
    ['Method', `${PROFILES[method.profile].title}, version ${method.version}`],
    ...(instruments.length === 0 ? [] : [['Read with', instruments.join(', ')] as const]),
  ];
};

/** What was repaired, but for what is told with a finding that still stands. */
export const repairLines = (
  events: readonly VisitEvent[],
  findings: Judgement['findings'],
  time: Time,
): readonly string[] => {
  const isToldWithFinding = (closes: readonly string[]): boolean =>
    closes.length > 0 && closes.every((key) => findings.some(({ code, subject }) => `${code}@${subject}` === key));
  return events.flatMap((event) => {
    if (event.kind !== 'repaired') return [];
    const { fitted = [], part, repair } = event;
    if (fitted.length === 0 && part === undefined && isToldWithFinding(repair.closes ?? [])) return [];
    const batteries = fitted.map(
      ({ position, battery }) => `; ${position} is now ${battery.make ?? 'a battery'} ${battery.serial ?? ''}`,
    );
    const other =
      part === undefined
        ? ''
        : `; ${partName(part.place)} is now ${partText(part.part)}, the old one left: ${part.because}`;
    return [`${time(event.at)}, ${event.by}: ${repair.action}${batteries.join('')}${other}`];
  });
};

/** Each battery of the bank as the visit left it, by position. */
export const batteryLines = ({ file, events, unitAtOpening }: RecordedVisit): readonly Line[] => {
  const atOpening = new Map(unitAtOpening.bank.batteries.map((battery) => [battery.position, battery]));
  return [...file.unit.bank.batteries]
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
    });
};

const dueText = ({ date, engineHours, odometerKm }: NonNullable<Closed['nextDue']>): string =>
  [
    date === undefined ? undefined : dateText(date),
    engineHours === undefined ? undefined : `${engineHours} h`,
    odometerKm === undefined ? undefined : `${odometerKm} km`,
  ]
    .filter((part) => part !== undefined)
    .join(', or ');

/** Who signed, what they remarked, and when the unit is due again. */
export const closingLines = (closed: Closed | undefined, time: Time): readonly Line[] =>
  closed === undefined
    ? [['Closed', 'not closed yet']]
    : [
        ['Closed', `${time(closed.at)}, ${closed.by}`],
        ...(closed.signedBy === undefined ? [] : [['Signed off by', closed.signedBy] as const]),
        ...(closed.remark === '' ? [] : [['Remark', closed.remark] as const]),
        ...(closed.nextDue === undefined ? [] : [['Next due', dueText(closed.nextDue)] as const]),
      ];
