import * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isOver, isUnder } from '../../quantity/compare';
import { celsiusText, figure, hoursText, voltsText } from '../../quantity/display';
import { freezesAtC, mayBeFrozen } from '../../battery/electrolyte';
import { stateOfChargePercent } from '../../battery/stateOfCharge';
import { batteryFactor, restsHigher, strings } from '../../unit/bank';
import type { Battery } from '../../unit/unit';
import {
  againstMin,
  failed,
  inconclusive,
  marginal,
  NO_LIMIT,
  passed,
  trouble,
  type Outcome,
} from '../../judging/verdict';
import { batteryOf, chargedBefore, latest, type Charged, type VisitFacts } from '../../judging/facts';
import { batteryTemperature } from '../../judging/temperature';
import { acrossBattery } from '../../judging/leads';
import { readingOf, type BaseReading } from '../../judging/readingBase';
import type { Blocked, Scene } from '../../judging/scene';
import { stepRecord } from '../../judging/stepRecord';
import { saneCelsius, saneHours, saneVolts } from '../../quantity/sanity';
import { positions } from '../../unit/points';

/** Volts of one battery at rest, cut off from the bank, read at the posts. */
export const openCircuitReading = readingOf('battery.openCircuit', {
  volts: saneVolts,
  surfaceChargeStripped: z.boolean().optional(),
  restedHours: saneHours.optional(),
  batteryC: saneCelsius.optional(),
});
export type OpenCircuitReading = z.infer<typeof openCircuitReading>;

export interface OpenCircuitConditions {
  readonly battery: Battery;
  readonly limits: LimitBook;
  /** Whether the battery was charged earlier in this visit, before this reading. */
  readonly chargedBefore: Charged;
  readonly temperature: { readonly celsius: number | null; readonly from: 'battery' | 'air' };
}

/** That a battery as empty and as cold as this may be frozen, which no charger may be put on; nothing where it cannot be. */
const frostWords = (volts: number, { battery, temperature: { celsius, from } }: OpenCircuitConditions): string => {
  const charge = stateOfChargePercent(battery, volts);
  if (celsius === null || !mayBeFrozen(charge, celsius)) return '';
  const cold = `${from === 'air' ? 'the air is' : 'it is'} at ${celsiusText(celsius)}`;
  return ` It may be frozen: about ${figure(charge, 0)} % of charge freezes at ${celsiusText(Math.round(freezesAtC(charge)))}, and ${cold}. Warm it through before a charger goes on.`;
};

/** True while the reading may be flattered: neither stripped nor rested long enough, and not low already. */
export const surfaceChargeLeft = (reading: OpenCircuitReading, { battery, limits }: OpenCircuitConditions): boolean => {
  const factor = batteryFactor(battery);
  const name = restsHigher(battery) ? 'surfaceChargeAgmVolts' : 'surfaceChargeVolts';
  return (
    reading.surfaceChargeStripped !== true &&
    isUnder(reading.restedHours ?? 0, limits.get('surfaceChargeRestHours').value) &&
    !isUnder(reading.volts, limits.get(name, factor).value)
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
  const severity = chargedBefore === 'done' ? 'replace' : 'recheck';
  if (chargedBefore !== 'no' && isUnder(volts, fiveCells.value)) {
    const soon = chargedBefore === 'begun' ? ' The charger has not been on long enough to say so yet.' : '';
    const because = `${read} after charging is under ${voltsText(fiveCells.value)}: one cell is shorted or dead.${soon}`;
    return failed(againstMin(fiveCells, volts), because, [trouble('battery.dead-cell', at, because, severity)]);
  }
  const dead = limits.get('deadCellVolts', factor);
  if (!isOver(volts, dead.value)) {
    const because = `${read} is not above ${voltsText(dead.value)}: one cell gives nothing, or the battery was run flat.${frostWords(volts, conditions)}`;
    return failed(againstMin(dead, volts), because, [
      trouble('battery.dead-cell', at, `${because} Charge it once and read again before condemning it.`, severity),
    ]);
  }
  const gate = limits.get(restsHigher(battery) ? 'gateAgmVolts' : 'gateVolts', factor);
  const against = againstMin(gate, volts);
  if (surfaceChargeLeft(reading, conditions)) {
    return inconclusive(
      against,
      `${read} may be surface charge: it was not stripped and the battery has not rested ${hoursText(limits.get('surfaceChargeRestHours').value)}.`,
      'Strip surface charge: head lamps and blower on for 1 min, all off, wait 2 min, read again.',
    );
  }
  const restHours = limits.get('gateRestHours').value;
  if (isUnder(reading.restedHours ?? 0, restHours)) {
    return inconclusive(
      against,
      `${read} after ${hoursText(reading.restedHours ?? 0)} at rest; this method asks for ${hoursText(restHours)}, disconnected.`,
      `Leave it disconnected for ${hoursText(restHours)} and read again.`,
    );
  }
  if (isUnder(volts, gate.value)) {
    const because = `${read} is under the ${voltsText(gate.value)} needed before a load test.${frostWords(volts, conditions)}`;
    return marginal(against, because, [trouble('battery.low-charge', at, `${because} Charge, rest, read again.`)]);
  }
  return passed(against, `${read} meets the ${voltsText(gate.value)} needed before a load test.`);
};

/** A resting reading with how it comes out, and whether surface charge spoils it. */
export interface AtRest {
  readonly reading: OpenCircuitReading;
  readonly outcome: Outcome;
  readonly spoiled: boolean;
}

/** A resting reading as it is judged in its visit; asked for again and again, it is judged once. */
const atRest = (scene: Scene, reading: OpenCircuitReading): AtRest =>
  scene.once(reading, () => {
    const conditions = {
      battery: batteryOf(scene.facts, reading.point),
      limits: scene.facts.limits,
      chargedBefore: chargedBefore(scene.facts, reading.point, Date.parse(reading.at)),
      temperature: batteryTemperature(scene.facts, reading.point, reading),
    };
    const spoiled = reading.volts < 0 || surfaceChargeLeft(reading, conditions);
    return { reading, outcome: judgeOpenCircuit(reading, conditions), spoiled };
  });

export const openCircuit = stepRecord(openCircuitReading, {
  stage: 'batteries',
  title: 'Open-circuit volts',
  minutes: 1,
  hands: 1,
  points: positions,
  judge: (reading, scene) => atRest(scene, reading).outcome,
  words: ({ volts }) => voltsText(volts),
  leads: acrossBattery,
  owes: ({ facts }) => positions(facts.unit),
});

/** The last resting reading of a battery before a load in the order of the visit, else the latest. */
const restBefore = ({ valid }: VisitFacts, position: string, load: BaseReading | null): OpenCircuitReading | null => {
  let last: OpenCircuitReading | null = null;
  for (const { reading } of valid) {
    if (reading === load && last !== null) return last;
    // A reading was held against the schema of its step when it came in.
    if (reading.step === openCircuit.step && reading.point === position) last = reading as OpenCircuitReading;
  }
  return last;
};

/**
 * The resting reading a battery's load counts against.
 * @param load the reading under load; null asks for the latest
 */
export const restingFor = (scene: Scene, position: string, load: BaseReading | null): AtRest | null => {
  const found = restBefore(scene.facts, position, load);
  return found === null ? null : atRest(scene, found);
};

/** True when the resting volts of a battery are low or failed. */
export const isLow = (scene: Scene, position: string): boolean => {
  const verdict = scene.outcome(openCircuit, position)?.verdict;
  return verdict === 'marginal' || verdict === 'fail';
};

/** Position of the first battery that is low, or null. */
export const lowBattery = (scene: Scene): string | null =>
  positions(scene.facts.unit).find((position) => isLow(scene, position)) ?? null;

/** Bank at rest: mean over its completely read strings of the batteries' sums; null when none is complete. */
export const restingBankVolts = (scene: Scene): number | null => {
  const sums = strings(scene.facts.unit.bank).flatMap((members) => {
    let sum = 0;
    for (const { position } of members) {
      const reading = latest(scene.facts, openCircuitReading, position);
      if (reading === null || restingFor(scene, position, null)?.spoiled !== false) return [];
      sum += reading.volts;
    }
    return [sum];
  });
  return sums.length === 0 ? null : sums.reduce((a, b) => a + b, 0) / sums.length;
};

/** Asks to charge a battery that is low, and to read it at rest again. */
export const chargeFirst = (scene: Scene, position: string): Blocked => ({
  because:
    scene.outcome(openCircuit, position)?.verdict === 'fail'
      ? `Charge battery ${position}, let it rest, and read it again; replace it when that has been done once.`
      : `Charge battery ${position}, let it rest, and read it again: it is low on charge.`,
  unblock: { step: openCircuit.step, point: position },
});

/** Blocked while any battery is low. */
export const blockedByLowBattery = (scene: Scene): Blocked | null => {
  const low = lowBattery(scene);
  return low === null ? null : chargeFirst(scene, low);
};
