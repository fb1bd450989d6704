import type { Reading } from '../step/catalogue';
import { stepEntry } from '../step/catalogue';
import type { Unit } from '../unit/unit';

/** What is said before the first test of the starter, once a bank was taken apart for its battery tests. */
export const CABLES_BACK =
  'Put the cables back on every battery first: positive side first, ground side last. Clean and tight.';

/**
 * Whether the cables have to go back on before a step: batteries of a bank are cut off one from another for rest and load,
 * and nothing of the starter has been read since.
 */
export const cablesGoBack = (unit: Unit, readings: readonly Reading[], step: string): boolean => {
  if (unit.bank.batteries.length < 2 || stepEntry(step).stage !== 'starting') return false;
  const lastBattery = readings.findLastIndex((reading) => reading.step === 'battery.load');
  if (lastBattery < 0) return false;
  return !readings.slice(lastBattery + 1).some((reading) => stepEntry(reading.step).stage === 'starting');
};
