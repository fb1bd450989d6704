const MOST_ROUNDS = 60;
const AS_GOOD_AS_NOTHING = 1e-4;
/** How far from a guess is looked first, and twice as far each time it was not far enough. */
const FIRST_STRIDE = 4;

type Rising = (x: number) => number;

/** Between a place below nothing and one that is not: false position, Illinois, and every third round a halving to be safe. */
const between = (f: Rising, low: number, atLow: number, high: number, atHigh: number, closeEnough: number): number => {
  let [a, fa, b, fb] = [low, atLow, high, atHigh];
  for (let round = 0; round < MOST_ROUNDS && b - a > closeEnough; round++) {
    const middle = round % 3 === 2 ? (a + b) / 2 : (a * fb - b * fa) / (fb - fa);
    const value = f(middle);
    if (Math.abs(value) < AS_GOOD_AS_NOTHING) return middle;
    // The end that stands still counts half, so that it moves too.
    if (value < 0) {
      a = middle;
      fa = value;
      fb /= 2;
    } else {
      b = middle;
      fb = value;
      fa /= 2;
    }
  }
  return (a + b) / 2;
};

/**
 * Where a rising function crosses nothing between two places; the end nearest to it when it does not.
 * @param closeEnough width of what is left at which it is found
 */
export const crossing = (f: Rising, from: number, to: number, closeEnough: number): number => {
  const atFrom = f(from);
  if (atFrom >= 0) return from;
  const atTo = f(to);
  return atTo < 0 ? to : between(f, from, atFrom, to, atTo, closeEnough);
};

/** The same within what is close enough, begun at a guess: where that is near, the function is asked half as often. */
export const crossingNear = (f: Rising, guess: number, from: number, to: number, closeEnough: number): number => {
  let at = Math.min(to, Math.max(from, guess));
  let value = f(at);
  const isBefore = value < 0;
  for (let stride = FIRST_STRIDE; ; stride *= 2) {
    const end = isBefore ? to : from;
    if (at === end) return end;
    const next = isBefore ? Math.min(end, at + stride) : Math.max(end, at - stride);
    const there = f(next);
    if (isBefore && there >= 0) return between(f, at, value, next, there, closeEnough);
    if (!isBefore && there < 0) return between(f, next, there, at, value, closeEnough);
    [at, value] = [next, there];
  }
};
