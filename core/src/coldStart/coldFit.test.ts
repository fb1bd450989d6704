import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/machineFixture';
import {
  ageFromCapability,
  BatteryModel,
  gains,
  holdLoad,
  limitBook,
  loadFigures,
  putRight,
  type ColdFit,
} from '../index';
import { crossing } from './crossing';

const unit = unitOf('1S2P');
const battery = unit.bank.batteries[0]!;

describe('the age of a battery, from its capability', () => {
  it('is found again whatever the cold and the charge of the day were', () => {
    const limits = limitBook('pile', 12);
    fc.assert(
      fc.property(
        fc.double({ min: 0.9, max: 2.2, noNaN: true }),
        fc.double({ min: -15, max: 25, noNaN: true }),
        fc.double({ min: 0.8, max: 1, noNaN: true }),
        (age, celsius, charge) => {
          const model = new BatteryModel(
            battery,
            { age, sulphated: false, shortedCell: false, stateOfCharge: charge },
            celsius,
          );
          const rest = model.restVolts;
          const amps = model.cca / 2;
          const { volts } = holdLoad(model, amps);
          const { capabilityPercent } = loadFigures(battery, limits, rest, { lowestVolts: volts, amps }, celsius);
          // What gives more than 120 % of its rating is shown as 120 %.
          fc.pre(capabilityPercent! < 119);
          const found = ageFromCapability(capabilityPercent!, celsius, charge);
          expect(Math.abs(found / age - 1)).toBeLessThan(0.05);
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('where a rising function crosses nothing', () => {
  it('is found to the width asked for, for steep and flat ones alike', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -40, max: 30, noNaN: true }),
        fc.double({ min: 0.01, max: 3, noNaN: true }),
        (root, steep) => {
          const found = crossing((x) => Math.sinh(steep * 0.2 * (x - root)) + 0.5 * (x - root), -50, 40, 0.01);
          expect(Math.abs(found - root)).toBeLessThan(0.02);
        },
      ),
    );
  });
  it('is the nearer end where it does not cross', () => {
    expect(crossing((x) => x + 100, -50, 40, 0.01)).toBe(-50);
    expect(crossing((x) => x - 100, -50, 40, 0.01)).toBe(40);
  });
});

const sure = (mean: number) => ({ mean, deviation: 0.01 });
const fit = (part: Partial<ColdFit> = {}): ColdFit => ({
  positions: ['A', 'B'],
  age: { A: sure(1.1), B: sure(1.1) },
  charge: { A: sure(0.95), B: sure(0.95) },
  cable: { positive: sure(0.4), negative: sure(0.4) },
  contact: sure(0.1),
  linkMilliohm: 0,
  crank: null,
  oilPerKelvin: sure(0.026),
  ...part,
});
const SOUND = { positive: 0.4, negative: 0.4 };

describe('what would help most', () => {
  it('is the part that is worst, and nothing where all is sound', () => {
    const first = (part: Partial<ColdFit>) => gains(unit, fit(part), 8, SOUND)[0]?.subject;
    expect(first({ age: { A: sure(1), B: sure(2.4) } })).toBe('B');
    expect(first({ cable: { positive: sure(1.6), negative: sure(0.4) } })).toBe('positive');
    expect(first({ contact: sure(1.5) })).toBe('contacts');
    expect(first({ charge: { A: sure(0.6), B: sure(0.6) } })).toBe('charge');
    expect(gains(unit, fit({ age: { A: sure(1), B: sure(1) } }), 8, SOUND)).toEqual([]);
  });
  it('never makes a part that is better than sound worse', () => {
    const good = fit({ age: { A: sure(0.9), B: sure(0.9) }, cable: { positive: sure(0.3), negative: sure(0.3) } });
    for (const part of ['A', 'positive', 'negative', 'nothing of the kind'])
      expect(putRight(good, part, SOUND)).toBe(good);
  });
});
