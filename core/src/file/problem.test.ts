import * as z from 'zod';
import { describe, expect, it } from 'vitest';
import { problemsOf } from './problem';

const schema = z.strictObject({
  amps: z.number().positive().max(5000).optional(),
  cells: z.number().int().min(3).optional(),
  share: z.number().lt(1).optional(),
  name: z.string().min(2).max(5).optional(),
  volts: z.array(z.number()).min(1).max(2).optional(),
  cellsRead: z.array(z.number()).length(2).optional(),
  figure: z.number({ error: 'expected a number in V' }).optional(),
  whole: z.number().max(9, { error: 'at most nine' }).optional(),
});

describe('a problem in words', () => {
  it.each<[object, string]>([
    [{ amps: '9oo' }, 'amps: expected a number, received "9oo"'],
    [{ amps: NaN }, 'amps: expected a number, received NaN'],
    [{ amps: Infinity }, 'amps: expected a number, received Infinity'],
    [{ amps: null }, 'amps: expected a number, received null'],
    [{ amps: 0 }, 'amps: expected more than 0, received 0'],
    [{ amps: 5001 }, 'amps: expected at most 5000, received 5001'],
    [{ cells: 2 }, 'cells: expected at least 3, received 2'],
    [{ cells: 3.5 }, 'cells: expected a whole number, received 3.5'],
    [{ share: 1 }, 'share: expected less than 1, received 1'],
    [{ name: 'x' }, 'name: expected at least 2 letters, received "x"'],
    [{ name: 'plough' }, 'name: expected at most 5 letters, received "plough"'],
    [{ name: 7 }, 'name: expected a text, received 7'],
    [{ volts: [] }, 'volts: expected at least 1 entry, received []'],
    [{ volts: [1, 2, 3] }, 'volts: expected at most 2 entries, received [1,2,3]'],
    [{ volts: 12 }, 'volts: expected a list, received 12'],
    [{ volts: [1, '2'] }, 'volts[1]: expected a number, received "2"'],
    [{ cellsRead: [1] }, 'cellsRead: expected exactly 2 entries, received [1]'],
    [{ cellsRead: [1, 2, 3] }, 'cellsRead: expected exactly 2 entries, received [1,2,3]'],
    [{ figure: 'high' }, 'figure: expected a number in V, received "high"'],
    [{ whole: 10 }, 'whole: at most nine, received 10'],
    [{ colour: 'red' }, 'colour: unknown key; expected only documented keys'],
  ])('%o: %s', (input, sentence) => {
    const parsed = schema.safeParse(input);
    const problems = parsed.success ? [] : problemsOf(parsed.error, input);
    expect(problems.map(({ path, message }) => `${path}: ${message}`)).toEqual([sentence]);
  });
  it('says of the whole input what it should be', () => {
    const parsed = schema.safeParse('a truck');
    expect(parsed.success ? [] : problemsOf(parsed.error, 'a truck')).toEqual([
      { path: '$', message: 'expected an object, received "a truck"' },
    ]);
  });
});
