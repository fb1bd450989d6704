import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scenarioOf, unitOf } from '../../test/machineFixture';
import { figureOf } from './baseline';
import {
  baselines,
  batterySegments,
  capabilityOn,
  deviations,
  forecast,
  judge,
  sideSegments,
  simulateVisit,
  theilSen,
  visitFigures,
  YEAR_MS,
  type Fault,
  type PastVisit,
  type Repair,
  type VisitFigures,
} from '../index';

const points = (x: readonly number[], y: readonly number[]) => x.map((at, index) => ({ x: at, y: y[index]! }));

describe('a robust trend', () => {
  // Cloud seeding over five years: Hollander and Wolfe, Nonparametric Statistical Methods, give a slope of -0.056.
  // All figures here were worked out with scipy.stats.theilslopes of SciPy 1.10.1, method "joint".
  it.each([
    [[1, 2, 3, 4, 5], [1.26, 1.27, 1.12, 1.16, 1.03], 90, [-0.05625, 1.31625, -0.13, 0.01]],
    [[0, 0.6, 1.1, 1.7, 2.4, 2.9, 3.3], [0.98, 1.01, 1.09, 1.08, 1.19, 1.17, 1.4], 95, [0.0875, 0.98, 0.05, 0.16]],
    [
      [0, 0.6, 1.1, 1.7, 2.4, 2.9, 3.3],
      [0.98, 1.01, 1.09, 1.08, 1.19, 1.17, 1.4],
      80,
      [0.0875, 0.98, 0.0636363636, 0.1444444444],
    ],
    [[1, 1, 2, 3, 3, 4, 6, 8], [5, 6, 6, 8, 7, 9, 9, 14], 95, [1, 4.5, 0.6, 1.5]],
  ] as const)('of %j, %j with a band of %d %% is as published', (x, y, confidence, [slope, intercept, low, high]) => {
    const trend = theilSen(points(x, y), confidence)!;
    expect(trend.slope).toBeCloseTo(slope, 9);
    expect(trend.intercept).toBeCloseTo(intercept, 9);
    expect(trend.lowSlope).toBeCloseTo(low, 9);
    expect(trend.highSlope).toBeCloseTo(high, 9);
  });
  it('is not moved by one wild reading, and finds any straight line', () => {
    const x = [0, 1, 2, 3, 4, 5, 6];
    const wild = points(x, [0, 1, 2, 30, 4, 5, 6]);
    expect(theilSen(wild)!.slope).toBeCloseTo(1, 9);
    fc.assert(
      fc.property(fc.double({ min: -9, max: 9, noNaN: true }), fc.double({ min: -9, max: 9, noNaN: true }), (m, c) => {
        const trend = theilSen(
          points(
            x,
            x.map((at) => m * at + c),
          ),
        )!;
        expect(trend.slope).toBeCloseTo(m, 6);
        expect(trend.intercept).toBeCloseTo(c, 6);
      }),
    );
  });
  it('needs two moments', () => {
    expect(theilSen([])).toBeNull();
    expect(theilSen(points([2, 2], [1, 3]))).toBeNull();
  });
});

const START = Date.parse('2024-10-01T08:00:00Z');
const series = (values: readonly number[], everyYears = 0.5) =>
  values.map((value, index) => ({ ms: START + index * everyYears * YEAR_MS, value }));

describe('the day a battery falls under its limit', () => {
  it('is not said from too few visits, nor from visits within half a year', () => {
    expect(forecast(series([100, 95, 90]))).toMatchObject({ kind: 'too-few', visits: 3 });
    expect(forecast(series([100, 98, 96, 94, 92], 0.1))).toMatchObject({ kind: 'too-few', visits: 5 });
    expect(forecast([])).toMatchObject({ kind: 'too-few', visits: 0 });
  });
  it('comes sooner the faster the battery fades, and is now once it lies under', () => {
    const slow = forecast(series([104, 101, 99, 96, 94, 91]));
    const fast = forecast(series([104, 99, 94, 89, 85, 80]));
    if (slow.kind !== 'dated' || fast.kind !== 'dated') throw new Error('both should carry a date');
    expect(fast.p50!).toBeLessThan(slow.p50!);
    expect(fast.p10!).toBeLessThan(fast.p50!);
    expect(fast.p50!).toBeLessThan(fast.p90!);
    expect(capabilityOn(fast.line, fast.p50!)).toBeGreaterThan(67);
    expect(capabilityOn(fast.line, fast.p50!)).toBeLessThan(73);
    expect(forecast(series([90, 82, 75, 68, 62]))).toMatchObject({ kind: 'under' });
  });
  it('lies far off, or nowhere, for a battery that does not fade', () => {
    const steady = forecast(series([100, 101, 100, 100, 101, 100, 100, 100]));
    expect(steady.kind).toBe('dated');
    if (steady.kind === 'dated') expect(steady.p90).toBeNull();
  });
});

const visited = (celsius: number, faults: Fault[] = [], seed = 5): VisitFigures => {
  const file = simulateVisit({ ...scenarioOf(unitOf('1S2P'), celsius, faults), seed });
  return visitFigures(file, judge(file));
};

describe('figures of a visit', () => {
  it('are free of season: the same machine gives about the same in the cold and in the warm', () => {
    const [cold, warm] = [visited(-12), visited(22)];
    const near = (a: number | undefined, b: number | undefined, share: number) =>
      expect(Math.abs(a! / b! - 1)).toBeLessThan(share);
    near(cold.batteries['A']?.capabilityPercent, warm.batteries['A']?.capabilityPercent, 0.08);
    near(cold.starterMilliohm.positive, warm.starterMilliohm.positive, 0.05);
    near(cold.starterMilliohm.negative, warm.starterMilliohm.negative, 0.05);
    near(cold.chargeMilliohm.positive, warm.chargeMilliohm.positive, 0.08);
  });
  it('tell of several alternators by the cable that loses most, and the machine that gives least', () => {
    const ground = 'case' as const;
    const unit = unitOf('2S2P', {
      alternators: ['ALT1', 'ALT2'].map((id) => ({ id, ratedAmps: 100, ground, remoteSense: false })),
    });
    const at = (minutes: number) => new Date(START + minutes * 60_000).toISOString();
    const cable = (id: string, point: string, volts: number, minutes: number) => ({
      id,
      step: 'charge.drop' as const,
      point,
      volts,
      amps: 100,
      by: 'pile-at-bank' as const,
      at: at(minutes),
    });
    const file = {
      unit,
      method: { profile: 'pile' as const },
      visit: { at: at(0), reason: 'pm' as const, ambientC: 20 },
      readings: [
        cable('a', 'positive:ALT1', 0.1, 1),
        cable('b', 'negative:ALT1', 0.1, 2),
        cable('c', 'positive:ALT2', 0.3, 3),
        cable('d', 'negative:ALT2', 0.1, 4),
        { id: 'e', step: 'charge.output' as const, point: 'ALT1', peakAmps: 99, governedSpeed: true, at: at(5) },
        { id: 'f', step: 'charge.output' as const, point: 'ALT2', peakAmps: 96, governedSpeed: true, at: at(6) },
      ],
    };
    const figures = visitFigures(file, judge(file));
    expect(figures.chargeMilliohm.positive).toBeCloseTo(3, 6);
    expect(figures.readAt['charge.positive']).toBe(at(3));
    expect(figureOf(figures, 'output')).toBe(96);
  });
  it('show a joint in milliohms, on its own side only', () => {
    const [bad, sound] = [visited(5, [{ kind: 'joint.resistive', at: 'starter.ground', milliohms: 2 }]), visited(5)];
    expect(Math.abs(bad.starterMilliohm.negative! - sound.starterMilliohm.negative! - 2)).toBeLessThan(0.2);
    expect(bad.starterMilliohm.positive!).toBeCloseTo(sound.starterMilliohm.positive!, 2);
  });
  it('leave out what was judged inconclusive', () => {
    const file = simulateVisit(scenarioOf(unitOf('1S2P'), 5));
    const bridged = {
      ...file,
      readings: file.readings.map((reading) =>
        reading.step === 'start.drop' && reading.point === 'positive' ? { ...reading, volts: 12.4 } : reading,
      ),
    };
    expect(visitFigures(bridged, judge(bridged)).starterMilliohm.positive).toBeUndefined();
  });
});

describe('what splits a series', () => {
  const at = (month: number) => `2026-${String(month).padStart(2, '0')}-01T08:00:00Z`;
  const past = (month: number, part: Partial<VisitFigures>, repairs: Repair[] = [], unitId = 'P-1'): PastVisit => ({
    unitId,
    repairs,
    figures: {
      at: at(month),
      ambientC: 5,
      batteries: {},
      starterMilliohm: {},
      chargeMilliohm: {},
      outputPercent: {},
      left: [],
      readAt: {},
      ...part,
    },
  });
  const gives = (month: number, A: number, B: number) => ({
    batteries: {
      A: { at: at(month), batteryId: null, capabilityPercent: A },
      B: { at: at(month), batteryId: null, capabilityPercent: B },
    },
  });
  it('a move: a battery keeps its own readings in both units, and none of another', () => {
    const visits = [
      past(1, gives(1, 100, 80)),
      past(3, gives(3, 97, 78)),
      past(5, gives(5, 60, 95)),
      past(6, gives(6, 90, 50), [], 'P-2'),
    ];
    const moved = [
      { batteryId: 'x', unitId: 'P-1', position: 'A', from: at(1), to: at(4) },
      { batteryId: 'x', unitId: 'P-2', position: 'A', from: at(4), to: null },
    ];
    expect(
      batterySegments(moved, visits).map((segment) => [segment.began, segment.points.map(({ value }) => value)]),
    ).toEqual([
      [null, [100, 97]],
      ['moved to P-2, A', [90]],
    ]);
  });
  it('a battery that was replaced in a visit: what was read before is of the old one, at its own position', () => {
    const read = (hour: string, capabilityPercent: number) => ({
      at: `2026-05-01T${hour}:00:00Z`,
      batteryId: null,
      capabilityPercent,
    });
    const visits = [
      past(1, gives(1, 90, 80)),
      past(5, {
        batteries: { A: read('10', 101), B: read('08', 79) },
        left: [{ ...read('08', 60), position: 'A' }],
      }),
    ];
    const fittedAt = '2026-05-01T09:00:00Z';
    const stay = (position: string, from: string, to: string | null) =>
      batterySegments([{ batteryId: 'x', unitId: 'P-1', position, from, to }], visits)[0]?.points.map(
        ({ value }) => value,
      );
    expect(stay('A', at(1), fittedAt)).toEqual([90, 60]);
    expect(stay('A', fittedAt, null)).toEqual([101]);
    expect(stay('B', at(1), null)).toEqual([80, 79]);
    // What was read as one left and the next came is of the one that came.
    expect(stay('A', at(1), '2026-05-01T08:00:00Z')).toEqual([90]);
    expect(stay('A', '2026-05-01T08:00:00Z', fittedAt)).toEqual([60]);
  });
  it('no season: what was read is brought to a full battery on a mild day, where its state then is known', () => {
    const read = (state: { celsius?: number; stateOfChargePercent?: number }) =>
      batterySegments(
        [{ batteryId: 'x', unitId: 'P-1', position: 'A', from: at(1), to: null }],
        [past(2, { batteries: { A: { at: at(2), batteryId: 'x', capabilityPercent: 80, ...state } } })],
      )[0]?.points[0]?.value;
    expect(read({})).toBe(80);
    expect(read({ celsius: -10 })).toBe(80);
    expect(read({ stateOfChargePercent: 60 })).toBe(80);
    // Half empty in the cold it gave so much: full and on a mild day it gives more.
    expect(read({ celsius: -10, stateOfChargePercent: 60 })).toBeGreaterThan(85);
    expect(read({ celsius: 25, stateOfChargePercent: 100 })!).toBeCloseTo(80, -1);
  });
  it('a repair of that side, and none of the other', () => {
    const repair: Repair = {
      id: 'p1',
      at: at(4),
      point: 'starter.ground',
      action: 'Clean the ground stud',
      kind: 'clean',
      closes: ['cable.starter-negative@negative'],
    };
    // The fourth visit reads before it repairs, and once more after: the figure it keeps is the later one.
    const read = (month: number, positive: number, negative: number, repairs: Repair[] = []) =>
      past(
        month,
        {
          starterMilliohm: { positive, negative },
          readAt: { 'starter.negative': repairs.length > 0 ? `2026-0${month}-01T10:00:00Z` : at(month) },
        },
        repairs,
      );
    const visits = [read(1, 0.4, 0.9), read(2, 0.4, 1.4), read(4, 0.41, 0.4, [repair]), read(6, 0.4, 0.42)];
    expect(sideSegments(visits, 'negative').map(({ began, points: own }) => [began, own.length])).toEqual([
      [null, 2],
      ['Clean the ground stud', 2],
    ]);
    expect(sideSegments(visits, 'positive')).toHaveLength(1);
  });
  it.each([
    ['cable.starter-positive@positive', 'positive'],
    ['joint.resistive@A+', 'positive'],
    ['joint.resistive@starter.B+', 'positive'],
    ['joint.resistive@C-', 'negative'],
    ['joint.resistive@block.ground', 'negative'],
    ['joint.resistive@ALT1.B+', null],
    ['battery.weak@A', null],
    ['cable.charge-positive@positive', null],
  ] as const)('a repair that closes %s is one of side %s', (closes, own) => {
    const repair: Repair = {
      id: 'p',
      at: at(4),
      point: 'elsewhere',
      action: 'As said',
      kind: 'other',
      closes: [closes],
    };
    const read = (month: number, repairs: Repair[] = []) =>
      past(month, { starterMilliohm: { positive: 0.4, negative: 0.4 } }, repairs);
    const visits = [read(2), read(4, [repair]), read(6)];
    for (const side of ['positive', 'negative'] as const)
      expect(sideSegments(visits, side).map(({ began }) => began)).toEqual(side === own ? [null, 'As said'] : [null]);
  });
});

describe('known-good values of a kind of unit', () => {
  it('tell the odd one out, and which way is worse', () => {
    const good = [1, 2, 3, 4, 5, 6].map((seed) => visited(5, [], seed));
    const known = baselines(good);
    expect(known.get('starter.negative')?.visits).toBe(6);
    expect(baselines(good.slice(0, 5)).get('starter.negative')?.visits).toBe(5);
    expect(baselines(good.slice(0, 4)).has('starter.negative')).toBe(false);
    const [worst] = deviations(visited(5, [{ kind: 'joint.resistive', at: 'starter.ground', milliohms: 1 }], 9), known);
    expect(worst?.figure).toBe('starter.negative');
    expect(worst!.worseBy).toBeGreaterThan(3);
    for (const { worseBy } of deviations(visited(5, [], 11), known)) expect(worseBy).toBeLessThan(3);
  });
  it('are not made from fewer than five visits', () => expect(baselines([visited(5)]).size).toBe(0));
});
