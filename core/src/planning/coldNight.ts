import type { Disposition } from '../visit/disposition';

/** What a unit will do on a night: start, perhaps not, not, or nobody can say yet. */
export const COLD_ANSWERS = ['will-not', 'may-not', 'unsaid', 'will'] as const;
export type ColdAnswer = (typeof COLD_ANSWERS)[number];

/** Coldest start as the watch carries it, °C: P10, P50, P90. */
export type ColdBand = readonly [p10: number, p50: number, p90: number];

/**
 * Whether a unit starts on a night. It will when nine guesses in ten reach down to it; it will not when the middle one
 * does not.
 * @param lowestC lowest of the night, °C; null when no night is known
 */
export const coldAnswer = (cold: ColdBand | null, lowestC: number | null): ColdAnswer => {
  if (cold === null || lowestC === null) return 'unsaid';
  if (cold[2] <= lowestC) return 'will';
  return cold[1] <= lowestC ? 'may-not' : 'will-not';
};

/** Degrees by which the middle guess falls short of a night; 0 when it does not. */
export const degreesShort = (cold: ColdBand | null, lowestC: number | null): number =>
  cold === null || lowestC === null ? 0 : Math.max(0, cold[1] - lowestC);

/** How a unit stands in the watch: the graver of how it left its visit and what the cold will do to it. */
export const watchMark = (
  disposition: Disposition | null,
  answer: ColdAnswer,
): 'failed' | 'marginal' | 'notyet' | 'passed' => {
  if (disposition === 'hold' || answer === 'will-not') return 'failed';
  if (disposition === null || disposition === 'unfinished' || answer === 'unsaid') return 'notyet';
  return disposition === 'ready-watch' || answer === 'may-not' ? 'marginal' : 'passed';
};

/** Beyond this a boost or a full charge alone does not carry an engine through the night; a rule of thumb. */
const BOOST_CARRIES_C = 5;

/**
 * What helps a unit over a night it will not start in, the surest first. Heat moves the coldest start by tens of degrees,
 * a full bank or a boost by a few: a rule of thumb.
 * @param short degrees by which it falls short of the night; 0 when it does not
 */
export const nightAdvice = (short: number): readonly string[] => {
  if (short <= 0) return [];
  const few = ['charge the bank full', 'keep a boost at hand'];
  return short > BOOST_CARRIES_C
    ? ['park it inside', 'plug its heater in', ...few]
    : ['plug its heater in', 'park it inside', ...few];
};
