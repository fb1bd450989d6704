import { present } from '../quantity/present';
import type { FindingCode } from '../judging/findingCode';
import type { JudgedOutcome } from '../judging/scene';
import type { Trouble } from '../judging/verdict';
import { monthsBetween } from '../quantity/calendarMonths';
import { positions } from '../unit/points';
import type { EarlierOutcomes } from './earlier';
import type { Outcomes } from './outcomes';

/** A battery that is done for, or low, before this age has died of something. */
const YOUNG_MONTHS = 24;
const DIES_OF: ReadonlySet<FindingCode> = new Set([
  'battery.weak',
  'battery.dead-cell',
  'battery.low-charge',
  'battery.shedding',
]);
/** What kills batteries, alternators and starters: one of these repaired is the cause. */
const CAUSES: ReadonlySet<string> = new Set<FindingCode>([
  'drain.parked',
  'battery.keeps-drawing',
  'battery.dirty-case',
  'bank.mismatched',
  'charge.overvoltage',
  'alternator.low-volts',
  'alternator.low-output',
  'cable.charge',
  'cable.charge-positive',
  'cable.charge-negative',
  'cable.segment',
]);
const ASKS =
  'Settle why: parked drain, recharge current, running volts, charging cables, leakage over the case, match of the bank. Or say why it is not to be found.';

const isClosed = (outcomes: Outcomes, subject: string): boolean =>
  outcomes.facts.repairs.some(({ closes = [] }) =>
    closes.some((closed) => closed === `cause.owed@${subject}` || CAUSES.has(present(closed.split('@')[0]))),
  );

const told = (outcome: JudgedOutcome, codes: ReadonlySet<FindingCode>): string[] =>
  outcome.troubles.flatMap(({ code, subject, severity }) => (codes.has(code) && severity !== 'watch' ? [subject] : []));

const REPLACED_PARTS: readonly FindingCode[] = [
  'alternator.low-volts',
  'alternator.low-output',
  'alternator.diode',
  'starter.motor',
  'starter.solenoid-contacts',
];

/**
 * Causes still owed: a young battery that failed or was low in this visit, also when it was charged or replaced since, and
 * a part that was replaced before.
 * @param at moment of the visit, ISO 8601
 */
export const causesOwed = (
  outcomes: Outcomes,
  judged: readonly JudgedOutcome[],
  earlier: EarlierOutcomes,
  at: string,
): readonly { readonly trouble: Trouble; readonly readings: readonly string[] }[] => {
  const { facts } = outcomes;
  const all = [...[...earlier.values()].flat(), ...judged];
  const owed = (subject: string, because: string, readings: readonly string[]) =>
    isClosed(outcomes, subject)
      ? []
      : [{ trouble: { code: 'cause.owed', subject, because: `${because} ${ASKS}` } as const, readings }];
  const batteries = positions(facts.unit).flatMap((position) => {
    const fitted = facts.batteries.get(position)?.fitted;
    if (fitted === undefined || monthsBetween(fitted, new Date(at)) >= YOUNG_MONTHS) return [];
    const readings = all.filter((outcome) => told(outcome, DIES_OF).includes(position));
    if (readings.length === 0) return [];
    return owed(
      position,
      `Battery ${position} is under ${YOUNG_MONTHS} months old.`,
      readings.map((outcome) => present(outcome.readings[0])),
    );
  });
  if (!facts.symptoms.includes('replaced-again')) return batteries;
  const parts = new Set(judged.flatMap((outcome) => told(outcome, new Set(REPLACED_PARTS))));
  return [
    ...batteries,
    ...[...parts].flatMap((subject) => owed(subject, 'It was replaced before, and fails again.', [])),
  ];
};
