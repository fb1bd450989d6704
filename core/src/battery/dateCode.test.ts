import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dateCodeSchema, monthText, readDateCode, shelfMonths } from '../index';

const TODAY = '2026-11-27';
const read = (code: string, own: Parameters<typeof readDateCode>[2] = []) =>
  readDateCode(code, TODAY, own).map(({ month }) => month);

describe('the code a battery was marked with', () => {
  it.each([
    ['C5', ['2025-03']],
    ['c 5', ['2025-03']],
    ['5C', ['2025-03']],
    ['C25', ['2025-03']],
    ['2025-C', ['2025-03']],
    ['I4', ['2024-09']],
    ['M4', ['2024-12']],
  ])('%s says %j', (code, months) => expect(read(code)).toEqual(months));
  it('has two readings where makers count the letters in two ways, and both are given', () =>
    expect(read('K5')).toEqual(['2025-11', '2025-10']));
  it('is never of a month to come: a digit is then of ten years before', () => {
    expect(read('L6')).toEqual(['2016-12', '2026-11']);
    expect(read('A7')).toEqual(['2017-01']);
    expect(read('A2027')).toEqual([]);
  });
  it('is nothing where it is no such code', () => {
    for (const code of ['', 'C', '55', 'Z5', 'BR-22871', 'C5C']) expect(read(code)).toEqual([]);
  });
  it('is read by a code of the shop before the usual way', () => {
    expect(read('X104725', [{ name: 'Brannfell', pattern: '***WWYY' }])).toEqual(['2025-11']);
    expect(read('0525', [{ name: 'Osterud', pattern: 'MMYY' }])).toEqual(['2025-05']);
    expect(read('1325', [{ name: 'Osterud', pattern: 'MMYY' }])).toEqual([]);
    expect(read('5425', [{ name: 'Kjelvar', pattern: 'WWYY' }])).toEqual([]);
  });
  it('of a shop has a year and a month or week, and says what is wrong if not', () => {
    expect(dateCodeSchema.safeParse({ name: 'Brannfell', pattern: 'wwyy' }).data?.pattern).toBe('WWYY');
    for (const pattern of ['', 'YY', 'MM', 'WWYYX', 'MYY'])
      expect(dateCodeSchema.safeParse({ name: 'Brannfell', pattern }).success).toBe(false);
  });
  it('is found again whatever the month, and never lies in the future', () =>
    fc.assert(
      fc.property(fc.integer({ min: 2017, max: 2026 }), fc.integer({ min: 1, max: 8 }), (year, month) => {
        fc.pre(year < 2026 || month <= 11);
        expect(read(`${'ABCDEFGH'[month - 1]}${year % 10}`)).toEqual([`${year}-0${month}`]);
      }),
    ));
  it('is told in words, with the months since', () => {
    expect(monthText('2025-11')).toBe('Nov 2025');
    expect(shelfMonths('2025-12', TODAY)).toBe(11);
    expect(shelfMonths('2026-11', TODAY)).toBe(0);
  });
});
