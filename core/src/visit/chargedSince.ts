import type { Repair } from '../judging/repair';
import { stepEntry, type Reading } from '../step/catalogue';

/** True when a reading was taken with the engine running, or tells that it started. */
const tellsOfRunning = (reading: Reading): boolean => stepEntry(reading.step).tellsOfRunning?.(reading) ?? false;

/**
 * What charged or warmed a battery in a visit, by id: readings with the engine running or of a crank that started it, a
 * recharge, a replacement. What was known of its surface charge and temperature before any of these no longer holds. Ids
 * and not times, since the clock of a device may be put right between two of them.
 * @param position of the battery; null for the bank, which everything concerns
 */
export const chargesOf = (
  {
    readings,
    repairs = [],
  }: { readonly readings: readonly Reading[]; readonly repairs?: readonly Repair[] | undefined },
  position: string | null,
): readonly string[] => [
  ...readings.filter(tellsOfRunning).map(({ id }) => id),
  ...repairs
    .filter(
      ({ kind, point }) =>
        (kind === 'recharge' || kind === 'replace') && (position === null || point === position || point === 'bank'),
    )
    .map(({ id }) => id),
];
