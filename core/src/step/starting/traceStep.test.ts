import { describe, expect, it } from 'vitest';
import { madeCrank, traceText, type MadeCrank } from '../../../test/traceFixture';
import { findingsOf, rested, stepAt, unit12, unit24, visitWith, type Written } from '../../../test/visitFixture';
import { judge, Outcomes, pictureOf, traceFacts, traceMarks, TraceReader, traceStep, visitFacts } from '../../index';

const facts = (part: MadeCrank = {}) => {
  const reader = new TraceReader({ systemVolts: part.k === 2 ? 24 : 12, cylinders: part.cylinders ?? 6 });
  reader.push(
    new TextEncoder().encode(
      traceText(madeCrank({ perSecond: 2000, rippleHz: 600, inrushLow: 8.9 * (part.k ?? 1), ...part })),
    ),
  );
  return traceFacts(reader.end());
};
const SOUND = facts();
const trace = (part: Record<string, unknown> = {}): Written => ({
  step: 'start.trace',
  point: 'bank',
  ...SOUND,
  rippleAmpsRms: 1,
  ...part,
});
const capture = { profile: 'capture' } as const;
const judged = (part: Record<string, unknown> = {}, more: Parameters<typeof visitWith>[1] = {}) =>
  judge(visitWith([trace(part)], { method: capture, ...more }));
const verdict = (part: Record<string, unknown> = {}, more: Parameters<typeof visitWith>[1] = {}) =>
  stepAt(judged(part, more), 'start.trace', 'bank');

describe('rest and plateau of a trace', () => {
  it('pass a sound bank, and stand for its settled cranking volts', () => {
    const judgement = judged();
    expect(stepAt(judgement, 'start.trace', 'bank')).toMatchObject({ verdict: 'pass' });
    expect(stepAt(judgement, 'start.crankVolts', 'bank')).toMatchObject({ verdict: 'pass', readings: ['r1'] });
    expect(findingsOf(judgement)).toEqual([]);
  });
  it('decide in the method of the oscilloscope, and only raise doubt in another', () => {
    expect(findingsOf(judged({ plateauVolts: 9.3 }))).toEqual(['battery.weak@bank recheck']);
    expect(verdict({ plateauVolts: 9.3 }, { method: { profile: 'pile' } }).verdict).toBe('marginal');
    expect(verdict({ plateauVolts: 9.65 }).verdict).toBe('marginal');
  });
  it('grow with the system', () => {
    const at24 = { restVolts: 25.3, plateauVolts: 20.8, inrushLowVolts: 17.5 };
    expect(verdict(at24, { unit: unit24() }).verdict).toBe('pass');
    expect(verdict({ ...at24, plateauVolts: 18.9 }, { unit: unit24() }).verdict).toBe('fail');
  });
  it('condemn no bank that was not full, by the trace or by its batteries', () => {
    expect(verdict({ plateauVolts: 9.3, restVolts: 12.2 }).verdict).toBe('inconclusive');
    const judgement = judge(visitWith([rested('A', 12.1), trace({ plateauVolts: 9.3 })], { method: capture }));
    expect(stepAt(judgement, 'start.trace', 'bank')).toMatchObject({ verdict: 'inconclusive' });
  });
  it.each([
    [{ plateauVolts: undefined }, {}],
    [{ restVolts: undefined }, {}],
    [{ plateauVolts: -10 }, {}],
    [{}, { ambientC: undefined }],
    [{}, { ambientC: -58 }],
  ])('say nothing from what is not there: %j', (part, more) => {
    const own = verdict(part, more);
    expect(own.verdict).toBe('inconclusive');
    expect(own.redo).not.toBeNull();
  });
});

describe('what a trace advises', () => {
  it.each([
    ['a deep dip', { inrushLowVolts: 8.2 }, 'battery.watch@bank watch'],
    ['contacts that let go twice', { bounces: 2 }, 'starter.solenoid-contacts@starter watch'],
    ['a starter over its own', { goodAmps: 300, goodOf: 'unit' }, 'starter.draws-much@starter recheck'],
    ['a slow ripple', { rippleHz: 273, rippleAmpsRms: 12 }, 'alternator.diode@ALT1 watch'],
  ])('%s', (_name, part, finding) => {
    expect(findingsOf(judged(part))).toEqual([finding]);
    expect(verdict(part).verdict).toBe('marginal');
  });
  it.each([
    ['a single bounce', { bounces: 1 }],
    ['a starter a quarter over', { goodAmps: 340, goodOf: 'kind' }],
    ['the quick ripple of a sound alternator', { rippleHz: 1638, rippleAmpsRms: 12 }],
    ['a slow ripple that is small', { rippleHz: 273, rippleAmpsRms: 5 }],
    ['figures that are not there', { bounces: undefined, inrushLowVolts: undefined, rippleHz: undefined }],
  ])('nothing of %s', (_name, part) => expect(findingsOf(judged(part))).toEqual([]));
  it('asks for the recharge current again where a light battery still takes much after two minutes', () => {
    const single = unit12({
      bank: { arrangement: '1S1P', batteries: [{ ...unit12().bank.batteries[0]!, set: undefined }] },
    });
    const own = verdict({ chargeAmps: 7, chargeSeconds: 120 }, { unit: single });
    expect(own).toMatchObject({ verdict: 'marginal', because: expect.stringContaining('after ten') as string });
    expect(verdict({ chargeAmps: 7, chargeSeconds: 30 }, { unit: single }).verdict).toBe('pass');
    expect(verdict({ chargeAmps: 7, chargeSeconds: 120 }).verdict).toBe('pass');
  });

  const weak = facts({ compression: [1, 1, 1, 0.75, 1, 1], cranksS: 6 });
  it('a cylinder that presses less in every turn', () => {
    expect(findingsOf(judged(weak as never))).toEqual(['engine.compression-low@4 recheck']);
  });
  it.each([15, 18, 25, 40])('a cylinder %i percent weak, sampled slowly or quickly', (percent) => {
    for (const perSecond of [500, 2000, 5000]) {
      const own = facts({ perSecond, cranksS: 6, compression: [1, 1 - percent / 100, 1, 1, 1, 1] });
      expect(findingsOf(judged({ cylinders: own.cylinders, crankRpm: own.crankRpm }))).toEqual([
        'engine.compression-low@2 recheck',
      ]);
    }
  });
  it('no cylinder of a crank too slow or too deep to tell, nor one whose turns differ', () => {
    const spread = weak.cylinders?.map((own) => ({ ...own, spreadPercent: 6 }));
    const onceFull = weak.cylinders?.map((own) => ({ ...own, mostPercent: 97 }));
    for (const part of [{ crankRpm: 95 }, { cylinders: spread }, { cylinders: onceFull }])
      expect(findingsOf(judged({ ...weak, ...part }))).toEqual([]);
    const deep = judge(visitWith([trace({ ...weak, plateauVolts: 6.8 })], { method: { profile: 'pile' } }));
    expect(findingsOf(deep).join()).not.toContain('compression');
  });
  it('no weak cylinder in two hundred sound engines', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const { cylinders, crankRpm } = facts({ seed, perSecond: 500, cranksS: 5, afterS: 1, rpm: 120 + seed / 2 });
      expect(findingsOf(judged({ cylinders, crankRpm }))).toEqual([]);
    }
  }, 180_000);
});

it('says of single figures how they came out, and of those that are not there that they are not yet', () => {
  const file = visitWith([trace()], { method: capture });
  const scene = new Outcomes(visitFacts(file));
  const reading = file.readings[0] as never;
  expect(traceMarks(reading, scene)).toMatchObject({ restVolts: 'pass', plateauVolts: 'pass', bounces: 'pass' });
  expect(
    traceMarks({ ...(reading as object), bounces: 3, restVolts: 12.1, inrushLowVolts: undefined } as never, scene),
  ).toMatchObject({
    restVolts: 'marginal',
    bounces: 'marginal',
    inrushLowVolts: 'inconclusive',
  });
  expect(traceStep.owes?.(scene)).toEqual(['bank']);
});

it('keeps a picture of at most 800 columns in which nothing is passed over, and where its figures were taken', () => {
  const reader = new TraceReader({ systemVolts: 12, cylinders: 6 });
  reader.push(new TextEncoder().encode(traceText(madeCrank({ perSecond: 5000 }))));
  const read = reader.end();
  const picture = pictureOf(read);
  expect(picture.volts.low).toHaveLength(800);
  expect(Math.min(...picture.volts.low)).toBeCloseTo(Math.min(...Array.from(read.crank.volts)), 2);
  expect(picture.pegs.map(({ number, words }) => `${number} ${words}`)).toEqual([
    '1 rest',
    '2 contacts close',
    '3 plateau',
    '4 fires',
    '5 charge, 1 s on',
  ]);
});
