import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assertNever, median, present } from '../index';

describe('the median', () => {
  it.each([
    [[3], 3],
    [[1, 9], 5],
    [[9, 1, 5], 5],
    [[4, 1, 3, 2], 2.5],
  ])('of %j is %d', (values, middle) => expect(median(values)).toBe(middle));
  it('is nothing of nothing', () => expect(median([])).toBeNaN());
  it('has as many values under it as over it, in whatever order they come', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -1000, max: 1000 }), { minLength: 1, maxLength: 60 }), (values) => {
        const middle = median(values);
        expect(median([...values].reverse())).toBe(middle);
        const under = values.filter((value) => value < middle).length;
        const over = values.filter((value) => value > middle).length;
        expect(Math.max(under, over)).toBeLessThanOrEqual(values.length / 2);
      }),
    );
  });
  it('does not move with one wild value', () => expect(median([12.6, 12.7, 12.65, 99])).toBeCloseTo(12.675));
});

describe('what must be there', () => {
  it.each([0, '', false, [], 'A'])('is given back as it is: %j', (value) => expect(present(value)).toBe(value));
  it.each([undefined, null])('fails loudly where it is %s', (value) =>
    expect(() => present(value)).toThrow(/must be there/),
  );
});

describe('a case nobody dealt with', () => {
  it('is named', () => expect(() => assertNever({ kind: 'new' } as never)).toThrow('No case for {"kind":"new"}.'));
});
