import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  battery,
  findingsOf,
  loaded,
  looks,
  rested,
  stepAt,
  unit12,
  verdictOf,
  visitWith,
  type Written,
} from '../../../test/visitFixture';
import { judge, limitBook, loadLimit, loadTarget, type Chemistry } from '../../index';

const book = limitBook('pile', 12);
const verdict = (lowest: number, more: Record<string, unknown> = {}, rest = 12.7) =>
  stepAt(judge(visitWith([rested('A', rest), loaded('A', lowest, more)])), 'battery.load', 'A').verdict;

describe('load-test limit', () => {
  it.each([
    [21.1, 9.6],
    [30, 9.6],
    [15.6, 9.5],
    [10, 9.4],
    [4.4, 9.3],
    [-1.1, 9.1],
    [-6.7, 8.9],
    [-12.2, 8.7],
    [-17.8, 8.5],
    [-23.4, 8.3],
    [-30, 8.0643],
    [-4, 8.996],
  ])('at %d °C is %d V', (celsius, volts) =>
    expect(loadLimit(battery('A'), book, celsius)?.value).toBeCloseTo(volts, 3),
  );

  it('ends below −30 °C', () => expect(loadLimit(battery('A'), book, -30.01)).toBeNull());

  it.each([
    ['agm', 10.1],
    ['efb', 10.1],
    ['gel', 9.6],
  ] as const)('of %s at 21.1 °C is %d V', (chemistry: Chemistry, volts) =>
    expect(loadLimit(battery('A', { chemistry }), book, 21.1)?.value).toBeCloseTo(volts, 9),
  );

  it('is shifted as a whole by a figure of the maker, who is never scaled', () => {
    const maker = limitBook('pile', 12, { loadVoltsAt21C: 9.8 }, { loadVoltsAt21C: 9.0 });
    expect(loadLimit(battery('A'), maker, -17.8)).toMatchObject({
      from: 'maker',
      value: expect.closeTo(8.7, 9) as number,
    });
  });

  it('never rises in the cold', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -18.3, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (celsius, colder) => {
          const warm = loadLimit(battery('A'), book, celsius);
          const cold = loadLimit(battery('A'), book, Math.max(-18.3, celsius - colder));
          return cold!.value <= warm!.value + 1e-9;
        },
      ),
    );
  });
});

describe('load target', () => {
  it.each([
    [{ value: 920, standard: 'SAE' }, 460],
    [{ value: 920, standard: 'EN' }, 483],
    [{ value: 560, standard: 'DIN' }, 440],
    [{ value: 600, standard: 'IEC' }, 411.5],
    [{ value: 1000, standard: 'CA' }, 400],
  ] as const)('of %o is %d A', (rating, amps) =>
    expect(loadTarget(battery('A', { rating }))?.amps).toBeCloseTo(amps, 6),
  );
});

describe('load test', () => {
  it.each([
    [9.59, 'fail'],
    [9.6, 'marginal'],
    [9.89, 'marginal'],
    [9.9, 'pass'],
  ])('%d V at 21.1 °C is %s', (volts, expected) => expect(verdict(volts)).toBe(expected));

  it.each([
    ['a little under the target, brought to it, over', 9.95, { amps: 459 }, 'pass'],
    ['a tenth under the target, brought to it, under', 9.85, { amps: 414 }, 'fail'],
    ['too little load, over', 9.95, { amps: 413 }, 'inconclusive'],
    ['too little load, under', 9.5, { amps: 459 }, 'fail'],
    ['just enough load', 9.95, { amps: 460 }, 'pass'],
    ['most load accepted', 9.5, { amps: 506 }, 'fail'],
    ['too much load, over', 9.95, { amps: 507 }, 'pass'],
    ['too much load, in the band', 9.7, { amps: 507 }, 'marginal'],
    ['too much load, under', 9.5, { amps: 507 }, 'inconclusive'],
    ['short, over', 9.95, { seconds: 14.4 }, 'inconclusive'],
    ['short, under', 9.5, { seconds: 14.4 }, 'fail'],
    ['shortest accepted', 9.95, { seconds: 14.5 }, 'pass'],
    ['longest accepted', 9.5, { seconds: 17 }, 'fail'],
    ['long, over', 9.95, { seconds: 17.1 }, 'pass'],
    ['long, under', 9.5, { seconds: 17.1 }, 'inconclusive'],
    ['too little load for too long', 9.5, { amps: 400, seconds: 18 }, 'inconclusive'],
    ['engine running', 9.95, { engineRunning: true }, 'inconclusive'],
    ['colder than the chart, as an estimate', 9.95, { batteryC: -18.4 }, 'pass'],
    ['colder than anything said', 9.95, { batteryC: -30.1 }, 'inconclusive'],
  ])('%s', (_name, volts, more, expected) => expect(verdict(volts, more)).toBe(expected));

  it('may be frozen where its charge lets it be', () => {
    expect(verdict(9.5, { batteryC: -20 }, 12.4)).toBe('pass');
    expect(verdict(9.5, { batteryC: -29.5 }, 12.4)).toBe('inconclusive');
    expect(verdict(9.5, { batteryC: -29.5 }, 12.7)).toBe('pass');
  });
  it('condemns only what rested full, and asks to charge or warm the rest first', () => {
    const found = (at: number, more: Record<string, unknown> = {}) =>
      findingsOf(judge(visitWith([...looks(), rested('A', at), loaded('A', 7.5, more)]))).filter((finding) =>
        finding.startsWith('battery.weak'),
      );
    expect(found(12.6)).toEqual(['battery.weak@A replace']);
    expect(found(12.59)).toEqual(['battery.weak@A recheck']);
    expect(found(12.7, { batteryC: -18.4 })).toEqual(['battery.weak@A recheck']);
  });
  it.each([
    ['the engine ran', { step: 'charge.volts', point: 'bank', volts: 14.1, rpm: 1500 }],
    ['a crank started it', { step: 'battery.starterLoad', point: 'bank', lowestVolts: [10, 10, 10], runningVolts: 14 }],
  ] as const)('wants fresh resting volts once %s', (_how, ran) => {
    const load = loaded('A', 9.95);
    const between = [rested('A', 12.7), ran as unknown as Written, load];
    expect(verdictOf(between, 'battery.load', 'A')).toBe('inconclusive');
    expect(
      verdictOf([rested('A', 12.7), ran as unknown as Written, rested('A', 12.7), load], 'battery.load', 'A'),
    ).toBe('pass');
  });

  it('lets a low-charged battery pass but not fail', () => {
    expect(verdict(9.95, {}, 12.3)).toBe('pass');
    expect(verdict(9.5, {}, 12.3)).toBe('inconclusive');
    expect(verdict(9.95, { seconds: 14 }, 12.3)).toBe('inconclusive');
  });

  it('means nothing before the battery was read at rest', () => {
    expect(stepAt(judge(visitWith([loaded('A', 9.95)])), 'battery.load', 'A')).toMatchObject({
      verdict: 'inconclusive',
      redo: expect.stringContaining('open-circuit') as string,
    });
    expect(verdict(9.95, {}, 10.4)).toBe('inconclusive');
  });

  it('takes the temperature of the resting reading, else of the air, and says so', () => {
    const warm = judge(visitWith([rested('A', 12.7, { batteryC: 10 }), loaded('A', 9.8, { batteryC: undefined })]));
    expect(stepAt(warm, 'battery.load', 'A').limit?.value).toBeCloseTo(9.4, 6);
    const air = judge(visitWith([rested('A', 12.7), loaded('A', 9.8, { batteryC: undefined })], { ambientC: -6.7 }));
    expect(stepAt(air, 'battery.load', 'A')).toMatchObject({
      limit: { value: 8.9 },
      because: expect.stringContaining('battery temperature was not read') as string,
    });
    const none = judge(
      visitWith([rested('A', 12.7), loaded('A', 9.8, { batteryC: undefined })], { ambientC: undefined }),
    );
    expect(stepAt(none, 'battery.load', 'A').verdict).toBe('inconclusive');
  });

  it('replaces a weak battery only when its joints were seen sound', () => {
    expect(findingsOf(judge(visitWith([rested('A', 12.7), loaded('A', 9.5)])))).toEqual(['battery.weak@A recheck']);
    expect(findingsOf(judge(visitWith([...looks(), rested('A', 12.7), loaded('A', 9.5)])))).toEqual([
      'battery.weak@A replace',
    ]);
  });

  it('watches a battery that recovers slowly without changing its verdict', () => {
    expect(findingsOf(judge(visitWith([rested('A', 12.7), loaded('A', 10.2, { recoveryVolts: 12.39 })])))).toEqual([
      'battery.slow-recovery@A watch',
    ]);
    expect(findingsOf(judge(visitWith([rested('A', 12.7), loaded('A', 10.2, { recoveryVolts: 12.4 })])))).toEqual([]);
  });

  it('never gets a better verdict from fewer volts', () => {
    const rank = { fail: 0, inconclusive: 1, marginal: 2, pass: 3 } as const;
    const reading = fc.record({
      amps: fc.integer({ min: 300, max: 600 }),
      seconds: fc.integer({ min: 10, max: 20 }),
      batteryC: fc.integer({ min: -25, max: 40 }),
    });
    fc.assert(
      fc.property(
        reading,
        fc.double({ min: 6, max: 12, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (conditions, volts, less) => {
          const high = rank[verdict(volts, conditions)];
          const low = rank[verdict(volts - less, conditions)];
          return low <= high;
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('figures of the load test', () => {
  const figures = (rest: number, lowest: number, batteryC: number, rating = 920) => {
    const unit = unit12({
      bank: { arrangement: '1S1P', batteries: [battery('A', { rating: { value: rating, standard: 'SAE' } })] },
    });
    return judge(visitWith([rested('A', rest), loaded('A', lowest, { batteryC })], { unit })).figures['A'];
  };
  it('gives resistance, volts as at 21 °C, and capability', () =>
    expect(figures(12.66, 10.35, -4)).toMatchObject({
      resistanceMilliohm: expect.closeTo(4.968, 3) as number,
      referenceLoadVolts: expect.closeTo(10.7513, 4) as number,
      capabilityPercent: expect.closeTo(113.75, 2) as number,
    }));
  it('agrees with the verdict at target current', () => {
    const limit = loadLimit(battery('A'), book, -10)!.value;
    const atLimit = judge(visitWith([rested('A', 12.6), loaded('A', limit, { amps: 460, batteryC: -10 })])).figures[
      'A'
    ];
    expect(atLimit?.referenceLoadVolts).toBeCloseTo(9.6, 6);
  });
  it('caps capability at 120 %', () => expect(figures(12.7, 12.2, 21)?.capabilityPercent).toBe(120));
});
