import { describe, expect, it } from 'vitest';
import type { EntryField } from '../control/keypadEntry';
import { asMillivolts, inAmps, readsClamp, ZERO_KEY } from './clampEntry';

const FIELDS: readonly EntryField[] = [
  { key: 'volts', label: 'Volts', unit: 'V', min: -40, max: 40 },
  { key: 'amps', label: 'Amps', unit: 'A', min: -3000, max: 3000, usual: [0, 60], initial: '12' },
  { key: 'minutes', label: 'Minutes', unit: 'min', min: 0, max: 120 },
];

describe('a clamp read in millivolts', () => {
  it('is told from meters and clocks', () => {
    expect(readsClamp(FIELDS)).toBe(true);
    expect(readsClamp(FIELDS.filter(({ unit }) => unit !== 'A'))).toBe(false);
  });
  it('asks for millivolts in place of amps, within the same range, and for its zero', () => {
    const [volts, clamp, minutes, zero] = asMillivolts(FIELDS, 10);
    expect([volts, minutes]).toEqual([FIELDS[0], FIELDS[2]]);
    expect(clamp).toMatchObject({ unit: 'mV', min: -30_000, max: 30_000, usual: [0, 600], initial: '120' });
    expect(zero).toMatchObject({ key: ZERO_KEY, optional: true });
  });
  it('is kept in amps, its zero taken off, and everything else as typed', () => {
    expect(inAmps({ volts: 12.6, amps: 187, minutes: 10, [ZERO_KEY]: -3 }, FIELDS, 10)).toEqual({
      volts: 12.6,
      amps: 19,
      minutes: 10,
    });
    expect(inAmps({ volts: 12.6, amps: null, minutes: 10 }, FIELDS, 1)['amps']).toBeNull();
  });
  it('is back where it was, typed in either way', () => {
    for (const scale of [1, 10]) {
      const typed = Number(asMillivolts(FIELDS, scale)[1]?.initial);
      expect(inAmps({ amps: typed }, FIELDS, scale)).toEqual({ amps: 12 });
    }
  });
});
