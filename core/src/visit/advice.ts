import type { BankMatch } from '../battery/bankMatch';
import { monthsBetween } from '../quantity/calendarMonths';
import { positions } from '../unit/points';
import type { FindingCode } from '../judging/findingCode';
import type { VisitFacts } from '../judging/facts';
import { currentAt, type Reading } from '../step/catalogue';
import type { Finding } from './findings';

const OLD_SET_MONTHS = 24;

/** What findings and looks say together that none of them says alone. */
export const advice = (
  facts: VisitFacts<Reading>,
  found: readonly Finding[],
  { unknown }: BankMatch,
  visitAt: string,
): string[] => {
  const has = (...codes: readonly FindingCode[]): boolean =>
    found.some(({ code, severity }) => codes.includes(code) && severity !== 'watch');
  const deposits = [...facts.current.values()].flatMap((reading) =>
    reading.step === 'look.joint' ? [reading.deposit ?? 'none'] : [],
  );
  const lines: string[] = [];
  if (has('battery.keeps-drawing') && (has('alternator.low-output') || facts.symptoms.includes('replaced-again'))) {
    lines.push(
      'Batteries first: one that never stops taking current overworks the alternator, and a new alternator would go the same way.',
    );
  }
  if (
    deposits.includes('white') &&
    has('alternator.low-volts', 'cable.charge', 'cable.charge-positive', 'cable.charge-negative')
  ) {
    lines.push('White deposits and low running volts support each other: the bank has been undercharged.');
  }
  if (deposits.includes('blue-green') && found.some(({ code }) => code === 'charge.overvoltage')) {
    lines.push('Blue-green deposits and high running volts support each other: the bank has been overcharged.');
  }
  const condemned = found
    .filter(({ code, severity }) => severity === 'replace' && (code === 'battery.weak' || code === 'battery.dead-cell'))
    .map(({ subject }) => subject);
  const fitted = facts.unit.bank.batteries.flatMap((battery) => battery.fitted ?? []).sort();
  const oldest = fitted[0];
  if (
    condemned.length > 0 &&
    condemned.length < positions(facts.unit).length &&
    oldest !== undefined &&
    monthsBetween(oldest, new Date(visitAt)) > OLD_SET_MONTHS
  ) {
    lines.push(
      `Battery ${condemned.join(', ')} fails in a set older than ${OLD_SET_MONTHS} months: replace the whole set of ${positions(facts.unit).length}, or the one and expect the rest to follow and the new one to carry them.`,
    );
  }
  const warm = [...facts.current.values()].filter(
    (reading) => reading.unsteady === true && reading.step.startsWith('charge.'),
  );
  const comesWarm =
    facts.symptoms.includes('warm-only') && found.some(({ code }) => /^(charge|alternator|cable\.charge)\b/.test(code));
  if ((warm.length > 0 || comesWarm) && currentAt(facts, 'charge.volts', 'bank') !== null) {
    lines.push(
      warm.length > 0
        ? 'A charging reading moved when warm or wiggled: read the running volts again after ten minutes warm and keep both.'
        : 'It is said to come only when warm: read the running volts again after ten minutes warm and keep both.',
    );
  }
  if (unknown.length > 0) lines.push(`Not compared within the bank: ${unknown.join('; ')}.`);
  return lines;
};
