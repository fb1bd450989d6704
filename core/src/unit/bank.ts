import { present } from '../quantity/present';
import { saeRating, type SaeRating } from '../quantity/rating';
import { parseArrangement } from './arrangement';
import type { Alternator, Bank, Battery, Unit } from './unit';

const ordered = new WeakMap<Bank, readonly Battery[]>();

/** Batteries in order of position letter. Remembered by bank: a visit's judgement asks for it many times. */
export const batteriesInOrder = (bank: Bank): readonly Battery[] => {
  const known = ordered.get(bank);
  if (known !== undefined) return known;
  const sorted = [...bank.batteries].sort((a, b) => (a.position < b.position ? -1 : 1));
  ordered.set(bank, sorted);
  return sorted;
};

const grouped = new WeakMap<Bank, readonly (readonly Battery[])[]>();

/** Batteries grouped by series string, strings in rising order. Remembered by bank as well. */
export const strings = (bank: Bank): readonly (readonly Battery[])[] => {
  const known = grouped.get(bank);
  if (known !== undefined) return known;
  const numbers = [...new Set(bank.batteries.map((battery) => battery.string))].sort((a, b) => a - b);
  const rows = numbers.map((number) => batteriesInOrder(bank).filter((battery) => battery.string === number));
  grouped.set(bank, rows);
  return rows;
};

/** Links that join the consecutive batteries of each string, such as `A-B`. */
export const seriesLinks = (bank: Bank): readonly string[] =>
  strings(bank).flatMap((members) =>
    members.slice(1).map((battery, index) => `${present(members[index]).position}-${battery.position}`),
  );

export const isSeriesBank = (bank: Bank): boolean => parseArrangement(bank.arrangement).series > 1;

/** Nominal volts of a battery, 12 when not stated. */
export const nominalVolts = (battery: Battery): number => battery.nominalVolts ?? 12;

/** Cells of a battery, each of 2 V. */
export const cellCount = (battery: Battery): number => nominalVolts(battery) / 2;

/** Nominal volts / 12: what battery limits are scaled by. */
export const batteryFactor = (battery: Battery): number => nominalVolts(battery) / 12;

/** Cold-cranking rating to SAE, or null when the label gives none. */
export const batteryCca = (battery: Battery): SaeRating | null =>
  battery.rating === undefined ? null : saeRating(battery.rating);

/** Absorbed-glass-mat and gel batteries rest at higher volts and have limits of their own. */
export const restsHigher = (battery: Battery): boolean => battery.chemistry === 'agm' || battery.chemistry === 'gel';

/** Set numbers of the bank in rising order, or null when not every battery states its set. */
export const setNumbers = (bank: Bank): number[] | null => {
  const sets = new Set<number>();
  for (const battery of bank.batteries) {
    if (battery.set === undefined) return null;
    sets.add(battery.set);
  }
  return [...sets].sort((a, b) => a - b);
};

export const alternatorsOf = (unit: Unit): readonly Alternator[] => unit.alternators ?? [];

/** Sum of all alternators' plate ratings, or null when one was never entered or none is fitted. */
export const ratedOutputAmps = (unit: Unit): number | null => {
  const alternators = alternatorsOf(unit);
  if (alternators.length === 0) return null;
  let sum = 0;
  for (const { ratedAmps } of alternators) {
    if (ratedAmps === undefined) return null;
    sum += ratedAmps;
  }
  return sum;
};

/**
 * Why a battery does not belong in a unit's bank, in words; null when it does. Batteries of one bank share their
 * nominal volts: four of 6 V make 24, two make 12.
 */
export const batteryFitsBank = (
  unit: Pick<Unit, 'id' | 'systemVolts' | 'bank'>,
  battery: Pick<Battery, 'nominalVolts'>,
): string | null => {
  const { series } = parseArrangement(unit.bank.arrangement);
  const wanted = unit.systemVolts / series;
  const volts = battery.nominalVolts ?? 12;
  return volts === wanted ? null : `expected a battery of ${wanted} V for ${unit.id}, this one is of ${volts} V`;
};

/**
 * The posts the mains sit on, by position: where the bank's own volts are read, and where the simulated machine is tapped.
 * As the unit says, of several the first; else the positive at the head of the first string and the negative at the foot
 * of the last, so that every battery has as much cable as the next.
 */
export const bankEnds = (unit: Unit): { readonly plus: string; readonly minus: string } => {
  const rows = strings(unit.bank);
  const told = (posts: readonly string[] | undefined): string | undefined =>
    posts
      ?.map(([position = '']) => position)
      .find((position) => unit.bank.batteries.some((own) => own.position === position));
  return {
    plus: told(unit.takeOff?.positive) ?? present(rows[0]?.[0]).position,
    minus: told(unit.takeOff?.negative) ?? present(rows.at(-1)?.at(-1)).position,
  };
};
