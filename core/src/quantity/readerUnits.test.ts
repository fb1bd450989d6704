import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromReader, readerUnit, readerWords, toReader, unitsKept, USUAL_UNITS, type ReaderUnits } from './readerUnits';

const other: ReaderUnits = { temperature: 'F', distance: 'mi', area: 'awg', decimal: ',' };
const only = (part: Partial<ReaderUnits>): ReaderUnits => ({ ...USUAL_UNITS, ...part });

describe('a sentence as its reader likes it', () => {
  it.each([
    [
      '9.65 V is above the 9.60 V limit at −18 °C',
      only({ temperature: 'F' }),
      '9.65 V is above the 9.60 V limit at 0 °F',
    ],
    ['starts down to −24 °C, −28 to −20 °C', only({ temperature: 'F' }), 'starts down to −11 °F, −18 to −4 °F'],
    ['battery at 12.5 °C', only({ temperature: 'F' }), 'battery at 54.5 °F'],
    ['due at 20000 km', only({ distance: 'mi' }), 'due at 12\u00a0427 mi'],
    ['8403 h, 200381 km', USUAL_UNITS, '8403 h, 200\u00a0381 km'],
    ['0 to 10000000 km, 12345.5 h', only({ decimal: ',' }), '0 to 10\u00a0000\u00a0000 km, 12\u00a0345,5 h'],
    ['KJ-27490, 20261128, 2026-11-28, 1.23456 km', USUAL_UNITS, 'KJ-27490, 20261128, 2026-11-28, 1.23456 km'],
    ['at 80 km/h', only({ distance: 'mi' }), 'at 80 km/h'],
    ['Positive cable, 95 mm², 2.4 m', only({ area: 'awg' }), 'Positive cable, 3/0 AWG, 2.4 m'],
    ['9.65 V at 0.3 A, 8:10', only({ decimal: ',' }), '9,65 V at 0,3 A, 8:10'],
    ['21 °C, 107 mm², 12.65 V', other, '70 °F, 4/0 AWG, 12,65 V'],
    ['Nothing with a figure.', other, 'Nothing with a figure.'],
  ])('%s', (text, units, shown) => expect(readerWords(text, units)).toBe(shown));
  it('is the same where the reader likes what is usual, but for room between the thousands of great figures', () =>
    fc.assert(
      fc.property(fc.string(), fc.nat(), fc.string(), (before, km, after) => {
        const text = `${before} ${km} km ${after}`;
        const shown = readerWords(text, USUAL_UNITS);
        expect(shown.replaceAll('\u00a0', '')).toBe(text.replaceAll('\u00a0', ''));
        expect(shown).not.toMatch(/(?<![\d.])\d{5,} km(?!\/)/);
      }),
    ));
});

describe('a sentence whose lines are broken', () => {
  it.each([
    ['10.31 V at 12 °C, 464 A for 15.0 s', '10.31\u00a0V at 12\u00a0°C, 464\u00a0A for 15.0\u00a0s'],
    ['95 mm², 1500 rpm, 75 %', '95\u00a0mm², 1500\u00a0rpm, 75\u00a0%'],
    ['4 sides, 2 more, 12 Volts, 3 A-class', '4 sides, 2 more, 12 Volts, 3\u00a0A-class'],
    ['Position A, joint B +', 'Position A, joint B +'],
  ])('keeps units with their figures: %s', (text, kept) => expect(unitsKept(text)).toBe(kept));
});

describe('a figure as its reader types it', () => {
  it('comes back as it was, to a tenth', () =>
    fc.assert(
      fc.property(fc.integer({ min: -600, max: 900 }), fc.constantFrom('°C', 'km', 'V', 'h'), (tenths, unit) => {
        const value = tenths / 10;
        expect(fromReader(toReader(value, unit, other), unit, other)).toBeCloseTo(value, 6);
      }),
    ));
  it('keeps what has no other unit', () => {
    expect([readerUnit('V', other), toReader(12.6, 'V', other), fromReader(12.64, 'V', other)]).toEqual([
      'V',
      12.6,
      12.64,
    ]);
    expect([readerUnit('°C', other), readerUnit('km', other), readerUnit('°C', USUAL_UNITS)]).toEqual([
      '°F',
      'mi',
      '°C',
    ]);
  });
});
