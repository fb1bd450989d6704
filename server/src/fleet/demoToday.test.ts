import { demoFleet } from '../../../demo/test/demoFleet';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { broughtUpToDate } from './demoToday';

const DAY_MS = 86_400_000;
const DEMO = demoFleet();
/** Every text of a value, in order. */
const textsOf = (value: unknown): string[] =>
  typeof value === 'string'
    ? [value]
    : typeof value === 'object' && value !== null
      ? Object.values(value).flatMap(textsOf)
      : [];
const DEMO_TEXTS = textsOf(DEMO);
const isDay = (text: string): boolean => /^\d{4}-\d{2}-\d{2}(T.*)?$/.test(text);
const dayOf = (text: string): number => Date.parse(`${text.slice(0, 10)}T00:00:00Z`) / DAY_MS;

describe('the made-up fleet, whenever it is looked at', () => {
  const someTime = fc.date({ min: new Date('2019-01-01'), max: new Date('2045-01-01'), noInvalidDate: true });
  it('had its last visit within the last day, and none later', () =>
    fc.assert(
      fc.property(someTime, (now) => {
        const { visits } = broughtUpToDate(DEMO, now.getTime());
        const last = Math.max(
          ...visits.flatMap(({ readings, events }) => [...readings, ...events].map(({ at }) => Date.parse(at))),
        );
        expect(last).toBeLessThanOrEqual(now.getTime());
        expect(last).toBeGreaterThan(now.getTime() - DAY_MS);
      }),
      { numRuns: 12 },
    ));
  it('keeps every distance in days and every time of day, and all that is no date', () =>
    fc.assert(
      fc.property(someTime, (now) => {
        const texts = textsOf(broughtUpToDate(DEMO, now.getTime()));
        expect(texts).toHaveLength(DEMO_TEXTS.length);
        const moved = DEMO_TEXTS.flatMap((text, index) =>
          isDay(text) ? [{ text, now: texts[index] ?? '', days: dayOf(texts[index] ?? '') - dayOf(text) }] : [],
        );
        expect(new Set(moved.map(({ days }) => days)).size).toBe(1);
        expect(moved.filter((own) => own.now.slice(10) !== own.text.slice(10))).toEqual([]);
        const others = DEMO_TEXTS.filter((text, index) => texts[index] !== text && !isDay(text));
        // The months two batteries of the store were made in.
        expect(others.filter((text) => !/^\d{4}-\d{2}$/.test(text))).toEqual([]);
      }),
      { numRuns: 12 },
    ));
  it('is as it was made on the day it was made for', () =>
    expect(broughtUpToDate(DEMO, Date.parse('2026-11-24T07:00:00Z'))).toEqual(DEMO));
});
