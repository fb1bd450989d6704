import { monthsBetween } from '../quantity/calendarMonths';
import { batteriesInOrder } from '../unit/bank';
import type { Unit } from '../unit/unit';

/** A set older than this seldom outlives its first failure by much: a rule of thumb of the trade. */
const OLD_SET_MONTHS = 24;
/** Minutes to change one battery, clamps cleaned and all, and to bring the machine in and out: rules of thumb. */
const MINUTES_EACH = 20;
const MINUTES_A_VISIT = 30;

/** What one way of changing batteries takes, now and as it is to be expected. */
export interface ChangeCost {
  readonly way: 'one' | 'set';
  readonly batteriesNow: number;
  /** Those that are as old and will follow, each time with a visit of its own. */
  readonly batteriesLater: number;
  readonly minutes: number;
  /** In the shop's own money; null where no price is known. */
  readonly price: number | null;
}

/**
 * What it takes to change one battery of a bank, and to change the whole set, side by side.
 * @param on the day it is decided
 * @param priceEach of one battery, in the shop's own money; null where it is not known
 */
export const changeCosts = (
  unit: Unit,
  position: string,
  on: Date,
  priceEach: number | null,
): readonly ChangeCost[] => {
  const others = batteriesInOrder(unit.bank).filter((battery) => battery.position !== position);
  const follow = others.filter(
    ({ fitted }) => fitted !== undefined && monthsBetween(fitted, on) > OLD_SET_MONTHS,
  ).length;
  const cost = (way: ChangeCost['way'], batteriesNow: number, batteriesLater: number): ChangeCost => ({
    way,
    batteriesNow,
    batteriesLater,
    minutes: MINUTES_EACH * (batteriesNow + batteriesLater) + MINUTES_A_VISIT * (1 + batteriesLater),
    price: priceEach === null ? null : priceEach * (batteriesNow + batteriesLater),
  });
  return [cost('one', 1, follow), ...(others.length === 0 ? [] : [cost('set', others.length + 1, 0)])];
};
