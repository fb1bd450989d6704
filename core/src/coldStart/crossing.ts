const MOST_ROUNDS = 60;
const AS_GOOD_AS_NOTHING = 1e-4;

/**
 * Where a rising function crosses nothing between two places; the end nearest to it when it does not. False position,
 * with the standing end's value halved when it stands still (Illinois), and every third round a halving to be safe.
 * @param closeEnough width of what is left at which it is found
 */
export const crossing = (f: (x: number) => number, from: number, to: number, closeEnough: number): number => {
  let [a, b] = [from, to];
  let fa = f(a);
  if (fa >= 0) return a;
  let fb = f(b);
  if (fb < 0) return b;
  for (let round = 0; round < MOST_ROUNDS && b - a > closeEnough; round++) {
    const middle = round % 3 === 2 ? (a + b) / 2 : (a * fb - b * fa) / (fb - fa);
    const value = f(middle);
    if (Math.abs(value) < AS_GOOD_AS_NOTHING) return middle;
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
