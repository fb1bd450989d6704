import { isChargeOf, isReplacementOf, type Repair } from '../judging/repair';
import { stepEntry, type Reading } from '../step/catalogue';
import { positions } from '../unit/points';
import type { Unit } from '../unit/unit';

/** True when a reading was taken with the engine running, or tells that it started. */
export const tellsOfRunning = (reading: Reading): boolean =>
  (stepEntry(reading.step).tellsOfRunning?.(reading) ?? false) ||
  // Joints and stretches of a run are read under whatever current flows.
  ('during' in reading && reading.during === 'charging');

/** What a visit tells of its batteries so far. */
interface Told {
  readonly unit: Unit;
  readonly readings: readonly Reading[];
  readonly repairs?: readonly Repair[] | undefined;
}

/**
 * What charged or warmed a battery in a visit, by id: readings with the engine running or of a crank that started it, a
 * recharge, a replacement. What was known of its surface charge and temperature before any of these no longer holds. Ids
 * and not times, since the clock of a device may be put right between two of them.
 * @param position of the battery; null for the bank, which what is done to any of them concerns
 */
export const chargesOf = ({ unit, readings, repairs = [] }: Told, position: string | null): readonly string[] => {
  const places = position === null ? positions(unit) : [position];
  const charged = (repair: Repair): boolean =>
    places.some((place) => isChargeOf(repair, unit, place) || isReplacementOf(repair, unit, place));
  return [...readings.filter(tellsOfRunning), ...repairs.filter(charged)].map(({ id }) => id);
};
