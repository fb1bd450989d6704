import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseDecimal } from './decimal';

describe('a number as typed', () => {
  it.each([
    ['12.65', 12.65],
    ['12,65', 12.65],
    [' 18 ', 18],
    ['-18', -18],
    ['−18,5', -18.5],
    ['+4', 4],
    ['.5', 0.5],
    ['7,', 7],
  ])('is read from %j', (text, value) => expect(parseDecimal(text)).toBe(value));
  it.each(['', '   ', '12,6,5', '1.234,5', '1 200', '1e3', '0x10', 'Infinity', '12 V', '-', ','])(
    'is not read from %j',
    (text) => expect(parseDecimal(text)).toBeNaN(),
  );
  it('is the same with comma and with point, whatever the number', () =>
    fc.assert(
      fc.property(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: 0, max: 3 }), (whole, digits) => {
        const text = (whole / 10 ** digits).toFixed(digits);
        expect(parseDecimal(text)).toBe(Number(text));
        expect(parseDecimal(text.replace('.', ','))).toBe(Number(text));
      }),
    ));
});
