import { describe, expect, it } from 'vitest';
import { unit12, visitWith, type Written } from '../../test/visitFixture';
import { causeSheet, Outcomes, visitFacts } from '../index';

const sheet = (readings: readonly Written[], subject = 'B', part: Parameters<typeof unit12>[0] = {}) =>
  causeSheet(new Outcomes(visitFacts(visitWith(readings, { unit: unit12(part) }))), subject);
const standsOf = (readings: readonly Written[], words: RegExp, subject = 'B') =>
  sheet(readings, subject).lines.find((line) => words.test(line.words))?.stands;

const leak = (volts: number): Written => ({ step: 'battery.caseLeak', point: 'B', volts });
const drain = (amps: number): Written => ({ step: 'battery.drain', point: 'bank', amps, minutesParked: 40 });
const belt = (state: string): Written => ({ step: 'look.belt', point: 'drive', state });

describe('why did it die', () => {
  it('asks every usual cause, and has read none of them at first', () => {
    const { lines, next } = sheet([]);
    expect(lines.every(({ stands, read }) => stands === 'unread' && read.length === 0)).toBe(true);
    expect(next).toEqual({ step: 'battery.caseLeak', point: 'B' });
  });
  it('takes what was read for and against, with its words', () => {
    expect(standsOf([leak(1.4)], /case/)).toBe('for');
    expect(standsOf([leak(0.05)], /case/)).toBe('against');
    expect(standsOf([drain(0.6)], /parked/)).toBe('for');
    expect(standsOf([drain(0.02)], /parked/)).toBe('against');
    expect(sheet([leak(1.4)]).lines.find(({ stands }) => stands === 'for')?.read).toEqual(['1.40 V']);
  });
  it('does not count a reading that decides nothing', () =>
    expect(standsOf([{ step: 'battery.drain', point: 'bank', amps: 0.6, minutesParked: 5 }], /parked/)).toBe('unread'));
  it('goes to the next cheapest once one is settled', () => {
    const { next } = sheet([leak(0.05), belt('good')]);
    expect(next).not.toEqual({ step: 'battery.caseLeak', point: 'B' });
    expect(next).not.toBeNull();
  });
  it('asks both sides of the charging cables before it lets them go', () => {
    const side = (point: string): Written => ({ step: 'charge.drop', point, volts: 0.1, amps: 140 });
    expect(standsOf([side('positive')], /charging cables/)).toBe('unread');
    expect(sheet([side('positive')]).lines.find(({ words }) => /charging cables/.test(words))?.test?.point).toBe(
      'negative',
    );
  });
  it('of an alternator leaves the case of a battery out', () =>
    expect(sheet([], 'ALT1').lines.some(({ words }) => /case/.test(words))).toBe(false));
});
