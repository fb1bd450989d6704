import fc from 'fast-check';
import { expect, it } from 'vitest';
import { pixelLine } from '../index';

it('keeps each pixel its lowest and highest, so that no spike is passed over', () =>
  fc.assert(
    fc.property(
      fc.array(fc.float({ min: -30, max: 1500, noNaN: true }), { minLength: 1, maxLength: 400 }),
      fc.integer({ min: 1, max: 60 }),
      (values, pixels) => {
        const { low, high } = pixelLine(values, 0, values.length, pixels);
        if (values.length >= pixels) {
          expect(Math.min(...low)).toBe(Math.min(...values));
          expect(Math.max(...high)).toBe(Math.max(...values));
        }
        low.forEach((least, pixel) => expect(least).toBeLessThanOrEqual(high[pixel]!));
      },
    ),
  ));
it('draws a part as finely as there are pixels', () => {
  const values = Array.from({ length: 1000 }, (_, index) => index);
  const { low, high } = pixelLine(values, 500, 600, 100);
  expect(low[0]).toBe(500);
  expect(high[99]).toBe(599);
});
