import { batteriesInOrder } from './bank';
import type { Battery, Unit } from './unit';

/**
 * Batteries that a point of a visit takes in, in order of position: one by its letter, those of `set:1` or `string:1`, all
 * of `bank`; none where the point is no place of the bank.
 */
export const batteriesAt = ({ bank }: Pick<Unit, 'bank'>, point: string): readonly Battery[] => {
  const batteries = batteriesInOrder(bank);
  if (point === 'bank') return batteries;
  const [kind, number] = point.split(':', 2);
  if (number === undefined) return batteries.filter(({ position }) => position === point);
  if (kind === 'set') return batteries.filter(({ set }) => String(set) === number);
  if (kind === 'string') return batteries.filter(({ string }) => String(string) === number);
  return [];
};

/** True when a point of a visit takes in the battery at a position. */
export const takesIn = (unit: Pick<Unit, 'bank'>, point: string, position: string): boolean =>
  point === position || batteriesAt(unit, point).some((battery) => battery.position === position);
