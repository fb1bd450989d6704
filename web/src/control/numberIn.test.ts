import { describe, expect, it } from 'vitest';
import { numberIn } from './numberIn';

const celsius = { min: -60, max: 60, unit: '°C' };

describe('a typed number', () => {
  it.each([
    ['', null],
    ['  ', null],
    ['-4', -4],
    ['−4', -4],
    ['3,5', 3.5],
    ['3.5', 3.5],
    [' 12 ', 12],
    ['-60', -60],
    ['60', 60],
  ])('"%s" is %s', (text, value) => expect(numberIn(text, celsius)).toEqual({ value, error: undefined }));
  it.each(['61', '-61', 'cold', '1,2,3', '4 °C'])('"%s" is refused with what is expected and what came', (text) =>
    expect(numberIn(text, celsius)).toEqual({
      value: null,
      error: `expected -60 to 60 °C, received ${text}`,
    }),
  );
  it('has no unit where there is none', () =>
    expect(numberIn('9', { min: 0, max: 6, unit: '' }).error).toBe('expected 0 to 6, received 9'));
});
