import { chargeSidePoints } from '../unit/points';
import { readingText, stepEntry, type ReadStep } from '../step/catalogue';
import { alternatorsOf } from '../unit/bank';
import { positions } from '../unit/points';
import type { Unit } from '../unit/unit';
import type { Place } from './obligation';
import type { Outcomes } from './outcomes';

/** Whether the readings speak for a cause, against it, or have not been asked. */
export type CauseStands = 'for' | 'against' | 'unread';

/** One thing a battery, an alternator or a starter dies of, and what the visit says of it. */
export interface CauseLine {
  readonly words: string;
  readonly stands: CauseStands;
  /** What was read of it, in words. */
  readonly read: readonly string[];
  /** The test that would settle it; null once it is settled. */
  readonly test: Place | null;
  readonly minutes: number;
}

/** Why something died: every usual cause, and the test worth its minutes next. */
export interface CauseSheet {
  readonly lines: readonly CauseLine[];
  readonly next: Place | null;
}

interface Candidate {
  readonly words: string;
  readonly places: readonly Place[];
}

const at = (step: ReadStep, points: readonly string[]): Place[] => points.map((point) => ({ step, point }));

const candidates = (unit: Unit, subject: string): readonly Candidate[] => {
  const isBattery = positions(unit).includes(subject);
  const alternators = alternatorsOf(unit).map(({ id }) => id);
  return [
    { words: 'Volts of the running engine, too low or too high', places: at('charge.volts', ['bank']) },
    { words: 'The bank keeps drawing: one of it takes the rest down', places: at('charge.recharge', ['bank']) },
    { words: 'Volts lost in the charging cables', places: at('charge.drop', chargeSidePoints(unit)) },
    { words: 'The alternator gives too little', places: at('charge.output', alternators) },
    { words: 'Something draws while it is parked', places: at('battery.drain', ['bank']) },
    ...(isBattery ? [{ words: 'Leakage over its case', places: at('battery.caseLeak', [subject]) }] : []),
    { words: 'Belt and tensioner', places: at('look.belt', ['drive']) },
  ];
};

/**
 * Why did it die? Every usual cause with what this visit reads of it, and the next test: the one that settles an open cause in
 * the fewest minutes of hands.
 * @param subject the battery's position, the alternator, or `starter`
 */
export const causeSheet = (outcomes: Outcomes, subject: string): CauseSheet => {
  const { facts } = outcomes;
  const lines = candidates(facts.unit, subject).map(({ words, places }): CauseLine => {
    const verdicts = places.map(({ step, point }) => outcomes.at(step, point)?.verdict);
    const spoken = verdicts.some((verdict) => verdict === 'fail' || verdict === 'marginal');
    const open = places.filter((_, index) => verdicts[index] === undefined || verdicts[index] === 'inconclusive');
    // What was never read comes before what was read and decided nothing yet.
    const unread = open.filter(({ step, point }) => !facts.current.has(`${step}@${point}`));
    const asked = unread.length > 0 ? unread : open;
    const stands = spoken ? 'for' : open.length === 0 ? 'against' : 'unread';
    return {
      words,
      stands,
      read: places.flatMap(({ step, point }) => {
        const reading = facts.current.get(`${step}@${point}`);
        return reading === undefined ? [] : [readingText(reading)];
      }),
      test: stands === 'unread' ? (asked[0] ?? null) : null,
      minutes: asked.reduce((sum, { step }) => sum + stepEntry(step).minutes, 0),
    };
  });
  const quickest = lines
    .filter(({ test }) => test !== null)
    .reduce<CauseLine | null>((least, own) => (least === null || own.minutes < least.minutes ? own : least), null);
  return { lines, next: quickest?.test ?? null };
};
