import * as z from 'zod';
import { CRANK_SECONDS } from '../../judging/crankSeconds';
import { latest, type VisitFacts } from '../../judging/facts';
import { between, probesOf, type Probe } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { stepRecord } from '../../judging/stepRecord';
import {
  againstMax,
  failed,
  inconclusive,
  marginal,
  NO_LIMIT,
  passed,
  trouble,
  type Outcome,
} from '../../judging/verdict';
import { isOver, tidy } from '../../quantity/compare';
import { ampsText, voltsText } from '../../quantity/display';
import { saneAmps, saneVolts } from '../../quantity/sanity';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { pointName } from '../../unit/pointName';
import { runPoints, runsOf, type Run } from '../../unit/runs';

export const RUN_MOMENTS = ['crank', 'pile', 'charging', 'key-on'] as const;

/** Volts from the start of a run to one of its points, one probe staying at the start. */
const runReading = readingOf('run.volts', {
  volts: saneVolts,
  during: z.enum(RUN_MOMENTS),
  amps: saneAmps.optional(),
});
export type RunReading = z.infer<typeof runReading>;

/** When volts along a run are read, in words. */
export const RUN_MOMENT_WORDS: Readonly<Record<RunReading['during'], string>> = {
  crank: 'while cranking',
  pile: 'with the pile',
  charging: 'charging',
  'key-on': 'key on',
};

/** One stretch of a run between two points that were read. */
export interface RunStretch {
  readonly from: string;
  readonly to: string;
  readonly volts: number;
  readonly limitVolts: number;
  /** Reading ids of its ends; the start of the run is not read. */
  readonly readings: readonly string[];
}

/** How far the amperes of one walk may differ. */
const SAME_CURRENT_SHARE = 0.1;

/** The run a point lies on, or null when this unit has none such. */
export const runAt = ({ unit }: Pick<VisitFacts, 'unit'>, point: string): Run | null =>
  runsOf(unit).find(({ key, points }) => points.some((own) => `${key}:${own}` === point)) ?? null;

/** What was read along a run, in the order of its points. */
export const readingsAlong = (facts: VisitFacts, run: Run): readonly RunReading[] =>
  run.points.flatMap((point) => latest(facts, runReading, `${run.key}:${point}`) ?? []);

/** A run in words, without any of its points. */
export const nameOfRun = ({ key, from }: Run): string => pointName(`${key}:${from}`).replace(/,.*/, '');

/** True when all were read under one current, the same way. */
const underOneCurrent = (readings: readonly RunReading[]): boolean => {
  const amps = readings.flatMap((reading) => (reading.amps === undefined ? [] : [Math.abs(reading.amps)]));
  const [least, most] = [Math.min(...amps), Math.max(...amps)];
  return (
    new Set(readings.map(({ during }) => during)).size <= 1 &&
    (amps.length === 0 || !isOver(most - least, SAME_CURRENT_SHARE * most))
  );
};

/** The point of the run a reading was taken at. */
export const runPointOf = (reading: RunReading): string => reading.point.slice(reading.point.indexOf(':') + 1);

/** The stretches of a run between the points read so far, in order. */
export const stretchesOf = (facts: VisitFacts, run: Run): readonly RunStretch[] => {
  const readings = readingsAlong(facts, run);
  const limit = (from: string, to: string): number =>
    facts.limits.get(/^regulator/.test(from) || /^regulator/.test(to) ? 'regulatorVolts' : 'segmentVolts').value;
  return readings.map((reading, index): RunStretch => {
    const before = readings[index - 1];
    const [from, to] = [before === undefined ? run.from : runPointOf(before), runPointOf(reading)];
    return {
      from,
      to,
      volts: tidy(Math.abs(reading.volts) - Math.abs(before?.volts ?? 0)),
      limitVolts: limit(from, to),
      readings: [reading.id, ...(before === undefined ? [] : [before.id])],
    };
  });
};

const excessOf = ({ volts, limitVolts }: RunStretch): number => Math.max(0, volts - limitVolts);

/** The stretch that loses more than half of what is too much along its run, or null. */
export const worstOf = (stretches: readonly RunStretch[]): RunStretch | null => {
  const whole = stretches.reduce((sum, stretch) => sum + excessOf(stretch), 0);
  return stretches.find((stretch) => excessOf(stretch) > 0 && isOver(excessOf(stretch), whole / 2)) ?? null;
};

const judgeRun = (reading: RunReading, facts: VisitFacts): Outcome | null => {
  const run = runAt(facts, reading.point);
  if (run === null) return null;
  const readings = readingsAlong(facts, run);
  if (!underOneCurrent(readings))
    return inconclusive(
      NO_LIMIT,
      `The points along the ${nameOfRun(run)} were read under different currents: ${readings.map(({ during, amps }) => `${RUN_MOMENT_WORDS[during]}${amps === undefined ? '' : ` ${ampsText(amps)}`}`).join(', ')}.`,
      'Read them one after the other under one current, within a tenth.',
    );
  const stretches = stretchesOf(facts, run);
  const stretch = stretches.find(({ to }) => to === runPointOf(reading));
  if (stretch === undefined) return null;
  const name = /^regulator/.test(stretch.from) || /^regulator/.test(stretch.to) ? 'regulatorVolts' : 'segmentVolts';
  const against = againstMax(facts.limits.get(name), stretch.volts);
  const said = `From ${pointName(stretch.from)} to ${pointName(stretch.to)} ${voltsText(stretch.volts)} are lost`;
  const alsoUsed = stretch.readings.slice(1);
  if (excessOf(stretch) <= 0 || !isOver(stretch.volts, stretch.limitVolts))
    return { ...passed(against, `${said}, within ${voltsText(stretch.limitVolts)}.`), alsoUsed };
  const subject = `${run.key}:${stretch.from}-${stretch.to}`;
  const because = `${said}, over ${voltsText(stretch.limitVolts)}.`;
  const worst = worstOf(stretches);
  if (worst === stretch) return { ...failed(against, because, [trouble('cable.segment', subject, because)]), alsoUsed };
  return { ...marginal(against, because, [trouble('cable.segment', subject, because)]), alsoUsed };
};

export const runVolts = stepRecord(runReading, {
  stage: 'starting',
  title: 'Volts along a run',
  minutes: 6,
  hands: 1,
  points: runPoints,
  judge: (reading, { facts }) => judgeRun(reading, facts),
  words: ({ volts, during, amps }) =>
    `${voltsText(volts)} ${RUN_MOMENT_WORDS[during]}${amps === undefined ? '' : ` at ${ampsText(amps)}`}`,
  // A field run is read with the key on: nothing cranks, runs or is loaded then.
  blocked: (scene, point) => (runAt(scene.facts, point)?.name === 'field' ? null : blockedByUnsafeBattery(scene)),
  crankSeconds: ({ during }) => (during === 'crank' ? CRANK_SECONDS : 0),
  leads: (unit, point) => {
    const { probe, has, plus, minus, ground, alternator } = probesOf(unit);
    const run = runAt({ unit }, point);
    const id = run?.alternator ?? alternator;
    const ends: Readonly<Record<string, Probe>> = {
      'bank+': plus,
      'bank-': minus,
      'starter.ground': ground,
      'alternator.B+': probe(`${id}.B+`),
      'alternator.ground': probe(`${id}.ground`),
      'regulator.field': { at: `${id}.B+`, touch: 'the field terminal of the regulator' },
    };
    const start = ends[run?.from ?? 'bank+'] ?? plus;
    const at = point.slice(point.indexOf(':') + 1);
    // A point named on the unit has no place in the drawing: it is told in words, where the run begins.
    return between(start, ends[at] ?? (has(at) ? probe(at) : { at: start.at, touch: at }));
  },
});
