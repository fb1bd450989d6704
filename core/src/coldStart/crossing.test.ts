import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crossing, crossingNear } from './crossing';

const CLOSE_ENOUGH = 0.02;
const place = fc.double({ min: -80, max: 80, noNaN: true });
/** Rising ever faster or ever slower through nothing at `root`. */
const rising = (root: number, bend: number) => (x: number) => Math.sign(x - root) * Math.abs(x - root) ** bend;

describe('where a rising function crosses nothing', () => {
  it('is found between the ends, or is the end nearest to it', () => {
    fc.assert(
      fc.property(place, fc.double({ min: 0.6, max: 2, noNaN: true }), (root, bend) => {
        const found = crossing(rising(root, bend), -50, 40, CLOSE_ENOUGH);
        expect(Math.abs(found - Math.min(40, Math.max(-50, root)))).toBeLessThan(CLOSE_ENOUGH);
      }),
    );
  });
  it('is the same wherever it is looked for first', () => {
    fc.assert(
      fc.property(place, place, fc.double({ min: 0.6, max: 2, noNaN: true }), (root, guess, bend) => {
        const f = rising(root, bend);
        const found = crossingNear(f, guess, -50, 40, CLOSE_ENOUGH);
        expect(Math.abs(found - crossing(f, -50, 40, CLOSE_ENOUGH))).toBeLessThan(CLOSE_ENOUGH);
      }),
    );
  });
  it('is asked for half as often where the guess is near', () => {
    const asked = (find: (f: (x: number) => number) => number): number => {
      let count = 0;
      find((x) => {
        count += 1;
        return Math.exp((x + 21) / 30) - 1;
      });
      return count;
    };
    const anywhere = asked((f) => crossing(f, -50, 40, CLOSE_ENOUGH));
    expect(asked((f) => crossingNear(f, -22.5, -50, 40, CLOSE_ENOUGH))).toBeLessThanOrEqual(anywhere / 1.5);
  });
});
