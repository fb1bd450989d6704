import { expect, it } from 'vitest';
import { rested, visitWith } from '../../test/visitFixture';
import { judge } from '../index';

const figuresAt = (amps: number) =>
  judge(visitWith([rested('A', 12.7), { step: 'battery.load', point: 'A', amps, seconds: 15, lowestVolts: 10.5 }]))
    .figures['A'];

it('gives a resistance from a load, and none from amperes too small to be one', () => {
  expect(figuresAt(460)?.resistanceMilliohm).toBeCloseTo(4.78, 2);
  for (const amps of [5e-324, 0.001, 0, -460]) expect(figuresAt(amps)?.resistanceMilliohm).toBeUndefined();
});
