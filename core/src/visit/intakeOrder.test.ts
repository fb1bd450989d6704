import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { unit12, visitWith } from '../../test/visitFixture';
import { intakeOrder, judge, partRepeats, SYMPTOMS } from '../index';

const owed = judge(visitWith([])).missing;
const order = (...symptoms: string[]) => intakeOrder(unit12(), symptoms, owed);
const keys = (...symptoms: string[]) => order(...symptoms).map(({ key }) => key);

describe('the order symptoms set', () => {
  it('is the usual one without any', () => {
    expect(order().map(({ usual }) => usual)).toEqual(order().map((_, index) => index));
    expect(order().every(({ isFirst }) => !isFirst)).toBe(true);
    expect(keys()[0]).toBe('look');
  });
  it('brings what tells of them forward, and drops nothing', () => {
    const flat = keys('flat-after-standing');
    expect(flat.slice(0, 4)).toEqual(['battery.caseLeak', 'battery.drain', 'look.lamp', 'charge.volts']);
    for (const key of keys()) expect(flat).toContain(key);
  });
  it('takes a look out of the round only where a symptom asks for it', () => {
    expect(keys('squeal')[0]).toBe('look.belt');
    expect(keys('squeal')).toContain('look');
  });
  it('holds every line once with a place of its own in the usual order, whatever was seen', () =>
    fc.assert(
      fc.property(fc.subarray([...SYMPTOMS]), (symptoms) => {
        const lines = order(...symptoms);
        expect(new Set(lines.map(({ key }) => key)).size).toBe(lines.length);
        expect(lines.map(({ usual }) => usual).sort((a, b) => a - b)).toEqual(lines.map((_, index) => index));
        const rest = lines.filter(({ isFirst }) => !isFirst).map(({ usual }) => usual);
        expect(rest).toEqual([...rest].sort((a, b) => a - b));
      }),
    ));
});

describe('a part that came again', () => {
  const now = new Date('2026-11-27T10:00:00Z');
  const stay = (place: string, from: string | null, to: string | null) => ({ place, from, to });
  const twice = [
    stay('ALT1', null, '2025-03-02T12:00:00Z'),
    stay('ALT1', '2025-03-02T12:00:00Z', '2026-08-14T12:00:00Z'),
    stay('ALT1', '2026-08-14T12:00:00Z', null),
  ];
  it('is told with its days, oldest first', () =>
    expect(partRepeats(twice, now, 2)).toEqual([
      { place: 'ALT1', fitted: ['2025-03-02T12:00:00Z', '2026-08-14T12:00:00Z'] },
    ]));
  it('is not the one the machine came with, nor one put in long ago', () => {
    expect(partRepeats([stay('ALT1', '2026-01-10T12:00:00Z', null)], now, 1)).toEqual([]);
    expect(
      partRepeats(
        [stay('starter', null, '2023-01-10T12:00:00Z'), stay('starter', '2023-01-10T12:00:00Z', null)],
        now,
        1,
      ),
    ).toEqual([]);
  });
  it('is counted place by place', () =>
    expect(partRepeats([...twice, stay('starter', null, null)], now, 1).map(({ place }) => place)).toEqual(['ALT1']));
});
