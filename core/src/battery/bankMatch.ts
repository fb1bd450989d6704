import type { LimitBook } from '../method/book';
import { isOver } from '../quantity/compare';
import { figure, voltsText } from '../quantity/display';
import { firstUp } from '../quantity/firstUp';
import { dateText } from '../quantity/time';
import { batteriesInOrder, batteryCca } from '../unit/bank';
import { CHEMISTRY_WORDS, type Bank, type Battery } from '../unit/unit';
import { trouble, type Trouble } from '../judging/verdict';
import { addMonths } from '../quantity/calendarMonths';

/** Whether the batteries of a bank belong together by label and age. */
export interface BankMatch {
  readonly trouble: Trouble | null;
  /** What is not on record and so was not compared. */
  readonly unknown: readonly string[];
}

const differing = (
  batteries: readonly Battery[],
  what: string,
  value: (battery: Battery) => string | undefined,
): string[] => {
  const groups = new Map<string, string[]>();
  for (const battery of batteries) {
    const key = value(battery);
    if (key !== undefined) groups.set(key, [...(groups.get(key) ?? []), battery.position]);
  }
  if (groups.size < 2) return [];
  return [`${what}: ${[...groups].map(([key, at]) => `${at.join(', ')} ${key}`).join('; ')}`];
};

/** A rating brought from another standard is uncertain by so much more. */
const CONVERSION_PERCENT = 8;

/**
 * Compares make, chemistry, duty, rating (as SAE) and fitted date within a bank. What is unknown never makes a
 * mismatch. Rules of thumb: unlike batteries share current unevenly, and the newest carries the rest.
 */
export const matchBank = (bank: Bank, limits: LimitBook): BankMatch => {
  const batteries = batteriesInOrder(bank);
  const found = [
    ...differing(batteries, 'make', (battery) => battery.make),
    ...differing(batteries, 'chemistry', ({ chemistry }) => CHEMISTRY_WORDS[chemistry]),
    ...differing(batteries, 'duty', (battery) => battery.duty),
  ];
  const ratings = batteries.flatMap((battery) => {
    const rating = batteryCca(battery);
    return rating === null ? [] : [{ at: battery.position, amps: rating.amps, estimated: rating.estimated }];
  });
  const largest = ratings.reduce<(typeof ratings)[number] | null>(
    (most, rating) => (most === null || rating.amps > most.amps ? rating : most),
    null,
  );
  const allowedPercent = limits.get('matchRatingPercent').value;
  const smaller = ratings.filter(({ amps, estimated }) => {
    if (largest === null) return false;
    const doubt = estimated || largest.estimated ? CONVERSION_PERCENT : 0;
    return isOver(100 * (largest.amps - amps), (allowedPercent + doubt) * largest.amps);
  });
  if (smaller.length > 0) {
    found.push(
      `rating: ${smaller.map(({ at, amps }) => `${at} ${figure(amps, 0)} A`).join(', ')} beside ${figure(largest?.amps ?? 0, 0)} A`,
    );
  }
  const dated = batteries.flatMap(({ position, fitted }) => (fitted === undefined ? [] : [{ at: position, fitted }]));
  dated.sort((a, b) => (a.fitted < b.fitted ? -1 : a.fitted > b.fitted ? 1 : 0));
  const oldest = dated[0];
  if (oldest !== undefined) {
    const tooLate = addMonths(oldest.fitted, Math.round(limits.get('matchMonths').value));
    const later = dated.filter(({ fitted }) => fitted > tooLate);
    if (later.length > 0) {
      found.push(
        `age: ${later.map(({ at, fitted }) => `${at} fitted ${dateText(fitted)}`).join(', ')} beside ${oldest.at} fitted ${dateText(oldest.fitted)}`,
      );
    }
  }
  const unknown = batteries.flatMap((battery) => {
    const missing = [
      ...(battery.make === undefined ? ['make'] : []),
      ...(battery.rating === undefined ? ['rating'] : []),
      ...(battery.fitted === undefined ? ['fitted date'] : []),
    ];
    return missing.length === 0 ? [] : [`${battery.position}: ${missing.join(', ')} not on record`];
  });
  return {
    trouble:
      found.length === 0
        ? null
        : trouble('bank.mismatched', 'bank', `The bank is mixed. ${found.map(firstUp).join('. ')}.`),
    unknown: batteries.length < 2 ? [] : unknown,
  };
};

/** Isolated batteries of one bank resting too far apart, or null. */
export const restingImbalance = (
  atRest: readonly { readonly position: string; readonly volts: number }[],
  limits: LimitBook,
  factor: number,
): Trouble | null => {
  if (atRest.length < 2) return null;
  const highest = atRest.reduce((a, b) => (b.volts > a.volts ? b : a));
  const lowest = atRest.reduce((a, b) => (b.volts < a.volts ? b : a));
  const allowed = limits.get('imbalanceVolts', factor).value;
  if (!isOver(highest.volts - lowest.volts, allowed)) return null;
  return trouble(
    'bank.imbalance',
    'bank',
    `${lowest.position} rests at ${voltsText(lowest.volts)}, ${highest.position} at ${voltsText(highest.volts)}: more than ${voltsText(allowed)} apart.`,
  );
};
