import type { Repair } from '../file/repair';
import type { Reading } from '../visit/reading';

/** True when a reading was taken with the engine running, or tells that it started. */
const tellsOfRunning = (reading: Reading): boolean => {
  switch (reading.step) {
    case 'look.lamp':
    case 'charge.volts':
    case 'charge.rise':
    case 'charge.drop':
    case 'charge.output':
    case 'charge.recharge':
    case 'charge.ripple':
      return true;
    case 'battery.load':
      return reading.engineRunning === true;
    case 'battery.starterLoad':
      return reading.runningVolts !== undefined;
    case 'start.walk':
      return reading.answer === 'normal';
    default:
      return false;
  }
};

/**
 * The last moment a battery was charged or warmed in a visit: the engine ran, a crank started it, it was recharged, or
 * it is another battery. What was known of its surface charge and temperature before that is no longer true.
 * @param position of the battery; null for any of the bank
 * @returns milliseconds since 1970, or null
 */
export const lastChargedMs = (
  {
    readings,
    repairs = [],
  }: { readonly readings: readonly Reading[]; readonly repairs?: readonly Repair[] | undefined },
  position: string | null,
): number | null => {
  const moments = [
    ...readings.filter(tellsOfRunning).map(({ at }) => Date.parse(at)),
    ...repairs
      .filter(
        ({ kind, point }) =>
          (kind === 'recharge' || kind === 'replace') && (position === null || point === position || point === 'bank'),
      )
      .map(({ at }) => Date.parse(at)),
  ];
  return moments.length === 0 ? null : Math.max(...moments);
};
