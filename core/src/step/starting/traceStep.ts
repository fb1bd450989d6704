import type { LimitBook } from '../../method/book';
import { PROFILES } from '../../method/profile';
import { bankLoadLimit } from '../../battery/bankLoadLimit';
import { COLDEST_JUDGED_C } from '../../battery/loadLimit';
import { isUnder } from '../../quantity/compare';
import { celsiusText, voltsText } from '../../quantity/display';
import type { Unit } from '../../unit/unit';
import type { FindingCode } from '../../judging/findingCode';
import { CRANK_SECONDS } from '../../judging/crankSeconds';
import { latest } from '../../judging/facts';
import { bankTemperatureC } from '../../judging/temperature';
import { acrossBank } from '../../judging/leads';
import type { Scene } from '../../judging/scene';
import { fixed, stepRecord } from '../../judging/stepRecord';
import {
  againstMin,
  failed,
  inconclusive,
  marginal,
  NO_LIMIT,
  passed,
  trouble,
  type Outcome,
  type Verdict,
} from '../../judging/verdict';
import { lowBattery } from '../battery/openCircuit';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { traceReading, traceWords, type TraceReading } from './trace';
import { traceAdvice } from './traceAdvice';

interface TraceConditions {
  readonly unit: Unit;
  readonly limits: LimitBook;
  /** The coldest battery known, else the air; null when nothing is. */
  readonly batteryC: number | null;
  /** Position of a battery that is low on charge, or null. */
  readonly lowBattery: string | null;
}

const conditionsOf = (reading: TraceReading, scene: Scene): TraceConditions => ({
  unit: scene.facts.unit,
  limits: scene.facts.limits,
  batteryC: bankTemperatureC(scene.facts, reading.batteryC),
  lowBattery: lowBattery(scene),
});

const AGAIN = 'Take it again: a second of rest, then two seconds of cranking or more.';

/** Why the bank is not full enough for its plateau to condemn it; null where it is. */
const notFull = ({ restVolts }: TraceReading, { limits, lowBattery: low }: TraceConditions): string | null => {
  if (low !== null) return `battery ${low} is low on charge`;
  const gate = limits.get('gateVolts', limits.systemFactor).value;
  return restVolts !== undefined && isUnder(restVolts, gate) ? `the bank rested at ${voltsText(restVolts)}` : null;
};

/** Rest and plateau: what the settled volts of a crank say of the bank, and where the method lets them decide. */
const judgePlateau = (reading: TraceReading, conditions: TraceConditions): Outcome => {
  const { unit, limits, batteryC } = conditions;
  const { plateauVolts: volts, notes = [] } = reading;
  if (volts === undefined) {
    const why = notes.find((note) => note.startsWith('plateauVolts: '))?.slice('plateauVolts: '.length);
    return inconclusive(NO_LIMIT, `The trace has no settled volts${why === undefined ? '' : `: ${why}`}.`, AGAIN);
  }
  const read = `${voltsText(volts)}, settled while cranking,`;
  if (volts < 0)
    return inconclusive(
      NO_LIMIT,
      `${read} is below zero: the leads are reversed.`,
      'Put red on the positive post and take it again.',
    );
  if (batteryC === null)
    return inconclusive(
      NO_LIMIT,
      `${read} cannot be judged: neither battery nor air temperature is known.`,
      'Enter the battery temperature.',
    );
  const limit = bankLoadLimit(unit, limits, batteryC);
  if (limit === null)
    return inconclusive(
      NO_LIMIT,
      `${celsiusText(batteryC)} is colder than anything that can be said of a bank under load.`,
      `Warm the bank above ${celsiusText(COLDEST_JUDGED_C)} and take it again.`,
    );
  const against = againstMin(limit, volts);
  const where = `the ${voltsText(limit.value)} limit for a bank at ${celsiusText(batteryC)}`;
  const decides = PROFILES[limits.profile].decidingTest === 'start.trace';
  if (isUnder(volts, limit.value)) {
    const low = notFull(reading, conditions);
    if (low !== null)
      return inconclusive(
        against,
        `${read} is under ${where}, but ${low}.`,
        'Charge the bank, let it rest, then take it again.',
      );
    const because = `${read} is under ${where}. A dragging starter looks the same: isolate the batteries and test each.`;
    return decides
      ? failed(against, because, [trouble('battery.weak', 'bank', because, 'recheck')])
      : marginal(against, because, [trouble('battery.watch', 'bank', because)]);
  }
  if (decides && reading.restVolts === undefined)
    return inconclusive(against, `${read} meets ${where}, but the trace has no rest before the crank.`, AGAIN);
  const band = limits.get('loadWatchBandVolts', limits.systemFactor).value;
  if (isUnder(volts, limit.value + band)) {
    const because = `${read} is within ${voltsText(band)} of ${where}.`;
    return marginal(against, because, [trouble('battery.watch', 'bank', because)]);
  }
  return passed(against, `${read} is above ${where}. It proves the bank, not each battery of it.`);
};

const judgeTrace = (reading: TraceReading, conditions: TraceConditions): Outcome => {
  const outcome = judgePlateau(reading, conditions);
  const advice = traceAdvice(reading, conditions.unit, conditions.limits);
  if (advice.length === 0) return outcome;
  const known = new Set(outcome.troubles.map(({ code, subject }) => `${code}@${subject}`));
  return {
    ...outcome,
    verdict: outcome.verdict === 'pass' ? 'marginal' : outcome.verdict,
    because: [outcome.because, ...advice.map(({ words }) => words)].join(' '),
    troubles: [
      ...outcome.troubles,
      ...advice.flatMap(({ trouble: own }) => (own === null || known.has(`${own.code}@${own.subject}`) ? [] : [own])),
    ],
  };
};

/** A crank on the oscilloscope: bank, contacts, engine and alternator in one. */
export const trace = stepRecord(traceReading, {
  stage: 'batteries',
  title: 'Trace of a crank',
  minutes: 4,
  hands: 2,
  points: fixed('bank'),
  problem: (reading) =>
    reading.plateauVolts === undefined && reading.restVolts === undefined && reading.inrushLowVolts === undefined
      ? { path: 'plateauVolts', message: 'expected at least one of restVolts, inrushLowVolts, plateauVolts' }
      : null,
  judge: (reading, scene) => judgeTrace(reading, conditionsOf(reading, scene)),
  words: traceWords,
  value: ({ plateauVolts }) => (plateauVolts === undefined ? null : { value: plateauVolts, unit: 'V' }),
  leads: (unit) => ({
    ...acrossBank(unit),
    clamp: { at: 'bank', words: 'all leads of one bank post together, arrow out of the bank' },
  }),
  owes: ({ facts }) =>
    !facts.isQuick && PROFILES[facts.limits.profile].decidingTest === 'start.trace' ? ['bank'] : [],
  blocked: (scene) => blockedByUnsafeBattery(scene),
  crankSeconds: () => CRANK_SECONDS,
  tellsOfRunning: ({ fired }) => fired === true,
});

/** How single figures of a trace came out, for showing beside them; a figure nothing is judged of is left out. */
export type TraceMarks = Readonly<Partial<Record<keyof TraceReading, Verdict>>>;

export const traceMarks = (reading: TraceReading, scene: Scene): TraceMarks => {
  const conditions = conditionsOf(reading, scene);
  const { limits } = conditions;
  const codes = new Set(
    traceAdvice(reading, conditions.unit, limits).flatMap(({ trouble: own }) => (own === null ? [] : [own.code])),
  );
  const unless = (code: FindingCode): Verdict => (codes.has(code) ? 'marginal' : 'pass');
  const gate = limits.get('gateVolts', limits.systemFactor).value;
  const { restVolts, inrushLowVolts, goodAmps, rippleAmpsRms } = reading;
  return {
    restVolts: restVolts === undefined ? 'inconclusive' : isUnder(restVolts, gate) ? 'marginal' : 'pass',
    inrushLowVolts:
      inrushLowVolts === undefined
        ? 'inconclusive'
        : isUnder(inrushLowVolts, limits.get('inrushVolts').value)
          ? 'marginal'
          : 'pass',
    bounces: reading.bounces === undefined ? 'inconclusive' : unless('starter.solenoid-contacts'),
    plateauVolts: judgePlateau(reading, conditions).verdict,
    ...(reading.plateauAmps === undefined || goodAmps === undefined
      ? {}
      : { plateauAmps: unless('starter.draws-much') }),
    ...(rippleAmpsRms === undefined ? {} : { rippleHz: unless('alternator.diode') }),
    ...(reading.cylinders === undefined ? {} : { cylinders: unless('engine.compression-low') }),
  };
};

/** The settled volts of a trace, as cranking volts at the bank; null where there is no trace with a plateau. */
export const settledOfTrace = ({
  facts,
}: Scene): { readonly volts: number; readonly amps: number | undefined; readonly id: string } | null => {
  const own = latest(facts, traceReading, 'bank');
  return own?.plateauVolts === undefined ? null : { volts: own.plateauVolts, amps: own.plateauAmps, id: own.id };
};
