import { expect, it } from 'vitest';
import { judgedAt, rested, unit12, type Written } from '../../test/visitFixture';
import { limitText, marginText } from '../index';

const saidOf = (readings: readonly Written[], step: string, point: string): readonly [string, string] => {
  const { limit, margin } = judgedAt(readings, step, point, { unit: unit12() });
  if (limit === null || margin === null) throw new Error(`${step} has no limit`);
  return [limitText(limit), marginText(margin, limit.unit)];
};

it('tells a border and how far it is as exactly as such a thing is read, and no more', () => {
  expect(saidOf([rested('A', 12.7)], 'battery.openCircuit', 'A')).toEqual(['min 12.40 V', '+0.30']);
  const recharge: Written = {
    step: 'charge.recharge',
    point: 'bank',
    amps: 9.5,
    minutes: 11,
    loads: 'off',
    volts: 14.2,
  };
  expect(saidOf([recharge], 'charge.recharge', 'bank')).toEqual(['max 20 A', '+10.5']);
  // 90 % of 145 A: a border is never written as another.
  const output: Written = { step: 'charge.output', point: 'ALT1', peakAmps: 167, governedSpeed: true };
  const { limit, margin } = judgedAt([output], 'charge.output', 'ALT1', {
    unit: unit12({ alternators: [{ id: 'ALT1', ratedAmps: 145, ground: 'case', remoteSense: false }] }),
  });
  expect([limit, margin]).toMatchObject([{ value: 130.5, unit: 'A' }, 36.5]);
  expect([limitText(limit!), marginText(margin!, limit!.unit)]).toEqual(['min 130.5 A', '+36.5']);
  const drain: Written = { step: 'battery.drain', point: 'bank', amps: 0.08, minutesParked: 60 };
  expect(saidOf([drain], 'battery.drain', 'bank')).toEqual(['max 0.05 A', '−0.03']);
  const cells = [1.265, 1.265, 1.265, 1.265, 1.265, 1.241];
  const gravity: Written = { step: 'battery.hydrometer', point: 'A', cells, electrolyteC: 26.7, fluid: 'clear' };
  expect(saidOf([gravity], 'battery.hydrometer', 'A')).toEqual(['max 0.050 SG', '+0.026']);
});
