import { describe, expect, it } from 'vitest';
import { battery, findingsOf, rested, stepAt, unit12, verdictOf, visitWith, minute } from '../../../test/visitFixture';
import { judge, stateOfChargePercent, type Chemistry } from '../../index';

const oneOf = (chemistry: Chemistry) => ({
  unit: unit12({ bank: { arrangement: '1S1P', batteries: [battery('A', { chemistry, set: undefined })] } }),
});

describe('open-circuit volts', () => {
  it.each([
    [-12.6, 'inconclusive'],
    [10.49, 'fail'],
    [10.5, 'fail'],
    [10.51, 'marginal'],
    [12.39, 'marginal'],
    [12.4, 'pass'],
    [12.9, 'pass'],
  ])('%d V stripped is %s', (volts, verdict) =>
    expect(verdictOf([rested('A', volts)], 'battery.openCircuit', 'A')).toBe(verdict),
  );

  it.each([
    ['flooded', 12.39, 'marginal'],
    ['flooded', 12.4, 'inconclusive'],
    ['efb', 12.4, 'inconclusive'],
    ['agm', 12.39, 'marginal'],
    ['agm', 12.4, 'inconclusive'],
    ['gel', 12.4, 'inconclusive'],
  ] as const)('%s at %d V, neither stripped nor rested, is %s', (chemistry, volts, verdict) =>
    expect(
      verdictOf([{ step: 'battery.openCircuit', point: 'A', volts }], 'battery.openCircuit', 'A', oneOf(chemistry)),
    ).toBe(verdict),
  );

  it('says that a battery may be frozen where it is as empty as it is cold, before a charger goes on', () => {
    const said = (volts: number, more: object, ambientC?: number) =>
      stepAt(
        judge(visitWith([{ ...rested('A', volts), ...more }], ambientC === undefined ? {} : { ambientC })),
        'battery.openCircuit',
        'A',
      ).because;
    const frozen = 'It may be frozen: about 10 % of charge freezes at −11 °C, and it is at −20 °C. Warm it through';
    expect(said(11.9, { batteryC: -20 })).toContain(frozen);
    expect(said(10.2, { batteryC: -10 })).toContain('about 0 % of charge freezes at −9 °C');
    expect(said(11.9, { batteryC: -10 })).not.toContain('frozen');
    expect(said(12.7, { batteryC: -20 })).not.toContain('frozen');
    expect(said(11.9, {}, -20)).toContain('and the air is at −20 °C');
  });
  it.each([
    [3.9, 'inconclusive'],
    [4, 'pass'],
  ])('%d h of rest make 12.7 V %s', (restedHours, verdict) =>
    expect(
      verdictOf([{ step: 'battery.openCircuit', point: 'A', volts: 12.7, restedHours }], 'battery.openCircuit', 'A'),
    ).toBe(verdict),
  );

  it('asks for a day of rest and more volts in the rested method', () => {
    const method = { profile: 'rested' } as const;
    expect(verdictOf([rested('A', 12.7)], 'battery.openCircuit', 'A', { method })).toBe('inconclusive');
    expect(verdictOf([rested('A', 12.59, { restedHours: 24 })], 'battery.openCircuit', 'A', { method })).toBe(
      'marginal',
    );
    expect(verdictOf([rested('A', 12.6, { restedHours: 24 })], 'battery.openCircuit', 'A', { method })).toBe('pass');
    expect(
      verdictOf([rested('A', 12.79, { restedHours: 24 })], 'battery.openCircuit', 'A', { method, ...oneOf('agm') }),
    ).toBe('marginal');
  });

  it('charges a flat battery once before condemning it', () => {
    const flat = rested('A', 10.2);
    expect(findingsOf(judge(visitWith([flat])))).toEqual(['battery.dead-cell@A recheck']);
    const repairs = [{ id: 'c1', at: minute(3), point: 'A', action: 'charged', kind: 'recharge' as const, hours: 0 }];
    const soon = judge(visitWith([flat, rested('A', 11.39)], { repairs: [{ ...repairs[0]!, hours: 1 }] }));
    expect(findingsOf(soon)).toEqual(['battery.dead-cell@A recheck']);
    const charged = judge(visitWith([flat, rested('A', 11.39)], { repairs }));
    expect(findingsOf(charged)).toEqual(['battery.dead-cell@A replace']);
    expect(stepAt(charged, 'battery.openCircuit', 'A')).toMatchObject({
      verdict: 'fail',
      limit: { value: 11.4 },
      earlier: [{ verdict: 'fail' }],
    });
    expect(findingsOf(judge(visitWith([flat, rested('A', 11.4)], { repairs })))).toEqual([
      'battery.low-charge@A recharge',
    ]);
  });

  it('holds a charged battery against five cells, however low it is', () => {
    const repairs = [{ id: 'c1', at: minute(1), point: 'bank', action: 'charged', kind: 'recharge' as const }];
    expect(stepAt(judge(visitWith([rested('A', 10.2)], { repairs })), 'battery.openCircuit', 'A')).toMatchObject({
      verdict: 'fail',
      limit: { value: 11.4 },
    });
  });

  it('halves every limit for a 6 V battery', () => {
    const six = unit12({
      bank: {
        arrangement: '2S1P',
        batteries: ['A', 'B'].map((at) => battery(at, { string: 1, set: undefined, nominalVolts: 6 })),
      },
    });
    expect(verdictOf([rested('A', 6.2)], 'battery.openCircuit', 'A', { unit: six })).toBe('pass');
    expect(verdictOf([rested('A', 6.19)], 'battery.openCircuit', 'A', { unit: six })).toBe('marginal');
    expect(verdictOf([rested('A', 5.25)], 'battery.openCircuit', 'A', { unit: six })).toBe('fail');
  });
});

describe('state of charge', () => {
  it.each([
    [battery('A'), 11.8, 0],
    [battery('A'), 12.3, 50],
    [battery('A'), 12.66, 86],
    [battery('A'), 13.4, 100],
    [battery('A', { chemistry: 'agm' }), 12.65, 75],
    [battery('A', { duty: 'light' }), 11.85, 25],
    [battery('A', { duty: 'light', chemistry: 'gel' }), 12.9, 100],
    [battery('A', { nominalVolts: 6 }), 6.15, 50],
  ])('%# reads %d V as %d %%', (thing, volts, percent) =>
    expect(stateOfChargePercent(thing, volts)).toBeCloseTo(percent, 6),
  );
});
