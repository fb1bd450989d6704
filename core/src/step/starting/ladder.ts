import type { LimitBook } from '../../method/book';
import { isOver, tidy } from '../../quantity/compare';
import { figure, voltsText } from '../../quantity/display';
import { inconclusive, passed, trouble, type AgainstLimit, type Outcome } from '../../judging/verdict';
import { readingsOf, type VisitFacts } from '../../judging/facts';
import type { JudgedOutcome, Scene } from '../../judging/scene';
import { crankVoltsReading } from './crankVolts';
import { motorReading } from './motor';
import { solenoidReading } from './solenoid';
import { starterDropReading } from './starterDrop';

/** Volts of the starting circuit while cranking, each as a magnitude: the source and the four stretches it spreads over. */
export interface LadderVolts {
  readonly source: number;
  readonly positive: number;
  readonly solenoid: number;
  readonly motor: number;
  readonly negative: number;
}

const FLOOR_VOLTS = 0.2;
const SHARE = 0.03;

/** How far source and sum may differ: 0.2 V per 12 V, or 3 % of the source where that is more. Two meters' errors. */
export const ladderToleranceVolts = (sourceVolts: number, systemFactor: number): number =>
  Math.max(FLOOR_VOLTS * systemFactor, SHARE * sourceVolts);

/**
 * Adds up the losses: what leaves the bank must arrive somewhere. A ladder that does not close means one reading was
 * taken in the wrong place or at another moment.
 */
export const judgeLadder = (volts: LadderVolts, limits: LimitBook): Outcome => {
  const sum = volts.positive + volts.solenoid + volts.motor + volts.negative;
  const difference = volts.source - sum;
  const allowed = ladderToleranceVolts(volts.source, limits.systemFactor);
  const against: AgainstLimit = {
    limit: { value: tidy(allowed), unit: 'V', kind: 'max', name: null, from: 'profile' },
    margin: tidy(allowed - Math.abs(difference)),
  };
  const sentence = `${voltsText(volts.positive)} + ${voltsText(volts.solenoid)} + ${voltsText(volts.motor)} + ${voltsText(volts.negative)} = ${voltsText(sum)} of ${voltsText(volts.source)}`;
  if (!isOver(Math.abs(difference), allowed))
    return passed(against, `${sentence}: the ladder closes within ${voltsText(allowed)}.`);
  const because = `${sentence}: ${voltsText(Math.abs(difference))} ${difference > 0 ? 'still to find' : 'too much'}, ${figure(allowed, 2)} V may differ.`;
  return inconclusive(
    against,
    because,
    'Read the least certain stretch again, or the one that needs the longest leads.',
    [trouble('ladder.open', 'bank', because)],
  );
};

/** One rung: what was read, as a magnitude. */
interface Rung {
  readonly id: string;
  readonly volts: number;
}

const rung = (reading: Rung | undefined): Rung | null =>
  reading === undefined ? null : { id: reading.id, volts: Math.abs(reading.volts) };

/** The rungs read so far while cranking; a rung read another way does not count. */
export const ladderRungs = (facts: VisitFacts): { readonly [Name in keyof LadderVolts]: Rung | null } => {
  const drops = readingsOf(facts, starterDropReading).filter(({ by }) => by === 'crank');
  return {
    source: rung(
      readingsOf(facts, crankVoltsReading).findLast(({ point, hold }) => point === 'bank' && hold !== 'lowest'),
    ),
    positive: rung(drops.findLast(({ point }) => point === 'positive')),
    solenoid: rung(readingsOf(facts, solenoidReading).at(-1)),
    motor: rung(readingsOf(facts, motorReading).at(-1)),
    negative: rung(drops.findLast(({ point }) => point === 'negative')),
  };
};

/** The whole ladder with the ids it rests on, or null while a rung is missing. */
const ladderReadings = (facts: VisitFacts): { volts: LadderVolts; readings: string[] } | null => {
  const { source, positive, solenoid, motor, negative } = ladderRungs(facts);
  if (source === null || positive === null || solenoid === null || motor === null || negative === null) return null;
  return {
    volts: {
      source: source.volts,
      positive: positive.volts,
      solenoid: solenoid.volts,
      motor: motor.volts,
      negative: negative.volts,
    },
    readings: [source.id, positive.id, solenoid.id, motor.id, negative.id],
  };
};

/** A test nobody reads: it is added up from what was read. */
export const ladder = {
  step: 'start.ladder',
  point: 'bank',
  title: 'Voltage ladder',
  judge: ({ facts }: Scene): JudgedOutcome | null => {
    const rungs = ladderReadings(facts);
    if (rungs === null) return null;
    const outcome = judgeLadder(rungs.volts, facts.limits);
    return { ...outcome, step: 'start.ladder', point: 'bank', readings: rungs.readings };
  },
} as const;
