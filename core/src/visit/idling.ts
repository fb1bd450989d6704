import type { Repair } from '../judging/repair';
import { stepEntry, type Reading } from '../step/catalogue';
import { tellsOfRunning } from './chargedSince';
import { crankSecondsOf } from './coolDown';

/** True where a reading is taken with the engine off, or starts it anew. */
const endsIdling = (reading: Reading): boolean => {
  if (crankSecondsOf(reading) > 0) return true;
  return !tellsOfRunning(reading) && stepEntry(reading.step).stage !== 'look';
};

/**
 * Whether minutes at idle that are counted from a moment still count. Once the recharge current was read with them, a battery
 * tested, a crank or a repair after it tells that the engine stood since: it idles anew. What is typed before that may have
 * been read before the engine was started.
 * @param readings in the order they were taken
 * @param startedMs when the minutes began, milliseconds since 1970
 */
export const idleCounts = (
  {
    readings,
    repairs = [],
  }: { readonly readings: readonly Reading[]; readonly repairs?: readonly Repair[] | undefined },
  startedMs: number,
): boolean => {
  const used = readings.findLastIndex(({ step, at }) => step === 'charge.recharge' && Date.parse(at) >= startedMs);
  const last = readings[used];
  if (last === undefined) return true;
  return !readings.slice(used + 1).some(endsIdling) && !repairs.some(({ at }) => Date.parse(at) > Date.parse(last.at));
};
