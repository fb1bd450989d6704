import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  battery,
  findingsOf,
  loaded,
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
import { judge } from '../../index';

const crank = (point: string, volts: number, more: Record<string, unknown> = {}): Written => ({
  step: 'start.crankVolts',
  point,
  volts,
  ...more,
});
const joint = (point: string, volts: number, more: Record<string, unknown> = {}): Written => ({
  step: 'start.joint',
  point,
  volts,
  ...more,
});
const drop = (point: string, volts: number, more: Record<string, unknown>): Written => ({
  step: 'start.drop',
  point,
  volts,
  ...more,
});

describe('cranking volts at the starter', () => {
  it.each([
    [8, unit12(), 'pass'],
    [7.99, unit12(), 'fail'],
    [16, unit24(), 'pass'],
    [15.99, unit24(), 'fail'],
  ] as const)('%d V is %s', (volts, unit, verdict) =>
    expect(at([crank('starter', volts)], 'start.crankVolts', 'starter', { unit }).verdict).toBe(verdict),
  );
  it('too low is no fault of a part yet: what tells is read next', () => {
    const judgement = judge(visitWith([crank('starter', 7)]));
    expect(findingsOf(judgement)).toEqual(['start.low-supply@starter recheck']);
    expect(judgement.findings[0]?.because).toMatch(/batteries or cables/);
  });
  it('held lowest, the dip of the first moment, pass but never fail', () => {
    expect(at([crank('starter', 8, { hold: 'lowest' })], 'start.crankVolts', 'starter').verdict).toBe('pass');
    expect(at([crank('starter', 6.5, { hold: 'lowest' })], 'start.crankVolts', 'starter')).toMatchObject({
      verdict: 'inconclusive',
      redo: expect.stringMatching(/settled/i) as string,
    });
    expect(found([crank('starter', 6.5, { hold: 'lowest' })])).toEqual([]);
  });
  it('below zero are leads the wrong way round', () =>
    expect(at([crank('starter', -10)], 'start.crankVolts', 'starter').verdict).toBe('inconclusive'));
});

describe('cranking volts at the bank', () => {
  const cold = (celsius: number) => ({ ambientC: celsius });
  it.each([
    [9.6, 21.1, 'pass'],
    [9.59, 21.1, 'marginal'],
    [8.5, -17.8, 'pass'],
    [8.49, -17.8, 'marginal'],
  ])('%d V at %d °C is %s', (volts, celsius, verdict) =>
    expect(at([crank('bank', volts)], 'start.crankVolts', 'bank', cold(celsius)).verdict).toBe(verdict),
  );
  it('low give no finding: they only support the battery tests', () =>
    expect(found([crank('bank', 7)], cold(20))).toEqual([]));
  it('cannot be judged where no temperature is known', () =>
    expect(at([crank('bank', 10)], 'start.crankVolts', 'bank', { ambientC: undefined }).verdict).toBe('inconclusive'));
  it('are held against the coldest battery', () => {
    const readings = [rested('A', 12.7, { batteryC: 20 }), rested('B', 12.7, { batteryC: -17.8 }), crank('bank', 8.6)];
    expect(at(readings, 'start.crankVolts', 'bank').verdict).toBe('pass');
    expect(at(readings.slice(0, 1).concat(crank('bank', 8.6)), 'start.crankVolts', 'bank').verdict).toBe('marginal');
  });
  it('double at 24 V', () => {
    expect(at([crank('bank', 19.2)], 'start.crankVolts', 'bank', { unit: unit24() }).verdict).toBe('pass');
    expect(at([crank('bank', 19.19)], 'start.crankVolts', 'bank', { unit: unit24() }).verdict).toBe('marginal');
  });
});

describe('a joint under current', () => {
  it.each([
    [0.1, 'pass'],
    [0.11, 'marginal'],
    [0.2, 'marginal'],
    [0.21, 'fail'],
  ])('%d V while cranking is %s, at 12 and 24 V', (volts, verdict) => {
    for (const unit of [unit12(), unit24()])
      expect(at([joint('A+', volts, { during: 'crank' })], 'start.joint', 'A+', { unit }).verdict).toBe(verdict);
  });
  it.each([
    ['A+', 'rest', undefined, 'inconclusive'],
    ['A+', undefined, undefined, 'pass'],
    ['starter.B+', 'pile', undefined, 'pass'],
    // At the alternator it is taken to be at rest unless said otherwise.
    ['alternator.B+', undefined, undefined, 'inconclusive'],
    ['alternator.B+', 'charging', 64, 'pass'],
    ['alternator.B+', 'charging', 63, 'inconclusive'],
    ['alternator.B+', 'charging', undefined, 'pass'],
  ] as const)('%s read %s at %s A: a good reading is %s, a bad one fails all the same', (point, during, amps, good) => {
    const more = { ...(during === undefined ? {} : { during }), ...(amps === undefined ? {} : { amps }) };
    expect(at([joint(point, 0.05, more)], 'start.joint', point).verdict).toBe(good);
    expect(at([joint(point, 0.3, more)], 'start.joint', point).verdict).toBe('fail');
  });
  it('that reads half the system asks whether the probes sit right before it is called open', () => {
    expect(at([joint('starter.B+', 6)], 'start.joint', 'starter.B+')).toMatchObject({
      verdict: 'inconclusive',
      redo: expect.stringMatching(/probes/) as string,
    });
    expect(found([joint('starter.B+', 12, { probesChecked: true })])).toEqual(['joint.resistive@starter.B+ repair']);
    expect(at([joint('starter.B+', 6)], 'start.joint', 'starter.B+', { unit: unit24() }).verdict).toBe('fail');
  });
  it('loses what it loses with the probes the wrong way round', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 5, noNaN: true }), (volts) => {
        const [one, other] = [volts, -volts].map((read) =>
          at([joint('A+', read, { during: 'crank' })], 'start.joint', 'A+'),
        );
        expect(one?.verdict).toBe(other?.verdict);
        expect(one?.margin).toBeCloseTo(other?.margin ?? Number.NaN, 9);
      }),
    ));
});

describe('the two sides of the starter cables', () => {
  const crankSide = (point: string, volts: number) => drop(point, volts, { by: 'crank' });
  it('read two ways cannot be added up: the one by the pile waits for its like', () => {
    const judgement = judge(visitWith([drop('positive', 0.2, { by: 'pile', amps: 500 }), crankSide('negative', 0.2)]));
    expect(stepAt(judgement, 'start.drop', 'negative').verdict).toBe('pass');
    expect(stepAt(judgement, 'start.drop', 'positive')).toMatchObject({
      verdict: 'inconclusive',
      redo: expect.stringMatching(/negative side with the pile/) as string,
    });
  });
  it('lose the same by a pile of any current they are scaled from', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.4, noNaN: true }),
        fc.integer({ min: 400, max: 600 }),
        (volts, amps) => {
          const both = (into: number) => [
            drop('positive', (volts * into) / 500, { by: 'pile', amps: into }),
            drop('negative', 0.05, { by: 'pile', amps: 500 }),
          ];
          expect(at(both(amps), 'start.drop', 'positive').margin).toBeCloseTo(
            at(both(500), 'start.drop', 'positive').margin ?? Number.NaN,
            6,
          );
        },
      ),
    ));
  it('that bridge the source decide nothing, on either side', () => {
    const readings = [drop('positive', 6.1, { by: 'crank' }), crankSide('negative', 0.1)];
    expect(at(readings, 'start.drop', 'positive').verdict).toBe('inconclusive');
    expect(at(readings, 'start.drop', 'negative').verdict).toBe('pass');
  });
});

describe('the control wire', () => {
  const wire = (volts: number): Written => ({ step: 'start.control', point: 'starter', volts });
  const sound: Written = { step: 'start.switch', point: 'starter', volts: 0.1 };
  it.each([
    [1, unit12(), 'pass'],
    [1.01, unit12(), 'fail'],
    [2, unit24(), 'pass'],
    [2.01, unit24(), 'fail'],
  ] as const)('%d V is %s', (volts, unit, verdict) =>
    expect(at([sound, wire(volts)], 'start.control', 'starter', { unit }).verdict).toBe(verdict),
  );
  it('whose figure the maker states is held against that, at 24 V too', () => {
    const unit = unit24({ makerLimits: { controlVolts: 1.2 } });
    expect(at([sound, wire(1.2)], 'start.control', 'starter', { unit }).verdict).toBe('pass');
    expect(at([sound, wire(1.21)], 'start.control', 'starter', { unit }).verdict).toBe('fail');
  });
});

describe('links between batteries', () => {
  const three = unit12({
    bank: { arrangement: '1S3P', batteries: ['A', 'B', 'C'].map((position) => battery(position)) },
  });
  const owes = (unit: ReturnType<typeof unit12>, readings: Written[] = []) =>
    judge(visitWith(readings, { unit }))
      .missing.filter(({ step }) => step === 'start.link')
      .map(({ point }) => point);
  it('are owed where they carry the whole current: in series', () => {
    expect(owes(unit24())).toEqual(['A-B']);
    expect(owes(three)).toEqual([]);
  });
  it('may be read between any two, the first letter first', () => {
    const link = (point: string): Written => ({ step: 'start.link', point, volts: 0.3, during: 'crank' });
    expect(found([link('A-C')], { unit: three })).toEqual(['cable.link@A-C repair']);
    expect(at([link('B-C')], 'start.link', 'B-C', { unit: three }).verdict).toBe('fail');
  });
});

describe('the machine as a whole', () => {
  it('is the same at 24 V as at 12 V with every figure that grows doubled', () => {
    for (const [step, point, volts] of [
      ['start.crankVolts', 'starter', 7.9],
      ['start.control', 'starter', 1.2],
      ['charge.volts', 'bank', 15.3],
    ] as const) {
      const twelve = at([{ step, point, volts, rpm: 1500 }], step, point).verdict;
      expect(at([{ step, point, volts: 2 * volts, rpm: 1500 }], step, point, { unit: unit24() }).verdict).toBe(twelve);
    }
  });
  it('that cranks well on weak batteries still has weak batteries', () => {
    const readings = soundVisit().map((reading) =>
      reading.step === 'battery.load' && reading.point === 'C' ? loaded('C', 9) : reading,
    );
    expect(found([...readings, crank('starter', 10)])).toEqual(['battery.weak@C replace']);
  });
});
