import type { AppliedLimit, LimitBook } from '../method/book';
import { batteriesInOrder, nominalVolts } from '../unit/bank';
import type { Unit } from '../unit/unit';
import { loadLimit } from './loadLimit';

/**
 * The load-test limit for a whole bank: that of its least demanding battery times the batteries in series.
 * Null below the end of the chart.
 */
export const bankLoadLimit = (unit: Unit, limits: LimitBook, batteryC: number): AppliedLimit | null => {
  let least: AppliedLimit | null = null;
  for (const battery of batteriesInOrder(unit.bank)) {
    const own = loadLimit(battery, limits, batteryC);
    if (own === null) return null;
    const value = own.value * (unit.systemVolts / nominalVolts(battery));
    if (least === null || value < least.value) least = { ...own, value };
  }
  return least;
};
