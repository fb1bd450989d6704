import type { LimitBook } from '../method/book';
import { isOver, isUnder } from '../quantity/compare';
import { voltsText } from '../quantity/display';
import { batteryFactor, restsHigher } from '../unit/bank';
import type { Battery } from '../unit/unit';
import { againstMin, failed, inconclusive, marginal, NO_LIMIT, passed, trouble, type Outcome } from '../visit/verdict';
import type { OpenCircuitReading } from './openCircuitReading';

export interface OpenCircuitConditions {
  readonly battery: Battery;
  readonly limits: LimitBook;
  /** The battery was charged earlier in this visit, before this reading. */
  readonly chargedBefore: boolean;
}

/** True while the reading may be flattered: neither stripped nor rested long enough, and high. */
export const surfaceChargeLeft = (reading: OpenCircuitReading, { battery, limits }: OpenCircuitConditions): boolean => {
  const factor = batteryFactor(battery);
  const name = restsHigher(battery) ? 'surfaceChargeAgmVolts' : 'surfaceChargeVolts';
  return (
    reading.surfaceChargeStripped !== true &&
    isUnder(reading.restedHours ?? 0, limits.get('surfaceChargeRestHours').value) &&
    isOver(reading.volts, limits.get(name, factor).value)
  );
};

/**
 * Resting volts: tells the state of charge and whether a load test would mean anything. It never tells health.
 * Limits are rules of thumb of the trade; see the limit list for each reason.
 */
export const judgeOpenCircuit = (reading: OpenCircuitReading, conditions: OpenCircuitConditions): Outcome => {
  const { battery, limits, chargedBefore } = conditions;
  const { volts } = reading;
  const at = battery.position;
  const factor = batteryFactor(battery);
  const read = voltsText(volts);
  if (volts < 0) {
    return inconclusive(
      NO_LIMIT,
      `${read} is below zero: the leads are reversed.`,
      'Put red on the positive post, black on the negative, and read again.',
    );
  }
  const fiveCells = limits.get('fiveCellVolts', factor);
  if (chargedBefore && isUnder(volts, fiveCells.value)) {
    const because = `${read} after charging is under ${voltsText(fiveCells.value)}: one cell is shorted or dead.`;
    return failed(againstMin(fiveCells, volts), because, [trouble('battery.dead-cell', at, because, 'replace')]);
  }
  const dead = limits.get('deadCellVolts', factor);
  if (!isOver(volts, dead.value)) {
    const because = `${read} is not above ${voltsText(dead.value)}: one cell gives nothing, or the battery was run flat.`;
    const severity = chargedBefore ? 'replace' : 'recheck';
    return failed(againstMin(dead, volts), because, [
      trouble('battery.dead-cell', at, `${because} Charge it once and read again before condemning it.`, severity),
    ]);
  }
  const gate = limits.get(restsHigher(battery) ? 'gateAgmVolts' : 'gateVolts', factor);
  const against = againstMin(gate, volts);
  if (surfaceChargeLeft(reading, conditions)) {
    return inconclusive(
      against,
      `${read} may be surface charge: it was not stripped and the battery has not rested 4 h.`,
      'Strip surface charge: head lamps and blower on for 1 min, all off, wait 2 min, read again.',
    );
  }
  const restHours = limits.get('gateRestHours').value;
  if (isUnder(reading.restedHours ?? 0, restHours)) {
    return inconclusive(
      against,
      `${read} after ${reading.restedHours ?? 0} h at rest; this method asks for ${restHours} h, disconnected.`,
      `Leave it disconnected for ${restHours} h and read again.`,
    );
  }
  if (isUnder(volts, gate.value)) {
    const because = `${read} is under the ${voltsText(gate.value)} needed before a load test.`;
    return marginal(against, because, [trouble('battery.low-charge', at, `${because} Charge, rest, read again.`)]);
  }
  return passed(against, `${read} meets the ${voltsText(gate.value)} needed before a load test.`);
};
