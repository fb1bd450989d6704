import { present } from '../../quantity/present';
import * as z from 'zod';
import { latest, readingsOf, type VisitFacts } from '../../judging/facts';
import { between, NO_LEADS, probesOf, type Leads, type Probe } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import type { Scene } from '../../judging/scene';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { failed, inconclusive, marginal, NO_LIMIT, passed, trouble, type Outcome } from '../../judging/verdict';
import { voltsText } from '../../quantity/display';
import { saneVolts } from '../../quantity/sanity';
import { nominalVolts } from '../../unit/bank';
import type { Unit } from '../../unit/unit';
import { restingBankVolts } from '../battery/openCircuit';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { CRANK_SECONDS } from '../../judging/crankSeconds';
import { walk, walkAnswerText, walkNode } from './walk';
import type { WalkAnswers, WalkConditions } from './walkNodes';
import { asksForAnswer, WALK_ANSWERS, WALK_POINTS, type WalkPoint } from './walkPoints';

const walkReading = readingOf('start.walk', {
  volts: saneVolts.optional(),
  answer: z.enum(['clean', 'dirty', 'normal', 'slow', 'clicks', 'spins', 'nothing', 'sound', 'damaged']).optional(),
});
export type WalkReading = z.infer<typeof walkReading>;

/** What the walk's volts are held against on this unit. */
export const walkConditions = (scene: Scene): WalkConditions => {
  const { limits, unit } = scene.facts;
  const inSeries = unit.systemVolts / nominalVolts(present(unit.bank.batteries[0]));
  return {
    systemFactor: limits.systemFactor,
    gateVolts: limits.get('gateVolts', limits.systemFactor / inSeries).value * inSeries,
    starterVolts: limits.get('crankStarterVolts').value,
    bankVolts: restingBankVolts(scene),
    hasSwitch: unit.starter?.magneticSwitch !== 'none',
  };
};

/** What one reading of the walk did: where it led, or which end it reached. */
const judgeWalk = (reading: WalkReading, answers: WalkAnswers, conditions: WalkConditions): Outcome => {
  const point = reading.point as WalkPoint;
  const node = walkNode(point);
  const said = `${node.question}: ${walkAnswerText(reading)}`;
  const state = walk(answers, conditions);
  const step = state.taken.find((taken) => taken.point === point);
  if (step === undefined) {
    const wanted = state.at === null ? null : walkNode(state.at);
    return wanted === null
      ? passed(NO_LIMIT, `${said}. The walk ended before this step; kept for the record.`)
      : inconclusive(NO_LIMIT, `${said}. The walk has not come this far.`, `Read first: ${wanted.question}.`);
  }
  const { branch } = step;
  if (point === 'starterRestIsolator' && branch.to === 'starterRestBank' && answers.starterRestBank === undefined) {
    const because = `${said}: a cable is corroded where it cannot be seen. Which side: read B+ to the bank's negative post.`;
    return failed(NO_LIMIT, because, [trouble('cable.starter', 'starter', because, 'recheck')]);
  }
  if (typeof branch.to === 'string')
    return passed(NO_LIMIT, `${said}, ${branch.when}. Next: ${walkNode(branch.to).question}.`);
  const because = `${said}, ${branch.when}. ${branch.to.words}`;
  switch (branch.to.kind) {
    case 'finding':
      return failed(NO_LIMIT, because, [{ ...trouble(branch.to.code, branch.to.subject, because), isOfWalk: true }]);
    case 'charge':
      return marginal(NO_LIMIT, because);
    case 'again':
      return inconclusive(NO_LIMIT, because, branch.to.words);
    case 'service':
      return passed(NO_LIMIT, because);
  }
};

/** Points that are read or answered while the starter is tried. */
const CRANKING: ReadonlySet<string> = new Set<WalkPoint>([
  'attempt',
  'starterCranking',
  'motorCranking',
  'controlCranking',
  'switchOutputCranking',
  'switchSupplyCranking',
  'coilSignal',
]);

const red = (unit: Unit, point: string): Probe | null => {
  const { probe } = probesOf(unit);
  const isSeparate = unit.starter?.magneticSwitch === 'separate';
  switch (point) {
    case 'starterRest':
    case 'starterRestCleaned':
    case 'starterRestIsolator':
    case 'starterRestBank':
    case 'starterCranking':
      return probe('starter.B+');
    case 'motorCranking':
      return probe('starter.motor');
    case 'controlCranking':
      return probe('starter.control');
    case 'switchOutputCranking':
      return probe(isSeparate ? 'switch.output' : 'starter.control');
    case 'switchSupplyRest':
    case 'switchSupplyCranking':
      return probe(isSeparate ? 'switch.supply' : 'starter.B+');
    case 'coilSignal':
      return {
        at: isSeparate ? 'switch.supply' : 'starter.control',
        touch: 'the coil terminal of the magnetic switch',
      };
    default:
      return null;
  }
};

const leads = (unit: Unit, point: string): Leads => {
  const { plus, minus, ground } = probesOf(unit);
  if (point === 'bankRest') return between(plus, minus);
  const probe = red(unit, point);
  if (probe === null) return NO_LEADS;
  return between(probe, point === 'starterRestBank' ? minus : ground);
};

export const walkStep = stepRecord(walkReading, {
  stage: 'starting',
  title: 'No-crank walk',
  minutes: 6,
  hands: 2,
  points: fixed(...WALK_POINTS),
  problem: (reading) => {
    const point = reading.point as WalkPoint;
    if (!asksForAnswer(point)) {
      if (reading.answer !== undefined) return { path: 'answer', message: `${point} is read in volts, not answered` };
      return reading.volts === undefined ? { path: 'volts', message: `missing, expected volts for ${point}` } : null;
    }
    const allowed: readonly string[] = WALK_ANSWERS[point];
    if (reading.volts !== undefined)
      return { path: 'volts', message: `${point} is answered with ${allowed.join(', ')}, not read in volts` };
    if (reading.answer === undefined)
      return { path: 'answer', message: `missing, expected ${allowed.join(' or ')} for ${point}` };
    return allowed.includes(reading.answer)
      ? null
      : { path: 'answer', message: `expected ${allowed.join(' or ')} for ${point}, received ${reading.answer}` };
  },
  judge: (reading, scene) => judgeWalk(reading, walkAnswers(scene.facts), walkConditions(scene)),
  words: ({ answer, volts }) => answer ?? (volts === undefined ? 'not read' : voltsText(volts)),
  leads,
  blocked: blockedByUnsafeBattery,
  crankSeconds: ({ point }) => (CRANKING.has(point) ? CRANK_SECONDS : 0),
  tellsOfRunning: ({ answer }) => answer === 'normal',
});

/** Answers of the no-crank walk read so far. */
export const walkAnswers = (facts: VisitFacts): WalkAnswers => {
  const answers: WalkAnswers = {};
  for (const point of WALK_POINTS) {
    const reading = latest(facts, walkReading, point);
    if (reading !== null) answers[point] = { volts: reading.volts, answer: reading.answer };
  }
  const spins = readingsOf(facts, walkReading).filter(
    ({ point, answer }) => point === 'attempt' && answer === 'spins',
  ).length;
  return answers.attempt === undefined ? answers : { ...answers, attempt: { ...answers.attempt, spins } };
};
