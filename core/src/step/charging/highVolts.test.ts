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
  visitWith,
  type Written,
  judgedAt as at,
  findingsIn as found,
} from '../../../test/visitFixture';
import { judge, type Chemistry, type Unit } from '../../index';

type Alternator = NonNullable<Unit['alternators']>[number];

const alternator = (part: Partial<Alternator> = {}): Alternator => ({
  id: 'ALT1',
  ratedAmps: 160,
  ground: 'case',
  remoteSense: false,
  ...part,
});
const volts = (point: string, value: number, rpm = 1500): Written => ({
  step: 'charge.volts',
  point,
  volts: value,
  rpm,
});
const drops = (positive: number, negative: number, amps = 160): Written[] => [
  { step: 'charge.drop', point: 'positive', volts: positive, amps },
  { step: 'charge.drop', point: 'negative', volts: negative, amps },
];
const field = (value: number): Written => ({ step: 'charge.field', point: 'regulator', volts: value });
const look = (more: Record<string, unknown> = {}): Written => ({
  step: 'look.alternator',
  point: 'ALT1',
  mount: 'sound',
  wiring: 'sound',
  ...more,
});

describe('volts that are too high', () => {
  const high = volts('bank', 15.4);
  const overvoltage = (readings: Written[], part: Partial<Alternator> = {}) =>
    found([...readings, high], { unit: unit12({ alternators: [alternator(part)] }) }).find((finding) =>
      finding.startsWith('charge.overvoltage'),
    );

  it('are put down to the regulator last: plugs and cables are read and good before', () => {
    expect(overvoltage([])).toBe('charge.overvoltage@bank recheck');
    expect(overvoltage([look()])).toBe('charge.overvoltage@bank recheck');
    expect(overvoltage(drops(0.1, 0.1))).toBe('charge.overvoltage@bank recheck');
    expect(overvoltage([look(), ...drops(0.1, 0.1)])).toBe('charge.overvoltage@bank repair');
    expect(overvoltage([look({ wiring: 'damaged' }), ...drops(0.1, 0.1)])).toBe('charge.overvoltage@bank recheck');
    expect(overvoltage([look(), ...drops(0.6, 0.1)])).toBe('charge.overvoltage@bank recheck');
  });
  it('ask for the sense fuse where the regulator reads the bank by a wire of its own', () => {
    const sense = { remoteSense: true };
    expect(overvoltage([look(), ...drops(0.1, 0.1)], sense)).toBe('charge.overvoltage@bank recheck');
    expect(overvoltage([look({ senseFuse: 'sound' }), ...drops(0.1, 0.1)], sense)).toBe(
      'charge.overvoltage@bank repair',
    );
    const read: Written = { step: 'look.fuse', point: 'ALT1', supplyVolts: 14.2, loadVolts: 14.2 };
    expect(overvoltage([look(), read, ...drops(0.1, 0.1)], sense)).toBe('charge.overvoltage@bank repair');
  });
  it('ask for the field supply where the regulator sits outside', () => {
    const external = { regulator: 'external' as const };
    expect(overvoltage([look(), ...drops(0.1, 0.1)], external)).toBe('charge.overvoltage@bank recheck');
    expect(overvoltage([look(), ...drops(0.1, 0.1), field(0.3)], external)).toBe('charge.overvoltage@bank repair');
    expect(overvoltage([look(), ...drops(0.1, 0.1), field(0.6)], external)).toBe('charge.overvoltage@bank recheck');
  });
  it('are judged on a low bank and at any speed as well: they can only be worse', () => {
    expect(at([rested('A', 12.1), high], 'charge.volts', 'bank').verdict).toBe('fail');
    expect(at([volts('bank', 15.4, 650)], 'charge.volts', 'bank').verdict).toBe('fail');
  });
  it('double at 24 V', () => {
    const unit = unit24();
    expect(at([volts('bank', 30)], 'charge.volts', 'bank', { unit }).verdict).toBe('pass');
    expect(at([volts('bank', 30.4)], 'charge.volts', 'bank', { unit }).verdict).toBe('marginal');
    expect(at([volts('bank', 30.41)], 'charge.volts', 'bank', { unit }).verdict).toBe('fail');
  });
  it('drive the recharge current: that decides nothing until they are right', () => {
    const current: Written = { step: 'charge.recharge', point: 'bank', amps: 30, minutes: 12, loads: 'off' };
    const full = ['A', 'B', 'C', 'D'].map((position) => rested(position, 12.7));
    expect(at([...full, volts('bank', 15.3), current], 'charge.recharge', 'bank')).toMatchObject({
      verdict: 'inconclusive',
      redo: expect.stringContaining('regulator') as string,
    });
    expect(at([...full, volts('bank', 14.2), current], 'charge.recharge', 'bank').verdict).toBe('fail');
  });
});

describe('what sealed batteries stand', () => {
  const bank = (...chemistries: Chemistry[]) =>
    unit12({
      bank: {
        arrangement: `1S${chemistries.length}P` as '1S2P',
        batteries: chemistries.map((chemistry, index) => battery('ABCD'[index]!, { chemistry })),
      },
    });
  const verdict = (unit: Unit, value: number, batteryC: number | null) =>
    at(
      [
        ...unit.bank.batteries.map(({ position }) => rested(position, 12.9, batteryC === null ? {} : { batteryC })),
        volts('bank', value),
      ],
      'charge.volts',
      'bank',
      { unit, ambientC: batteryC ?? undefined },
    ).verdict;
  it.each([
    [bank('agm'), 14.8, 20, 'pass'],
    [bank('agm'), 14.81, 20, 'marginal'],
    [bank('gel'), 14.6, 20, 'pass'],
    [bank('gel'), 14.61, 20, 'marginal'],
    [bank('flooded', 'agm'), 14.81, 20, 'marginal'],
    [bank('agm', 'gel'), 14.61, 20, 'marginal'],
    [bank('efb', 'flooded'), 14.99, 20, 'pass'],
    // Colder they stand more: 0.03 V a kelvin, up to 0.6 V; never more than the band.
    [bank('gel'), 14.9, 10, 'pass'],
    [bank('gel'), 14.91, 10, 'marginal'],
    [bank('gel'), 15, 0, 'pass'],
    [bank('gel'), 15.1, -20, 'marginal'],
    // Warmer they stand no more than at 20.
    [bank('agm'), 14.81, 35, 'marginal'],
  ] as const)('%#: the bank at %d V and %d °C', (unit, value, celsius, said) =>
    expect(verdict(unit, value, celsius)).toBe(said),
  );
  it('are said by name, at the bank alone', () => {
    const unit = bank('gel');
    const judged = at([rested('A', 12.9, { batteryC: 20 }), volts('bank', 14.7)], 'charge.volts', 'bank', { unit });
    expect(judged.because).toMatch(/14\.60 V that gel batteries stand/);
    expect(judged.limit).toMatchObject({ value: 15.2, kind: 'max' });
    expect(at([volts('ALT1', 14.7)], 'charge.volts', 'ALT1', { unit }).verdict).toBe('pass');
  });
});

describe('each alternator by itself', () => {
  const two = unit12({
    alternators: [alternator({ ratedAmps: 160 }), alternator({ id: 'ALT2', ratedAmps: 80 })],
  });
  const side = (point: string, value: number, amps: number): Written => ({
    step: 'charge.drop',
    point,
    volts: value,
    amps,
  });
  it('has its own cables, held against its own rated output', () => {
    const readings = [
      side('positive:ALT1', 0.15, 160),
      side('negative:ALT1', 0.1, 160),
      side('positive:ALT2', 0.3, 80),
      side('negative:ALT2', 0.25, 80),
    ];
    const judgement = judge(visitWith(readings, { unit: two }));
    expect(stepAt(judgement, 'charge.drop', 'positive:ALT1').verdict).toBe('pass');
    expect(stepAt(judgement, 'charge.drop', 'positive:ALT2').verdict).toBe('fail');
    expect(findingsOf(judgement)).toEqual(['cable.charge-positive@positive:ALT2 repair']);
  });
  it('is owed for both sides of each', () =>
    expect(
      judge(visitWith([], { unit: two }))
        .missing.filter(({ step }) => step === 'charge.drop')
        .map(({ point }) => point)
        .sort(),
    ).toEqual(['negative:ALT1', 'negative:ALT2', 'positive:ALT1', 'positive:ALT2']));
  it('of unknown rating asks for the plate', () => {
    const unit = unit12({ alternators: [alternator({ ratedAmps: undefined })] });
    const output: Written = { step: 'charge.output', point: 'ALT1', peakAmps: 150, governedSpeed: true };
    expect(at([...looks(unit), ...drops(0.1, 0.1), output], 'charge.output', 'ALT1', { unit })).toMatchObject({
      verdict: 'inconclusive',
      redo: expect.stringMatching(/plate/) as string,
    });
  });
});

describe('volts lost in the charging cables, each side for itself', () => {
  const each = { method: { profile: 'pile', limits: { chargeDropRule: 'each' } } } as const;
  it.each([
    [0.29, 160, 'pass'],
    [0.3, 160, 'fail'],
    [0.29, 64, 'pass'],
    [0.29, 63, 'inconclusive'],
  ])('%d V at %d A is %s', (value, amps, said) =>
    expect(
      at([{ step: 'charge.drop', point: 'positive', volts: value, amps }], 'charge.drop', 'positive', each).verdict,
    ).toBe(said),
  );
  it('needs no other side', () =>
    expect(at([drops(0.1, 0.1)[0]!], 'charge.drop', 'positive', each).verdict).toBe('pass'));
  it('allows twice as much at 24 V', () =>
    expect(
      at([{ step: 'charge.drop', point: 'negative', volts: 0.59, amps: 160 }], 'charge.drop', 'negative', {
        ...each,
        unit: unit24(),
      }).verdict,
    ).toBe('pass'));
});

describe('leads that bridge the source', () => {
  it.each([
    ['charge.drop', 'positive', { amps: 160 }],
    ['charge.field', 'regulator', {}],
    ['start.solenoid', 'starter', {}],
    ['start.control', 'starter', {}],
    ['start.switch', 'starter', {}],
    ['start.link', 'A-B', { during: 'crank' }],
  ] as const)('%s at half the system or more decides nothing', (step, point, more) => {
    expect(at([{ step, point, volts: 6, ...more }], step, point).verdict).toBe('inconclusive');
    expect(at([{ step, point, volts: -6, ...more }], step, point).verdict).toBe('inconclusive');
    expect(at([{ step, point, volts: 5.99, ...more }], step, point).verdict).not.toBe('inconclusive');
  });
});

describe('the field', () => {
  it('of a regulator that sits inside cannot be read', () => {
    const unit = unit12({ alternators: [alternator({ regulator: 'internal' })] });
    expect(at([field(0.9)], 'charge.field', 'regulator', { unit }).verdict).toBe('inconclusive');
    expect(found([field(0.9)], { unit })).toEqual([]);
  });
  it('read the wrong way round is read all the same', () => {
    expect(at([field(-0.4)], 'charge.field', 'regulator').verdict).toBe('pass');
    expect(at([field(-0.7)], 'charge.field', 'regulator').verdict).toBe('fail');
  });
  it('fed in full tells the alternator from what feeds it', () => {
    const unit = unit12({ alternators: [alternator({ regulator: 'external' })] });
    const fed = (voltsAfter: number): Written => ({
      step: 'charge.fullField',
      point: 'ALT1',
      voltsBefore: 12.6,
      voltsAfter,
      rpm: 1500,
    });
    expect(found([fed(12.8)], { unit })).toEqual(['alternator.low-output@ALT1 recheck']);
    expect(found([...soundVisit(unit), fed(12.8)], { unit })).toEqual(['alternator.low-output@ALT1 replace']);
    expect(at([fed(13.4)], 'charge.fullField', 'ALT1', { unit }).because).toMatch(/field supply and regulator/);
  });
});

describe('ripple', () => {
  const ripple = (acVolts: number, unit: Unit) =>
    at([{ step: 'charge.ripple', point: 'ALT1', acVolts }], 'charge.ripple', 'ALT1', { unit }).verdict;
  it('may be half a volt at 12 V and three tenths at 24 V', () => {
    expect([ripple(0.5, unit12()), ripple(0.51, unit12())]).toEqual(['pass', 'fail']);
    expect([ripple(0.3, unit24()), ripple(0.31, unit24())]).toEqual(['pass', 'fail']);
  });
  it('is held against the figure of the maker as it stands, whatever the system', () => {
    const makerLimits = { rippleVolts: 0.4 };
    expect(ripple(0.4, unit24({ makerLimits }))).toBe('pass');
    expect(ripple(0.41, unit24({ makerLimits }))).toBe('fail');
    expect(ripple(0.41, unit12({ makerLimits }))).toBe('fail');
  });
});
