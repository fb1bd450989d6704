import { present } from '../../quantity/present';
import * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isOver, isUnder } from '../../quantity/compare';
import { ampsText, celsiusText, figure, voltsText } from '../../quantity/display';
import { freezesAtC } from '../../battery/electrolyte';
import { stateOfChargePercent } from '../../battery/stateOfCharge';
import { batteryFactor, restsHigher } from '../../unit/bank';
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
  type Trouble,
  type Verdict,
} from '../../judging/verdict';
import { CHART_ENDS_C, COLDEST_JUDGED_C, loadLimit } from '../../battery/loadLimit';
import { HOLD_SECONDS } from '../../battery/hold';
import { batteryOf } from '../../judging/facts';
import { batteryTemperature } from '../../judging/temperature';
import { acrossBattery } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import type { Scene } from '../../judging/scene';
import { stepRecord } from '../../judging/stepRecord';
import { PROFILES } from '../../method/profile';
import { saneAmps, saneCelsius, saneSeconds, saneVolts } from '../../quantity/sanity';
import { toldApart } from '../../quantity/toldApart';
import { positions } from '../../unit/points';
import { caseLook, isUnsafe } from '../look/caseLook';
import { hydrometer } from './hydrometer';
import { BAND_RATIO, loadTarget } from './loadTarget';
import { chargeFirst, isLow, openCircuit, restingFor } from './openCircuit';

/** One battery by itself under the carbon pile: average amperes and lowest volts of the hold. */
export const loadReading = readingOf('battery.load', {
  amps: saneAmps,
  seconds: saneSeconds,
  lowestVolts: saneVolts,
  batteryC: saneCelsius.optional(),
  recoveryVolts: saneVolts.optional().describe('At least 60 s after release'),
  engineRunning: z.boolean().optional(),
});
export type LoadReading = z.infer<typeof loadReading>;

export interface LoadConditions {
  readonly battery: Battery;
  readonly limits: LimitBook;
  /** Battery temperature: the reading's own, else the resting reading's, else the air's; null when none is known. */
  readonly batteryC: number | null;
  readonly temperatureFrom: 'battery' | 'air';
  /** The last resting-volts verdict of this battery before the load, with its volts; null when it was not read. */
  readonly atRest: { readonly verdict: Verdict; readonly volts: number } | null;
  /** It was charged, or the engine ran, between those resting volts and the load. */
  readonly chargedSinceRest: boolean;
}

const slowRecovery = (reading: LoadReading, { battery, limits, atRest }: LoadConditions): Trouble[] => {
  if (reading.recoveryVolts === undefined || atRest === null || atRest.verdict === 'inconclusive') return [];
  const drop = limits.get('recoveryDropVolts', batteryFactor(battery)).value;
  if (!isUnder(reading.recoveryVolts, atRest.volts - drop)) return [];
  return [
    trouble(
      'battery.slow-recovery',
      battery.position,
      `It came back to ${voltsText(reading.recoveryVolts)} from ${voltsText(atRest.volts)} at rest: more than ${voltsText(drop)} short.`,
    ),
  ];
};

/** What made the test harder or easier than it should have been. */
interface Deviation {
  readonly what: string;
  readonly redo: string;
}

/** Volts as they would stand at the target, where a little less was drawn; null where they stand as read. */
const broughtToTarget = (
  { amps, lowestVolts }: LoadReading,
  targetAmps: number,
  { limits, atRest }: LoadConditions,
): number | null => {
  if (atRest === null || !isUnder(amps, targetAmps) || isUnder(amps, limits.get('loadNearRatio').value * targetAmps))
    return null;
  const ohms = (atRest.volts - lowestVolts) / amps;
  return ohms > 0 ? lowestVolts - ohms * (targetAmps - amps) : null;
};

const deviations = (reading: LoadReading, targetAmps: number, conditions: LoadConditions) => {
  const { limits, atRest } = conditions;
  const flattering: Deviation[] = [];
  const punishing: Deviation[] = [];
  const overRatio = limits.get('loadOverRatio').value;
  const shortest = limits.get('loadMinSeconds').value;
  const longest = limits.get('loadMaxSeconds').value;
  const aim = `Load again at ${ampsText(targetAmps)} to ${ampsText(targetAmps * BAND_RATIO)} for ${HOLD_SECONDS} s, after the battery has cooled.`;
  if (isUnder(reading.amps, targetAmps) && broughtToTarget(reading, targetAmps, conditions) === null) {
    flattering.push({ what: `only ${ampsText(reading.amps)} of ${ampsText(targetAmps)} were drawn`, redo: aim });
  }
  if (isUnder(reading.seconds, shortest)) {
    flattering.push({
      what: `the load was held ${figure(reading.seconds, 1)} s instead of ${HOLD_SECONDS}`,
      redo: aim,
    });
  }
  if (isOver(reading.amps, targetAmps * overRatio)) {
    punishing.push({
      what: `${ampsText(reading.amps)} were drawn, more than ${figure((overRatio - 1) * 100, 0)} % over the ${ampsText(targetAmps)} asked for`,
      redo: aim,
    });
  }
  if (isOver(reading.seconds, longest)) {
    punishing.push({ what: `the load was held ${figure(reading.seconds, 1)} s instead of ${HOLD_SECONDS}`, redo: aim });
  }
  if (atRest?.verdict === 'marginal') {
    punishing.push({
      what: `the battery was at ${voltsText(atRest.volts)}, under the gate`,
      redo: 'Charge the battery, let it rest, read it at rest, then load it again.',
    });
  }
  return { flattering, punishing };
};

/** Why a battery under its limit is loaded again before it is condemned, after a space; null when it is condemned. */
const weakInDoubt = ({ battery, limits }: LoadConditions, restingVolts: number, isEstimate: boolean): string | null => {
  const sure = limits.get(restsHigher(battery) ? 'loadSureAgmVolts' : 'loadSureVolts', batteryFactor(battery));
  if (isUnder(restingVolts, sure.value)) {
    const [rested, asked] = toldApart(restingVolts, sure.value, voltsText);
    return ` It rested at ${rested}, under ${asked}: charge it fully, let it rest, load it again.`;
  }
  return isEstimate ? ' Colder than the chart that is an estimate: warm the battery and load it again.' : null;
};

/**
 * The load test. A reading taken wrongly still decides when the error can only have helped the other verdict: too
 * little load and yet under the limit fails; too much load and still over it passes.
 */
export const judgeLoad = (reading: LoadReading, conditions: LoadConditions): Outcome => {
  const { battery, limits, batteryC, atRest } = conditions;
  const at = battery.position;
  const recovery = slowRecovery(reading, conditions);
  const volts = reading.lowestVolts;
  const read = voltsText(volts);
  if (batteryC === null) {
    return inconclusive(
      NO_LIMIT,
      `${read} cannot be judged: neither battery nor air temperature is known.`,
      'Enter the battery temperature.',
      recovery,
    );
  }
  const limit = loadLimit(battery, limits, batteryC);
  if (limit === null) {
    return inconclusive(
      NO_LIMIT,
      `${celsiusText(batteryC)} is colder than anything that can be said of a load test.`,
      `Warm the battery above ${celsiusText(COLDEST_JUDGED_C)}, check for ice, and test again.`,
      recovery,
    );
  }
  const isEstimate = isUnder(batteryC, CHART_ENDS_C);
  const wrong = (because: string, redo: string, against = againstMin(limit, volts)) =>
    inconclusive(against, because, redo, recovery);
  if (volts < 0)
    return wrong(`${read} is below zero: the leads are reversed.`, 'Put red on the positive post and load again.');
  if (reading.engineRunning === true) {
    return wrong(
      'The engine was running: the alternator carried part of the load.',
      'Stop the engine, strip surface charge, and load again.',
    );
  }
  if (atRest === null || atRest.verdict === 'inconclusive' || atRest.verdict === 'fail') {
    return wrong(
      `${read} means nothing before the battery has passed at rest.`,
      'Read the open-circuit volts of this battery first.',
    );
  }
  if (!isUnder(freezesAtC(stateOfChargePercent(battery, atRest.volts)), batteryC)) {
    return wrong(
      `At ${celsiusText(batteryC)} a battery resting at ${voltsText(atRest.volts)} may be frozen.`,
      'Warm the battery, check for ice, charge it, and test again.',
    );
  }
  if (conditions.chargedSinceRest) {
    return wrong(
      `${read} is held against resting volts from before the battery was charged or the engine ran.`,
      'Strip surface charge, read the open-circuit volts again, then load it.',
    );
  }
  const target = loadTarget(battery);
  if (target === null) {
    return wrong(
      'The cold-cranking rating is not known, so half of it is not either.',
      "Enter the rating from the battery's label.",
    );
  }
  const { flattering, punishing } = deviations(reading, target.amps, conditions);
  const near = broughtToTarget(reading, target.amps, conditions);
  const judged = near ?? volts;
  const against = againstMin(limit, judged);
  const low = isUnder(judged, limit.value);
  const spoiler = low ? punishing[0] : flattering[0];
  const opposite = flattering.length > 0 && punishing.length > 0;
  if (opposite) {
    return wrong(
      `${read} decides nothing: ${present(flattering[0]).what}, and ${present(punishing[0]).what}.`,
      present(punishing[0]).redo,
    );
  }
  if (spoiler !== undefined) {
    return wrong(`${read} is ${low ? 'under' : 'over'} the limit, but ${spoiler.what}.`, spoiler.redo);
  }
  const where = `the ${voltsText(limit.value)} limit for ${conditions.temperatureFrom === 'air' ? 'air' : 'a battery'} at ${celsiusText(batteryC)}${battery.chemistry === 'gel' ? ' (gel taken as flooded; no figure is agreed on)' : ''}${isEstimate ? ' (colder than the chart, an estimate)' : ''}${conditions.temperatureFrom === 'air' ? '; battery temperature was not read' : ''}`;
  const despite = [...flattering, ...punishing].map(({ what }) => `, although ${what}`).join('');
  const said =
    near === null
      ? read
      : `${read} at ${ampsText(reading.amps)}, ${voltsText(near)} brought to ${ampsText(target.amps)},`;
  if (low) {
    const doubt = weakInDoubt(conditions, atRest.volts, isEstimate);
    const because = `${said} is under ${where}${despite}.${doubt ?? ''}`;
    const weak = trouble('battery.weak', at, because, doubt === null ? undefined : 'recheck');
    return failed(against, because, [weak, ...recovery]);
  }
  const band = limits.get('loadWatchBandVolts', batteryFactor(battery)).value;
  if (isUnder(judged, limit.value + band)) {
    const because = `${said} is within ${voltsText(band)} of ${where}${despite}.`;
    return marginal(against, because, [trouble('battery.watch', at, because), ...recovery]);
  }
  return passed(against, `${said} is above ${where}${despite}.`, recovery);
};

/** A battery that is not safe, failed at rest or has a dead cell owes no load test and gets none. */
const owesLoad = (scene: Scene, position: string): boolean =>
  isUnsafe(scene, position) === null &&
  scene.outcome(openCircuit, position)?.verdict !== 'fail' &&
  !(scene.outcome(hydrometer, position)?.troubles.some(({ code }) => code === 'battery.dead-cell') ?? false);

export const load = stepRecord(loadReading, {
  stage: 'batteries',
  title: 'Load test',
  minutes: 3,
  hands: 1,
  fedBy: ['dc-volts', 'dc-amps'],
  points: positions,
  judge: (reading, scene) => {
    const { facts } = scene;
    const resting = restingFor(scene, reading.point, reading);
    const temperature = batteryTemperature(facts, reading.point, reading);
    const outcome = judgeLoad(reading, {
      battery: batteryOf(facts, reading.point),
      limits: facts.limits,
      batteryC: temperature.celsius,
      temperatureFrom: temperature.from,
      atRest: resting === null ? null : { verdict: resting.outcome.verdict, volts: resting.reading.volts },
      chargedSinceRest: resting !== null && scene.chargedBetween(resting.reading, reading),
    });
    return resting === null ? outcome : { ...outcome, alsoUsed: [resting.reading.id] };
  },
  words: ({ lowestVolts, amps, seconds }) =>
    `${voltsText(lowestVolts)} under ${ampsText(amps)} for ${figure(seconds, 1)} s`,
  value: ({ lowestVolts }) => ({ value: lowestVolts, unit: 'V' }),
  leads: acrossBattery,
  owes: (scene) =>
    !scene.facts.isQuick && PROFILES[scene.facts.limits.profile].decidingTest === 'battery.load'
      ? positions(scene.facts.unit).filter((position) => owesLoad(scene, position))
      : [],
  blocked: (scene, point) => (isLow(scene, point) ? chargeFirst(scene, point) : null),
  refused: (scene, point) => {
    const unsafe = isUnsafe(scene, point);
    if (unsafe !== null) return { because: unsafe, unblock: { step: caseLook.step, point } };
    const atRest = scene.outcome(openCircuit, point);
    if (atRest?.verdict === 'pass') return null;
    return {
      because:
        atRest === null ? `Read battery ${point} at rest first.` : `${atRest.because} ${atRest.redo ?? ''}`.trim(),
      unblock: { step: openCircuit.step, point },
    };
  },
  tellsOfRunning: ({ engineRunning }) => engineRunning === true,
});
