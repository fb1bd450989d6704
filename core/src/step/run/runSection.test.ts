import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { visitWith, unit12, type Written } from '../../../test/visitFixture';
import {
  composeVisit,
  judge,
  runAt,
  runSection,
  runsOf,
  visitFacts,
  visitEventSchema,
  type VisitEvent,
} from '../../index';

const POINTS = ['lug on frame', 'frame by the starter', 'frame by the ground stud', 'lug on the ground stud', 'clamp'];
const unit = unit12({ runs: { starterNegative: POINTS } });
const read = (point: string, volts: number, amps = 500): Written => ({
  step: 'run.volts',
  point: `starterNegative:${point}`,
  volts,
  during: 'pile',
  amps,
});
const sectionOf = (readings: readonly Written[]) => {
  const facts = visitFacts(visitWith(readings, { unit }));
  return runSection(facts, runAt(facts, 'starterNegative:bank-')!);
};

describe('a run as a section', () => {
  it('is read at its end first', () => {
    const { next, wholeVolts, points } = sectionOf([]);
    expect(next).toEqual({ point: 'bank-', halves: null });
    expect(wholeVolts).toBeNull();
    expect(points.map(({ state }) => state)).toEqual([
      'start',
      'spared',
      'spared',
      'spared',
      'spared',
      'spared',
      'next',
    ]);
  });
  it('is over when its ends lose no more than a stretch may', () =>
    expect(sectionOf([read('bank-', 0.08)])).toMatchObject({ next: null, worst: null, wholeVolts: 0.08 }));
  it('is halved in the stretch that loses most, and spares what lies outside', () => {
    const first = sectionOf([read('bank-', 0.58)]);
    expect(first.next?.point).toBe('frame by the ground stud');
    const second = sectionOf([read('bank-', 0.58), read('frame by the ground stud', 0.07)]);
    expect(second.next?.point).toBe('lug on the ground stud');
    expect(second.points.filter(({ state }) => state === 'spared').map(({ point }) => point)).toEqual([
      'lug on frame',
      'frame by the starter',
      'clamp',
    ]);
    const third = sectionOf([
      read('bank-', 0.58),
      read('frame by the ground stud', 0.07),
      read('lug on the ground stud', 0.55),
    ]);
    expect(third.next).toBeNull();
    expect(third.worst).toMatchObject({ from: 'frame by the ground stud', to: 'lug on the ground stud', volts: 0.48 });
  });
  it('adds up: its stretches lose what its end reads', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 6, maxLength: 6 }), (steps) => {
        let sum = 0;
        const all = [...POINTS, 'bank-'].map((point, index) => {
          sum += steps[index]! / 100;
          return read(point, Number(sum.toFixed(2)));
        });
        const { stretches, wholeVolts } = sectionOf(all);
        expect(stretches.reduce((total, { volts }) => total + volts, 0)).toBeCloseTo(wholeVolts!, 6);
      }),
    );
  });
  it('asks for at most as many readings as halving needs', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5 }), (bad) => {
        const order = [...POINTS, 'bank-'];
        const voltsAt = (point: string): number => (order.indexOf(point) >= bad ? 0.6 : 0.02);
        const readings: Written[] = [];
        for (let count = 0; count < 8; count++) {
          const { next } = sectionOf(readings);
          if (next === null) break;
          readings.push(read(next.point, voltsAt(next.point)));
        }
        const { worst } = sectionOf(readings);
        expect(worst?.to).toBe(order[bad]);
        expect(readings.length).toBeLessThanOrEqual(4);
      }),
    );
  });
});

describe('places named along a run', () => {
  const named = (point: string, after: string): VisitEvent => ({
    kind: 'point-named',
    eventId: '018f0000-0000-7000-8000-000000000001',
    at: '2026-11-24T09:10:00+01:00',
    by: 'R. Hask',
    run: 'starterNegative',
    point,
    after,
  });
  const opening = { unit: unit12({}), method: { profile: 'pile' as const }, visit: visitWith([]).visit };
  const runOf = (events: readonly VisitEvent[]) =>
    runsOf(composeVisit({ opening, readings: [], events }).unit).find(({ key }) => key === 'starterNegative')!.points;
  it('stand after the point they were named after', () => {
    expect(runOf([named('frame', 'starter.ground')])).toEqual(['frame', 'bank-']);
    expect(runOf([named('frame', 'starter.ground'), named('clamp', 'frame')])).toEqual(['frame', 'clamp', 'bank-']);
    expect(runOf([named('clamp', 'starter.ground'), named('frame', 'starter.ground')])).toEqual([
      'frame',
      'clamp',
      'bank-',
    ]);
  });
  it('are there once, however often they were named', () =>
    expect(runOf([named('frame', 'starter.ground'), named('frame', 'starter.ground')])).toEqual(['frame', 'bank-']));
  it('are not made of a run this unit has not, nor of its ends', () => {
    expect(runOf([{ ...named('x', 'y'), run: 'chargePositive.ALT9' } as VisitEvent])).toEqual(['bank-']);
    expect(runOf([named('bank-', 'starter.ground')])).toEqual(['bank-']);
  });
  it.each([
    ['', /expected a name/],
    ['a:b', /without : and -/],
    ['bank-', /without : and -/],
    ['x'.repeat(61), /at most 60 letters/],
  ])('called "%s" are refused in words', (point, words) => {
    const parsed = visitEventSchema.safeParse(named(point, 'starter.ground'));
    expect(parsed.success).toBe(false);
    expect(parsed.error?.issues[0]?.message).toMatch(words);
  });
  it('are judged like those the unit came with', () => {
    const file = composeVisit({
      opening,
      readings: visitWith([read('bank-', 0.6), read('frame', 0.05)]).readings,
      events: [named('frame', 'starter.ground')],
    });
    expect(judge(file).findings.map(({ code, subject }) => `${code}@${subject}`)).toContain(
      'cable.segment@starterNegative:frame-bank-',
    );
  });
});

describe('a run in words', () => {
  const because = (readings: readonly Written[]) =>
    judge(visitWith(readings, { unit })).steps.map((step) => step.because);
  it('tells between which places volts are lost as one calls them', () => {
    expect(because([read('bank-', 0.62)])[0]).toMatch(/^From starter ground to bank − 0\.62 V are lost/);
  });
  it('tells how its points were read where that differs', () => {
    const cranked: Written = { step: 'run.volts', point: 'starterNegative:clamp', volts: 0.4, during: 'crank' };
    expect(because([read('bank-', 0.62), cranked])[0]).toMatch(
      /^The points along the ground run of the starter were read under different currents: while cranking, with the pile 500 A\./,
    );
  });
});
