import { describe, expect, it } from 'vitest';
import {
  battery,
  findingsOf,
  looks,
  rested,
  soundVisit,
  stepAt,
  unit12,
  unit24,
  verdictOf,
  visitWith,
  type Written,
  judgedAt as at,
} from '../../../test/visitFixture';
import { judge } from '../../index';

const running = (point: string, volts: number, rpm = 1500): Written => ({ step: 'charge.volts', point, volts, rpm });
const full = ['A', 'B', 'C', 'D'].map((at) => rested(at, 12.7));
const drops = (positive: number, negative: number, amps = 160): Written[] => [
  { step: 'charge.drop', point: 'positive', volts: positive, amps },
  { step: 'charge.drop', point: 'negative', volts: negative, amps },
];

describe('running volts', () => {
  it.each([
    [13.8, 'pass'],
    [15, 'pass'],
    [15.01, 'marginal'],
    [15.2, 'marginal'],
    [15.21, 'fail'],
    [13.79, 'inconclusive'],
    [-14, 'inconclusive'],
  ])('%d V at the bank is %s', (volts, verdict) =>
    expect(verdictOf([...full, running('bank', volts)], 'charge.volts', 'bank')).toBe(verdict),
  );

  it('tells alternator from cable by reading at the alternator', () => {
    const cable = judge(visitWith([...full, running('bank', 13.2), running('ALT1', 14.1)]));
    expect(findingsOf(cable)).toEqual(['cable.charge@bank recheck']);
    expect(stepAt(cable, 'charge.volts', 'ALT1').verdict).toBe('pass');
    const unseen = judge(visitWith([...full, running('bank', 13.2), running('ALT1', 13.4)]));
    expect(stepAt(unseen, 'charge.volts', 'bank').verdict).toBe('marginal');
    expect(findingsOf(unseen)).toEqual(['alternator.low-volts@ALT1 recheck']);
    const seen = judge(
      visitWith([...looks(), ...full, ...drops(0.1, 0.1), running('bank', 13.2), running('ALT1', 13.4)]),
    );
    expect(stepAt(seen, 'charge.volts', 'bank').verdict).toBe('fail');
    expect(stepAt(seen, 'charge.volts', 'ALT1').verdict).toBe('fail');
    expect(findingsOf(seen)).toEqual(['alternator.low-volts@ALT1 replace']);
  });
  it('lets the cable be repaired once its side is found', () =>
    expect(
      findingsOf(judge(visitWith([...full, ...drops(0.6, 0.1), running('bank', 13.2), running('ALT1', 14.1)]))),
    ).toEqual(['cable.charge-positive@positive repair', 'cable.charge@bank repair']));
  it('does not call an alternator low on a low bank, at low speed, or before each is read', () => {
    expect(verdictOf([rested('A', 12.2), running('bank', 13.2), running('ALT1', 13.2)], 'charge.volts', 'bank')).toBe(
      'inconclusive',
    );
    expect(verdictOf([...full, running('bank', 13.2, 1199), running('ALT1', 13.2)], 'charge.volts', 'bank')).toBe(
      'inconclusive',
    );
    const two = unit12({
      alternators: ['ALT1', 'ALT2'].map((id) => ({ id, ratedAmps: 100, ground: 'case' as const, remoteSense: false })),
    });
    expect(
      verdictOf([...full, running('bank', 13.2), running('ALT1', 13.2)], 'charge.volts', 'bank', { unit: two }),
    ).toBe('inconclusive');
    expect(
      findingsOf(
        judge(visitWith([...full, running('bank', 13.2), running('ALT1', 13.2), running('ALT2', 14)], { unit: two })),
      ),
    ).toEqual(['cable.charge@bank recheck']);
  });
  it('allows more at a remote-sensing alternator', () => {
    const unit = unit12({ alternators: [{ id: 'ALT1', ratedAmps: 160, ground: 'case', remoteSense: true }] });
    expect(verdictOf([running('ALT1', 15.8)], 'charge.volts', 'ALT1', { unit })).toBe('pass');
    expect(verdictOf([running('ALT1', 15.81)], 'charge.volts', 'ALT1', { unit })).toBe('fail');
    expect(verdictOf([running('ALT1', 15.3)], 'charge.volts', 'ALT1')).toBe('fail');
  });
  it('holds the halves of a series bank against each other', () => {
    const apart = judge(visitWith([running('A', 14.4), running('B', 13.8)], { unit: unit24() }));
    expect(stepAt(apart, 'charge.volts', 'A')).toMatchObject({
      verdict: 'fail',
      readings: ['r1', 'r2'],
      limit: { value: 0.5, kind: 'max' },
    });
    expect(findingsOf(apart)).toEqual(['bank.imbalance@bank recharge']);
    expect(verdictOf([running('A', 14.3), running('B', 13.8)], 'charge.volts', 'B', { unit: unit24() })).toBe('pass');
    expect(verdictOf([running('A', 14.3)], 'charge.volts', 'A', { unit: unit24() })).toBe('inconclusive');
    expect(judge(visitWith([running('A', 14.3), running('B', 13)])).steps).toEqual([]);
  });
});

describe('rise with every load on', () => {
  const rise = (volts: number, rpm: number): Written => ({ step: 'charge.rise', point: 'bank', volts, rpm });
  it.each([
    [13.2, 1700, 'pass'],
    [13.19, 1700, 'marginal'],
    [13.2, 1400, 'pass'],
    [13.19, 1400, 'inconclusive'],
    [13.2, 2100, 'inconclusive'],
    [13.19, 2100, 'marginal'],
  ])('%d V at %d rpm is %s', (volts, rpm, verdict) =>
    expect(verdictOf([...full, rise(volts, rpm)], 'charge.rise', 'bank')).toBe(verdict),
  );
  it('asks for the cables first', () =>
    expect(findingsOf(judge(visitWith([...full, rise(12.8, 1700)])))).toEqual(['charge.low-rise@bank recheck']));
});

describe('volts lost in the charging cables', () => {
  it.each([
    [0.39, 160, 'pass'],
    [0.4, 160, 'marginal'],
    [0.51, 160, 'fail'],
    [0.39, 136, 'pass'],
    [0.2, 80, 'marginal'],
    [0.1, 63, 'inconclusive'],
    [0.1, 209, 'inconclusive'],
  ])('%d V at %d A, the other side 0, is %s', (volts, amps, verdict) =>
    expect(at(drops(volts, 0, amps), 'charge.drop', 'positive').verdict).toBe(verdict),
  );
  it('asks for the plate when no rating is on record', () =>
    expect(verdictOf(drops(0.1, 0.1), 'charge.drop', 'positive', { unit: unit12({ alternators: [] }) })).toBe(
      'inconclusive',
    ));
});

describe('output', () => {
  const output = (peakAmps: number, governedSpeed = true): Written => ({
    step: 'charge.output',
    point: 'ALT1',
    peakAmps,
    governedSpeed,
  });
  const ready = [...looks(), ...full, ...drops(0.1, 0.1)];
  it.each([
    [152, 'pass'],
    [151, 'marginal'],
    [144, 'marginal'],
    [143, 'fail'],
  ])('%d of 160 A is %s when belt and cables are good', (amps, verdict) =>
    expect(verdictOf([...ready, output(amps)], 'charge.output', 'ALT1')).toBe(verdict),
  );
  it('passes without any of them and fails with none missing only', () => {
    expect(verdictOf([output(152, false)], 'charge.output', 'ALT1')).toBe('pass');
    expect(at([output(140)], 'charge.output', 'ALT1')).toMatchObject({
      verdict: 'inconclusive',
      redo: expect.stringContaining('belt') as string,
    });
    expect(verdictOf([...ready, output(140, false)], 'charge.output', 'ALT1')).toBe('inconclusive');
    expect(
      verdictOf(
        [...ready.slice(1), { step: 'look.belt', point: 'drive', condition: 'loose' }, output(140)],
        'charge.output',
        'ALT1',
      ),
    ).toBe('inconclusive');
  });
  it('replaces only with every battery charged', () => {
    expect(findingsOf(judge(visitWith([...ready, output(140)])))).toEqual(['alternator.low-output@ALT1 replace']);
    expect(findingsOf(judge(visitWith([...ready, rested('A', 12.3), output(140)])))).toContain(
      'alternator.low-output@ALT1 recheck',
    );
  });
});

describe('recharge current', () => {
  const recharge = (point: string, amps: number, more: Record<string, unknown> = {}): Written => ({
    step: 'charge.recharge',
    point,
    amps,
    minutes: 10,
    loads: 'off',
    volts: 14.2,
    ...more,
  });
  const charging = (point: string, amps: number, k: number) => recharge(point, amps, { volts: 14.2 * k });
  const oneSet = unit12({
    bank: { arrangement: '1S2P', batteries: [battery('A', { set: 1 }), battery('B', { set: 1 })] },
  });
  const unknown = unit12({
    bank: { arrangement: '1S2P', batteries: [battery('A', { set: undefined }), battery('B', { set: undefined })] },
  });
  it.each([
    ['bank of two sets', unit12(), 'bank', 20],
    ['one set', oneSet, 'bank', 10],
    ['sets unknown', unknown, 'bank', 20],
    ['a set', unit12(), 'set:2', 10],
    ['a battery', unit12(), 'C', 10],
    ['24 V series', unit24(), 'bank', 20],
    ['a battery of it', unit24(), 'A', 10],
    ['a string of it', unit24(), 'string:1', 10],
  ])('%s: limit', (_name, unit, point, amps) => {
    const rest = unit.bank.batteries.map(({ position }) => rested(position, 12.7));
    const recharge = (where: string, into: number) => charging(where, into, unit.systemVolts / 12);
    expect(at([...rest, recharge(point, amps)], 'charge.recharge', point, { unit })).toMatchObject({
      verdict: 'pass',
      limit: { value: amps },
    });
    expect(findingsOf(judge(visitWith([...rest, recharge(point, amps + 0.1)], { unit })))).toEqual([
      `battery.keeps-drawing@${point} recharge`,
    ]);
  });
  it.each([[{ loads: 'some' }], [{ minutes: 9 }]])('%o lets a low current pass but not fail', (more) => {
    expect(verdictOf([recharge('bank', 20, more)], 'charge.recharge', 'bank')).toBe('pass');
    expect(verdictOf([recharge('bank', 21, more)], 'charge.recharge', 'bank')).toBe('inconclusive');
  });
  it('proves nothing while nothing is charged', () => {
    expect(verdictOf([recharge('bank', 5, { volts: 13.49 })], 'charge.recharge', 'bank')).toBe('inconclusive');
    expect(verdictOf([recharge('bank', 5, { volts: 13.5 })], 'charge.recharge', 'bank')).toBe('pass');
    expect(verdictOf([recharge('bank', 5, { volts: undefined })], 'charge.recharge', 'bank')).toBe('inconclusive');
    const running: Written = { step: 'charge.volts', point: 'bank', volts: 14, rpm: 1500 };
    expect(verdictOf([running, recharge('bank', 5, { volts: undefined })], 'charge.recharge', 'bank')).toBe('pass');
  });
  it('holds no current against batteries that are not full or were not read', () => {
    const rest = (volts: number) => ['A', 'B', 'C', 'D'].map((position) => rested(position, volts));
    expect(verdictOf([recharge('bank', 30)], 'charge.recharge', 'bank')).toBe('inconclusive');
    expect(verdictOf([...rest(12.59), recharge('bank', 30)], 'charge.recharge', 'bank')).toBe('inconclusive');
    expect(verdictOf([...rest(12.6), recharge('bank', 30)], 'charge.recharge', 'bank')).toBe('fail');
  });
  it('puts batteries before the alternator they overwork', () => {
    const judgement = judge(
      visitWith([
        ...looks(),
        ...full,
        ...drops(0.1, 0.1),
        { step: 'charge.output', point: 'ALT1', peakAmps: 120, governedSpeed: true },
        recharge('bank', 35),
      ]),
    );
    expect(judgement.advice.join()).toContain('Batteries first');
  });
});

describe('ripple, field and lamp', () => {
  const ripple = (point: string, acVolts: number): Written => ({ step: 'charge.ripple', point, acVolts });
  it('tells a lost diode at the alternator and says how little a large bank proves', () => {
    expect(findingsOf(judge(visitWith([ripple('ALT1', 0.51)])))).toEqual(['alternator.diode@ALT1 recheck']);
    expect(findingsOf(judge(visitWith([...soundVisit(), ripple('bank', 0.51)])))).toEqual([
      'alternator.diode@ALT1 replace',
    ]);
    expect(at([ripple('bank', 0.5)], 'charge.ripple', 'bank').because).toContain('proves little');
    const two = unit12({
      alternators: ['ALT1', 'ALT2'].map((id) => ({ id, ratedAmps: 100, ground: 'case' as const, remoteSense: false })),
    });
    expect(findingsOf(judge(visitWith([ripple('bank', 0.51)], { unit: two })))).toEqual([
      'alternator.diode@bank recheck',
    ]);
  });
  it.each([
    [0.55, []],
    [0.56, ['charge.field@regulator repair']],
  ] as const)('field supply losing %d V', (volts, findings) =>
    expect(findingsOf(judge(visitWith([{ step: 'charge.field', point: 'regulator', volts }])))).toEqual(findings),
  );
  it.each([
    ['lit', 'dark', 0],
    ['dark', 'dark', 1],
    ['lit', 'lit', 1],
    ['dark', 'lit', 1],
  ])('lamp %s with key on, %s running', (keyOn, run, count) =>
    expect(judge(visitWith([{ step: 'look.lamp', point: 'dash', keyOn, running: run }])).findings).toHaveLength(count),
  );
});
