import fc from 'fast-check';
import { expect, it } from 'vitest';
import { Pyramid } from '../index';

const signal = fc.array(fc.float({ min: -30, max: 1500, noNaN: true }), { minLength: 1, maxLength: 700 });

it('keeps each pixel its lowest and highest, so that no spike is passed over', () =>
  fc.assert(
    fc.property(signal, fc.integer({ min: 1, max: 60 }), (values, pixels) => {
      const { low, high } = new Pyramid(values).line(0, values.length, pixels);
      if (values.length >= pixels) {
        expect(Math.min(...low)).toBe(Math.fround(Math.min(...values)));
        expect(Math.max(...high)).toBe(Math.fround(Math.max(...values)));
      }
      low.forEach((least, pixel) => expect(least).toBeLessThanOrEqual(high[pixel]!));
    }),
  ));
it('finds the same extremes by its blocks as sample by sample', () =>
  fc.assert(
    fc.property(signal, fc.nat(700), fc.nat(700), (values, a, b) => {
      const [from, to] = [Math.min(a, b) % values.length, (Math.max(a, b) % values.length) + 1];
      if (from >= to) return;
      const part = values.slice(from, to);
      expect(new Pyramid(values).extremes(from, to)).toEqual([Math.min(...part), Math.max(...part)]);
    }),
  ));
it('draws a part as finely as there are pixels', () => {
  const values = Array.from({ length: 1000 }, (_, index) => index);
  const { low, high } = new Pyramid(values).line(500, 600, 100);
  expect(low[0]).toBe(500);
  expect(high[99]).toBe(599);
});
