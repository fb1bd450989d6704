import { describe, expect, it } from 'vitest';
import {
  battery,
  findingsOf,
  minute,
  rested,
  stepAt,
  unit12,
  unit24,
  verdictOf,
  visitWith,
  type Written,
} from '../../../test/visitFixture';
import {
  type Battery,
  chargingPlan,
  correctedGravity,
  freezingPointC,
  gravityChargePercent,
  judge,
  parseVisit,
} from '../../index';

const conductance = (measured: number, more: Record<string, unknown> = {}): Written => ({
  step: 'battery.conductance',
  point: 'A',
  measured,
  standard: 'SAE',
  setTo: 'flooded',
  ...more,
});
const gravity = (cells: number[], electrolyteC = 26.7): Written => ({
  step: 'battery.hydrometer',
  point: 'A',
  cells,
  electrolyteC,
});

describe('conductance', () => {
  it.each([
    ['conductance', 736, 'pass', []],
    ['conductance', 735, 'marginal', ['battery.watch@A watch']],
    ['conductance', 644, 'marginal', ['battery.watch@A watch']],
    ['conductance', 643, 'fail', ['battery.weak@A recheck']],
    ['pile', 643, 'marginal', ['battery.watch@A watch']],
  ] as const)('in method %s, %d of 920 A is %s', (profile, measured, verdict, findings) => {
    const judgement = judge(visitWith([conductance(measured)], { method: { profile } }));
    expect(stepAt(judgement, 'battery.conductance', 'A').verdict).toBe(verdict);
    expect(findingsOf(judgement)).toEqual(findings);
  });
  it('says nothing when the tester was set to another chemistry or the rating is unknown', () => {
    expect(verdictOf([conductance(900, { setTo: 'agm' })], 'battery.conductance', 'A')).toBe('inconclusive');
    const unit = unit12({ bank: { arrangement: '1S1P', batteries: [battery('A', { rating: undefined })] } });
    expect(verdictOf([conductance(900)], 'battery.conductance', 'A', { unit })).toBe('inconclusive');
  });
  it('compares both in one standard', () => {
    expect(
      stepAt(judge(visitWith([conductance(700, { standard: 'EN' })])), 'battery.conductance', 'A').margin,
    ).toBeCloseTo((100 * 735) / 920 - 70, 4);
  });
});

describe('hydrometer', () => {
  it.each([
    [[1.265, 1.265, 1.265, 1.265, 1.265, 1.236], 'pass', []],
    [[1.265, 1.265, 1.265, 1.265, 1.265, 1.235], 'marginal', ['battery.uneven@A recharge']],
    [[1.265, 1.265, 1.265, 1.265, 1.265, 1.216], 'marginal', ['battery.uneven@A recharge']],
    [[1.265, 1.265, 1.265, 1.265, 1.215, 1.21], 'fail', ['battery.dead-cell@A replace']],
    [[1.224, 1.22, 1.22, 1.22, 1.22, 1.22], 'marginal', ['battery.low-charge@A recharge']],
    [[1.225, 1.22, 1.22, 1.22, 1.22, 1.22], 'pass', []],
  ] as const)('cells %o are %s', (cells, verdict, findings) => {
    const judgement = judge(visitWith([gravity([...cells])]));
    expect(stepAt(judgement, 'battery.hydrometer', 'A').verdict).toBe(verdict);
    expect(findingsOf(judgement)).toEqual(findings);
  });
  it('names the cells behind', () =>
    expect(
      stepAt(judge(visitWith([gravity([1.265, 1.21, 1.265, 1.265, 1.2, 1.265])])), 'battery.hydrometer', 'A').because,
    ).toContain('Cell 2, 5'));
  it.each([
    ['agm', 'An AGM battery has no free electrolyte to draw.'],
    ['gel', 'A gel battery has no free electrolyte to draw.'],
  ] as const)('has nothing to draw of %s, said in words', (chemistry, because) => {
    const unit = unit12({ bank: { arrangement: '1S1P', batteries: [battery('A', { chemistry, set: undefined })] } });
    const judgement = judge(visitWith([gravity([1.26, 1.26, 1.26, 1.26, 1.26, 1.26])], { unit }));
    expect(stepAt(judgement, 'battery.hydrometer', 'A')).toMatchObject({ verdict: 'inconclusive', because });
  });
  it('of a battery of 6 V has three cells, and of one of 12 V six', () => {
    const sixVolts = ['A', 'B'].map((position) => battery(position, { string: 1, nominalVolts: 6 }));
    const unit = unit12({ bank: { arrangement: '2S1P', batteries: sixVolts } });
    const three = visitWith([gravity([1.265, 1.265, 1.21])], { unit });
    expect(parseVisit(three)).toMatchObject({ ok: true });
    expect(stepAt(judge(three), 'battery.hydrometer', 'A').because).toContain('Cell 3');
    expect(parseVisit(visitWith([gravity([1.265, 1.265, 1.21])]))).toEqual({
      ok: false,
      problems: [
        { path: 'readings[0].cells', message: 'expected 6 numbers, one for each cell of battery A, received 3' },
      ],
    });
    // They were asked for six once.
    expect(parseVisit(visitWith([gravity([1.26, 1.26, 1.26, 1.26, 1.26, 1.26])], { unit }))).toMatchObject({
      ok: true,
    });
    for (const count of [0, 2, 4, 5, 7])
      expect(parseVisit(visitWith([gravity(Array.from({ length: count }, () => 1.26))], { unit }))).toMatchObject({
        ok: false,
        problems: [{ path: 'readings[0].cells', message: expect.stringContaining('expected six numbers') as string }],
      });
  });
  it('corrects for temperature and tells charge and frost', () => {
    expect(correctedGravity(1.25, -3.3)).toBeCloseTo(1.2284, 6);
    expect(gravityChargePercent(1.225)).toBe(75);
    expect(freezingPointC(1.19)).toBe(-23);
  });
});

describe('case, match and balance of a bank', () => {
  it('tells what is mixed in a bank in sentences', () => {
    const batteries = [battery('A'), battery('B', { set: 1, chemistry: 'agm', make: 'Brannfell' })];
    const unit = unit12({ bank: { arrangement: '1S2P', batteries } });
    const [mixed] = judge(visitWith([rested('A', 12.7)], { unit })).findings;
    expect(mixed).toMatchObject({
      code: 'bank.mismatched',
      because: 'The bank is mixed. Chemistry: A flooded; B AGM.',
    });
  });
  it('asks to clean a case that leaks', () => {
    expect(verdictOf([{ step: 'battery.caseLeak', point: 'A', volts: 0.5 }], 'battery.caseLeak', 'A')).toBe('pass');
    expect(findingsOf(judge(visitWith([{ step: 'battery.caseLeak', point: 'A', volts: -0.51 }])))).toEqual([
      'battery.dirty-case@A recheck',
    ]);
  });
  it.each([
    ['another make', { make: 'Osterud' }, true],
    ['another chemistry', { chemistry: 'agm' }, true],
    ['a rating 5 % smaller', { rating: { value: 874, standard: 'SAE' } }, false],
    ['a rating over 5 % smaller', { rating: { value: 873, standard: 'SAE' } }, true],
    ['12 months younger', { fitted: '2025-10-02' }, false],
    ['over 12 months younger', { fitted: '2025-10-03' }, true],
    ['unknown make and date', { make: undefined, fitted: undefined }, false],
  ] as const)('%s', (_name, part, mismatched) => {
    const like = { make: 'Brannfell', fitted: '2024-10-02' };
    const unit = unit12({
      bank: { arrangement: '1S2P', batteries: [battery('A', like), battery('B', { ...like, ...part })] },
    });
    expect(findingsOf(judge(visitWith([], { unit }))).includes('bank.mismatched@bank watch')).toBe(mismatched);
  });
  it('lists what is not on record instead of guessing', () =>
    expect(judge(visitWith([])).advice.join()).toContain('not on record'));
  it('finds batteries resting apart', () => {
    expect(findingsOf(judge(visitWith([rested('A', 12.8), rested('B', 12.6)])))).toEqual([]);
    expect(findingsOf(judge(visitWith([rested('A', 12.81), rested('B', 12.6)])))).toEqual([
      'bank.imbalance@bank recharge',
    ]);
  });
});

describe('starter as the load', () => {
  const cranks = (lowest: number, more: Record<string, unknown> = {}): Written => ({
    step: 'battery.starterLoad',
    point: 'bank',
    lowestVolts: [lowest + 0.2, lowest, lowest + 0.1],
    batteryC: 21.1,
    ...more,
  });
  it.each([
    ['starter', 9.59, 'settled', 'fail', 'battery.weak@bank recheck'],
    ['starter', 9.6, 'settled', 'marginal', 'battery.watch@bank watch'],
    ['starter', 9.9, 'settled', 'pass', undefined],
    ['pile', 9.59, 'settled', 'marginal', 'battery.watch@bank watch'],
    // A lowest value holds the inrush dip: enough all the same it passes, too little says nothing.
    ['starter', 9.6, 'lowest', 'pass', undefined],
    ['starter', 9.59, 'lowest', 'inconclusive', undefined],
    ['starter', 9.59, undefined, 'inconclusive', undefined],
  ] as const)('in method %s, %d V %s is %s', (profile, lowest, hold, verdict, finding) => {
    const judgement = judge(visitWith([cranks(lowest, { hold })], { method: { profile } }));
    expect(stepAt(judgement, 'battery.starterLoad', 'bank').verdict).toBe(verdict);
    expect(findingsOf(judgement)[0]).toBe(finding);
  });
  it('doubles at 24 V and takes the coldest battery', () => {
    const readings = [
      rested('A', 12.7, { batteryC: -6.7 }),
      rested('B', 12.7, { batteryC: 5 }),
      cranks(17.8, { batteryC: undefined, hold: 'settled' }),
    ];
    expect(
      stepAt(
        judge(visitWith(readings, { unit: unit24(), method: { profile: 'starter' } })),
        'battery.starterLoad',
        'bank',
      ),
    ).toMatchObject({ verdict: 'marginal', limit: { value: 17.8 } });
  });
  it('lets its running volts stand in for those of the bank', () => {
    const judgement = judge(visitWith([cranks(10.2, { runningVolts: 14.1 })], { method: { profile: 'starter' } }));
    expect(stepAt(judgement, 'charge.volts', 'bank')).toMatchObject({ verdict: 'pass', readings: ['r1'] });
    expect(judgement.missing).not.toContainEqual({ step: 'charge.volts', point: 'bank' });
    expect(
      verdictOf([cranks(10.2, { runningVolts: 13.2 })], 'charge.volts', 'bank', { method: { profile: 'starter' } }),
    ).toBe('inconclusive');
  });
});

describe('a battery replaced in the visit', () => {
  it('leaves its readings to the old one and keeps the joints', () => {
    const readings = [
      { step: 'look.joint', point: 'B+', condition: 'clean' } as const,
      rested('B', 10.2),
      rested('A', 12.7),
    ];
    const repairs = [{ id: 'p1', at: minute(7), point: 'B', action: 'replaced', kind: 'replace' as const }];
    const before = judge(visitWith(readings, { repairs }));
    expect(before.missing).toContainEqual({ step: 'battery.openCircuit', point: 'B' });
    expect(before.missing).not.toContainEqual({ step: 'look.joint', point: 'B+' });
    expect(findingsOf(before)).toEqual([]);
    const after = judge(visitWith([...readings, rested('B', 12.72)], { repairs }));
    expect(stepAt(after, 'battery.openCircuit', 'B')).toMatchObject({
      verdict: 'pass',
      earlier: [{ readings: ['r2'], verdict: 'fail' }],
    });
  });
});

describe('charging plan', () => {
  const flooded = { position: 'A', string: 1, chemistry: 'flooded', duty: 'truck' } as const;
  const plan = (battery: Battery = flooded, chargerAmps = 10) =>
    chargingPlan({ capacityAh: 100, stateOfChargePercent: 50, chargerAmps, battery });
  it('gives hours from what is missing', () => expect(plan().chargeHours).toBe(6));
  it('holds a battery of 6 V at half the volts of one of 12 V', () => {
    expect(plan().stages.join(' ')).toContain('Absorption at 14.4 V to about 98 %. Float at 13.4 V');
    expect(plan({ ...flooded, nominalVolts: 6 }).stages.join(' ')).toContain(
      'Absorption at 7.2 V to about 98 %. Float at 6.7 V',
    );
  });
  it('never equalises a sealed battery', () =>
    expect(plan({ ...flooded, chemistry: 'agm' }).stages.join()).toContain('never equalise'));
  it('refuses a charger of 0 A', () => expect(() => plan(flooded, 0)).toThrow('received 0'));
});
