import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  battery,
  findingsOf,
  loaded,
  looks,
  rested,
  soundVisit,
  stepAt,
  unit12,
  unit24,
  visitWith,
  minute,
} from '../../test/visitFixture';
import { explain, headline, judge, judgeAgain, Outcomes, refusal, visitFacts } from '../index';

describe('disposition and next step', () => {
  it.each([
    ['12 V, four in parallel', unit12()],
    ['24 V, two in series', unit24()],
  ])('a sound visit to %s is ready with nothing next', (_name, unit) => {
    const judgement = judge(visitWith(soundVisit(unit), { unit }));
    expect(judgement).toMatchObject({ disposition: 'ready', next: null, missing: [], findings: [] });
    expect(headline(judgement)).toBe('Everything read and good');
  });
  it('asks for the first unread step in the order of work', () => {
    expect(judge(visitWith([])).next).toMatchObject({ step: 'look.belt', point: 'drive' });
    expect(judge(visitWith(looks())).next).toMatchObject({ step: 'battery.openCircuit', point: 'A' });
    expect(
      judge(visitWith(soundVisit().filter(({ step, point }) => !(step === 'battery.load' && point === 'C')))).next,
    ).toMatchObject({ step: 'battery.load', point: 'C' });
  });
  it('says which way the method asks for the starter cable losses', () => {
    const unread = soundVisit().filter(({ step }) => step !== 'start.drop');
    expect(judge(visitWith(unread)).next?.because).toContain('with the pile at 500 A');
    const method = { profile: 'pile', limits: { starterDropRule: 'each-by-crank' } } as const;
    expect(judge(visitWith(unread, { method })).next?.because).toContain('while cranking');
  });
  it('goes round a low battery and comes back to it last', () => {
    const low = soundVisit().map((reading) =>
      reading.step === 'battery.openCircuit' && reading.point === 'B' ? { ...reading, volts: 12.5 - 0.2 } : reading,
    );
    const withoutLoadB = low.filter(({ step, point }) => !(step === 'battery.load' && point === 'B'));
    expect(judge(visitWith(withoutLoadB.filter(({ step }) => step !== 'start.drop'))).next).toMatchObject({
      step: 'start.drop',
      point: 'positive',
    });
    expect(judge(visitWith(withoutLoadB))).toMatchObject({
      disposition: 'unfinished',
      next: { step: 'battery.openCircuit', point: 'B', because: expect.stringContaining('Charge') as string },
    });
  });
  it('owes no load test to a dead or damaged battery, and refuses it', () => {
    const readings = [
      ...looks().map((r) => (r.step === 'look.case' && r.point === 'A' ? { ...r, condition: 'cracked' } : r)),
      rested('A', 12.7),
      rested('B', 10.2),
    ];
    const visit = visitWith(readings);
    const { missing } = judge(visit);
    expect(missing.filter(({ step }) => step === 'battery.load').map(({ point }) => point)).toEqual(['C', 'D']);
    const outcomes = new Outcomes(visitFacts(visit));
    expect(refusal(outcomes, { step: 'battery.load', point: 'A' })?.because).toContain('cracked');
    expect(refusal(outcomes, { step: 'battery.load', point: 'B' })).not.toBeNull();
    expect(refusal(outcomes, { step: 'battery.load', point: 'C' })?.unblock).toEqual({
      step: 'battery.openCircuit',
      point: 'C',
    });
  });
  it.each([
    ['repair', { step: 'look.belt', point: 'drive', condition: 'loose' }, 'hold'],
    ['watch', { step: 'look.belt', point: 'drive', condition: 'worn' }, 'ready-watch'],
    ['recheck', { step: 'battery.caseLeak', point: 'A', volts: 0.9 }, 'unfinished'],
    ['unsteady', { step: 'look.lamp', point: 'dash', keyOn: 'lit', running: 'dark', unsteady: true }, 'unfinished'],
  ] as const)('a finding to %s', (_name, reading, disposition) =>
    expect(judge(visitWith([...soundVisit(), reading])).disposition).toBe(disposition),
  );
  it('advises on the whole set when one of an old set fails', () => {
    const unit = unit12({
      bank: { arrangement: '1S2P', batteries: ['A', 'B'].map((at) => battery(at, { fitted: '2024-01-10' })) },
    });
    const readings = [...looks(unit), rested('A', 12.7), loaded('A', 9.2), rested('B', 12.7), loaded('B', 10.5)];
    expect(judge(visitWith(readings, { unit })).advice.join()).toContain('whole set of 2');
  });
});

describe('retakes', () => {
  it('keeps each earlier verdict as it stood, oldest first', () => {
    const judgement = judge(
      visitWith([rested('A', 12.1), loaded('A', 9.95), rested('A', 12.7), loaded('A', 9.5), loaded('A', 9.7)]),
    );
    expect(stepAt(judgement, 'battery.load', 'A')).toMatchObject({
      verdict: 'marginal',
      earlier: [{ readings: ['r2', 'r1'], verdict: 'pass' }, { verdict: 'fail' }],
    });
  });
  it('goes by time, not by place in the file', () => {
    const late = { ...rested('A', 12.1), at: minute(50) };
    expect(stepAt(judge(visitWith([late, rested('A', 12.7)])), 'battery.openCircuit', 'A')).toMatchObject({
      verdict: 'marginal',
      readings: ['r1'],
    });
  });
});

describe('limits', () => {
  const readings = [rested('A', 12.5)];
  it('takes the maker first, then the visit, then the method, and says which', () => {
    const limit = (part: Parameters<typeof visitWith>[1]) =>
      stepAt(judge(visitWith(readings, part)), 'battery.openCircuit', 'A').limit;
    expect(limit({})).toMatchObject({ value: 12.4, from: 'profile' });
    const method = { profile: 'pile' as const, limits: { gateVolts: 12.6 } };
    expect(limit({ method })).toMatchObject({ value: 12.6, from: 'visit' });
    expect(limit({ method, unit: unit12({ makerLimits: { gateVolts: 12.3 } }) })).toMatchObject({
      value: 12.3,
      from: 'maker',
    });
  });
  it('scales the visit’s limits to 24 V but never the maker’s', () => {
    const volts = [
      ...['A', 'B'].map((at) => rested(at, 12.7)),
      { step: 'charge.volts' as const, point: 'bank', volts: 27, rpm: 1500 },
    ];
    const limit = (part: Parameters<typeof visitWith>[1]) =>
      stepAt(judge(visitWith(volts, part)), 'charge.volts', 'bank').limit?.value;
    expect(limit({ unit: unit24(), method: { profile: 'pile', limits: { runningMinVolts: 13.6 } } })).toBeCloseTo(
      27.2,
      9,
    );
    expect(limit({ unit: unit24({ makerLimits: { runningMinVolts: 27.5 } }) })).toBeCloseTo(27.5, 9);
  });
});

describe('judging again under another method', () => {
  it('gives the differences and changes nothing', () => {
    const visit = visitWith(soundVisit());
    const text = JSON.stringify(visit);
    const again = judgeAgain(visit, 'rested');
    expect(again.disposition).toEqual({ before: 'ready', after: 'unfinished' });
    expect(again.steps.map(({ step, point }) => `${step}@${point}`)).toContain('battery.openCircuit@A');
    expect(JSON.stringify(visit)).toBe(text);
    expect(judgeAgain(visit, 'pile').steps).toEqual([]);
  });
  it('names findings that come and go', () => {
    const visit = visitWith([
      ...looks(),
      rested('A', 12.7),
      { step: 'battery.conductance', point: 'A', measured: 600, standard: 'SAE', setTo: 'flooded' },
    ]);
    expect(judgeAgain(visit, 'conductance')).toMatchObject({
      findingsGone: ['battery.watch@A'],
      findingsNew: ['battery.weak@A'],
    });
  });
});

it('explains itself in words with limits and reasons', () => {
  const text = explain(judge(visitWith([...looks(), rested('A', 12.7), loaded('A', 9.5)])));
  for (const part of [
    'Carbon pile',
    'Load test, battery A: failed',
    'limit min 9.60 V, margin −0.10',
    'replace: battery.weak',
    'Not read:',
    'Next: Open-circuit volts, battery B',
  ])
    expect(text).toContain(part);
});

it('finds the same troubles whatever order different points were read in', () => {
  const readings = soundVisit().map((reading, index) => ({ ...reading, id: `x${index}` }));
  const shuffled = [...readings].reverse().map((reading, index) => ({
    ...reading,
    // Volts at rest before the load, and both before the engine runs.
    at: minute(reading.step === 'battery.openCircuit' ? index : index + (reading.step === 'battery.load' ? 100 : 200)),
  }));
  expect(findingsOf(judge(visitWith(shuffled)))).toEqual(findingsOf(judge(visitWith(readings))));
  expect(judge(visitWith(shuffled)).disposition).toBe('ready');
});

describe('laws of judging', () => {
  const rank = { fail: 0, inconclusive: 1, marginal: 2, pass: 3 } as const;
  const volts = fc.double({ min: 0, max: 14, noNaN: true });
  const less = fc.double({ min: 0, max: 5, noNaN: true });
  it.each([
    ['at rest, stripped', 'battery.openCircuit', 'A', (v: number) => rested('A', v)],
    [
      'starter as the load',
      'battery.starterLoad',
      'bank',
      (v: number) => ({ step: 'battery.starterLoad' as const, point: 'bank', lowestVolts: [14, v, 14], batteryC: 10 }),
    ],
    [
      'cranking at the bank',
      'start.crankVolts',
      'bank',
      (v: number) => ({ step: 'start.crankVolts' as const, point: 'bank', volts: v }),
    ],
    [
      'cranking at the starter',
      'start.crankVolts',
      'starter',
      (v: number) => ({ step: 'start.crankVolts' as const, point: 'starter', volts: v }),
    ],
  ] as const)('fewer volts never improve the verdict: %s', (_name, step, point, reading) => {
    const verdict = (v: number) => rank[stepAt(judge(visitWith([reading(v) as never])), step, point).verdict];
    fc.assert(fc.property(volts, less, (v, down) => verdict(Math.max(0, v - down)) <= verdict(v)));
  });
  it('more volts lost never improve the verdict', () => {
    const verdict = (v: number) =>
      rank[
        stepAt(
          judge(
            visitWith([
              { step: 'start.drop', point: 'positive', volts: v, by: 'pile', amps: 500 },
              { step: 'start.drop', point: 'negative', volts: 0.1, by: 'pile', amps: 500 },
            ]),
          ),
          'start.drop',
          'positive',
        ).verdict
      ];
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5.9, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (v, up) => verdict(Math.min(5.99, v + up)) <= verdict(v),
      ),
    );
  });
  it('an error that can only have helped the other verdict decides all the same', () => {
    const verdict = (lowest: number, amps: number) =>
      stepAt(judge(visitWith([rested('A', 12.7), loaded('A', lowest, { amps })])), 'battery.load', 'A').verdict;
    fc.assert(
      fc.property(
        fc.double({ min: 6, max: 9.59, noNaN: true }),
        fc.integer({ min: 100, max: 459 }),
        (low, amps) => verdict(low, amps) === 'fail',
      ),
    );
    fc.assert(
      fc.property(fc.double({ min: 9.6, max: 12, noNaN: true }), fc.integer({ min: 507, max: 900 }), (high, amps) =>
        ['pass', 'marginal'].includes(verdict(high, amps)),
      ),
    );
  });
});
