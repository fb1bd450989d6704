import { describe, expect, it } from 'vitest';
import { rested, loaded, unit12, visitWith, type Written } from '../../test/visitFixture';
import { CABLES_BACK, cablesGoBack, CATALOGUE, handsNeeded, judge } from '../index';

describe('hands needed', () => {
  it('are no minutes for nothing', () => expect(handsNeeded([])).toEqual({ minutes: 0, secondPerson: [] }));
  it('add up over the places a visit owes, and fall as they are read', () => {
    const before = handsNeeded(judge(visitWith([])).missing).minutes;
    const after = handsNeeded(judge(visitWith([rested('A', 12.7), rested('B', 12.7)])).missing).minutes;
    expect(before).toBeGreaterThan(20);
    expect(after).toBe(before - 2);
  });
  it('name each test that takes two people once', () =>
    expect(
      handsNeeded([{ step: 'start.crankVolts' }, { step: 'start.crankVolts' }, { step: 'battery.load' }]).secondPerson,
    ).toEqual(['Cranking volts']));
  it('are known of every step', () => {
    for (const { step, minutes, hands } of CATALOGUE) {
      expect(minutes, step).toBeGreaterThan(0);
      expect(minutes, step).toBeLessThanOrEqual(10);
      expect([1, 2], step).toContain(hands);
    }
  });
});

describe('cables go back on', () => {
  const unit = unit12({});
  const before = (readings: readonly Written[], step = 'start.drop') =>
    cablesGoBack(unit, visitWith(readings).readings, step);
  it('before the first test of the starter, once batteries were loaded', () => {
    expect(before([loaded('A', 10.2)])).toBe(true);
    expect(CABLES_BACK).toMatch(/positive side first, ground side last/);
  });
  it('is not said where nothing was taken apart', () => expect(before([rested('A', 12.7)])).toBe(false));
  it('is not said again once the starter was read', () =>
    expect(
      before([loaded('A', 10.2), { step: 'start.crankVolts', point: 'bank', volts: 10.4 }], 'start.crankVolts'),
    ).toBe(false));
  it('is said again when a battery was loaded once more', () =>
    expect(
      before([loaded('A', 10.2), { step: 'start.crankVolts', point: 'bank', volts: 10.4 }, loaded('B', 10.2)]),
    ).toBe(true));
  it('is for the starter, not for the batteries and the charging', () => {
    expect(before([loaded('A', 10.2)], 'battery.openCircuit')).toBe(false);
    expect(before([loaded('A', 10.2)], 'charge.volts')).toBe(false);
  });
  it('is for a pair as for four, and nothing for a single battery', () => {
    const ofSo = (many: number) =>
      cablesGoBack(
        { ...unit, bank: { ...unit.bank, batteries: unit.bank.batteries.slice(0, many) } },
        visitWith([loaded('A', 10.2)]).readings,
        'start.drop',
      );
    expect([1, 2, 4].map(ofSo)).toEqual([false, true, true]);
  });
});
