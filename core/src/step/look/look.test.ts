import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  findingsOf,
  loaded,
  looks,
  rested,
  soundVisit,
  stepAt,
  unit12,
  unit24,
  visitWith,
  type Written,
  findingsIn as found,
} from '../../../test/visitFixture';
import { judge, Outcomes, refusal, visitFacts, type ReadStep } from '../../index';

const belt = (condition: string, speed?: string): Written => ({
  step: 'look.belt',
  point: 'drive',
  condition,
  ...(speed === undefined ? {} : { speed }),
});
const caseOf = (point: string, condition: string, more: Record<string, unknown> = {}): Written => ({
  step: 'look.case',
  point,
  condition,
  ...more,
});
const alternator = (more: Record<string, unknown>): Written => ({
  step: 'look.alternator',
  point: 'ALT1',
  mount: 'sound',
  wiring: 'sound',
  ...more,
});
const jointAt = (point: string, condition: string): Written => ({ step: 'look.joint', point, condition });
const eye = (shows: string): Written => ({ step: 'look.eye', point: 'B', shows });
/** Why a test is not begun on this visit, or null. */
const refused = (readings: Written[], step: ReadStep, point: string) =>
  refusal(new Outcomes(visitFacts(visitWith(readings))), { step, point })?.because ?? null;
/** The sound visit with one look of it seen otherwise. */
const insteadOf = (seen: Written): Written[] =>
  soundVisit().map((reading) => (reading.step === seen.step && reading.point === seen.point ? seen : reading));

describe('the belt', () => {
  it.each([
    ['sound', undefined, []],
    ['sound', 'holds', []],
    ['worn', undefined, ['belt.drive@drive watch']],
    ['loose', undefined, ['belt.drive@drive repair']],
    ['cracked', undefined, ['belt.drive@drive repair']],
    ['glazed', undefined, ['belt.drive@drive repair']],
    ['missing', undefined, ['belt.drive@drive repair']],
    ['sound', 'slips', ['belt.drive@drive repair']],
    ['worn', 'slips', ['belt.drive@drive repair']],
  ] as const)('%s, its speed %s', (condition, speed, findings) =>
    expect(found([belt(condition, speed)])).toEqual(findings),
  );
  it('that slips keeps a low output from being put down to the alternator', () => {
    const output: Written = { step: 'charge.output', point: 'ALT1', peakAmps: 120, governedSpeed: true };
    const readings = insteadOf(belt('sound', 'slips')).filter(({ step }) => step !== 'charge.output');
    const judgement = judge(visitWith([...readings, output]));
    expect(stepAt(judgement, 'charge.output', 'ALT1').verdict).toBe('inconclusive');
    expect(findingsOf(judgement)).toEqual(['belt.drive@drive repair']);
  });
  it('whose speed nobody held a mark to lets no alternator be replaced', () => {
    const output: Written = { step: 'charge.output', point: 'ALT1', peakAmps: 120, governedSpeed: true };
    const readings = (speed?: string) => [
      ...insteadOf(belt('sound', speed)).filter(({ step }) => step !== 'charge.output'),
      output,
    ];
    expect(found(readings())).toEqual(['alternator.low-output@ALT1 recheck']);
    expect(found(readings('holds'))).toEqual(['alternator.low-output@ALT1 replace']);
  });
});

describe('an alternator looked at', () => {
  it.each([
    [{}, []],
    [{ senseFuse: 'sound' }, []],
    [{ mount: 'loose' }, ['alternator.mount@ALT1 repair']],
    [{ wiring: 'damaged' }, ['alternator.wiring@ALT1 repair']],
    [{ senseFuse: 'blown' }, ['alternator.sense-fuse@ALT1 repair']],
    [
      { mount: 'loose', wiring: 'damaged', senseFuse: 'blown' },
      ['alternator.mount@ALT1 repair', 'alternator.wiring@ALT1 repair', 'alternator.sense-fuse@ALT1 repair'],
    ],
  ] as const)('%o', (more, findings) => expect(found([alternator(more)])).toEqual(findings));
});

describe('the fuse read on both sides', () => {
  const fuse = (supplyVolts: number, loadVolts: number, part = {}) => {
    const judgement = judge(visitWith([{ step: 'look.fuse', point: 'ALT1', supplyVolts, loadVolts }], part));
    return [stepAt(judgement, 'look.fuse', 'ALT1').verdict, ...findingsOf(judgement)];
  };
  it.each([
    [12.6, 12.5, ['pass']],
    [12.6, 12.49, ['fail', 'alternator.sense-fuse@ALT1 repair']],
    [12.6, 0, ['fail', 'alternator.sense-fuse@ALT1 repair']],
    [0, 12.6, ['fail', 'alternator.sense-fuse@ALT1 repair']],
    [0.4, 0.4, ['inconclusive']],
  ] as const)('%d V and %d V', (supply, load, said) => expect(fuse(supply, load)).toEqual(said));
  it('takes leads the wrong way round for what they show', () => expect(fuse(-12.6, -12.6)).toEqual(['pass']));
  it('takes under 1 V for dead at 24 V', () => {
    expect(fuse(0.9, 0.9, { unit: unit24() })).toEqual(['inconclusive']);
    expect(fuse(0.9, 0.9)).toEqual(['pass']);
  });
});

describe('a battery case', () => {
  it.each(['cracked', 'leaking', 'bulged'])('%s: the battery is replaced, and owes no load test', (condition) => {
    const readings = [...looks(), caseOf('B', condition), ...['A', 'B', 'C', 'D'].map((at) => rested(at, 12.7))];
    const judgement = judge(visitWith(readings));
    expect(findingsOf(judgement)).toEqual(['battery.case@B replace']);
    expect(judgement.missing).toContainEqual(expect.objectContaining({ step: 'battery.load', point: 'A' }));
    expect(judgement.missing).not.toContainEqual(expect.objectContaining({ step: 'battery.load', point: 'B' }));
  });
  it('frozen is a finding of its own: warm it first', () => {
    const judgement = judge(visitWith([caseOf('A', 'frozen')]));
    expect(findingsOf(judgement)).toEqual(['battery.frozen@A replace']);
    expect(judgement.findings[0]?.because).toMatch(/warm it before anything else/);
  });
  it('with several faults tells each', () => {
    const judgement = judge(visitWith([caseOf('C', 'cracked', { also: ['leaking', 'frozen'] })]));
    expect(findingsOf(judgement)).toEqual(['battery.frozen@C replace', 'battery.case@C replace']);
  });
  it('tells plates that are bare and fluid that is dark beside a sound case', () => {
    expect(found([caseOf('A', 'sound', { electrolyte: 'low' })])).toEqual(['battery.low-electrolyte@A recheck']);
    expect(found([caseOf('A', 'sound', { fluid: 'dark' })])).toEqual(['battery.shedding@A replace']);
    expect(found([caseOf('A', 'sound', { fluid: 'speckled' })])).toEqual(['battery.shedding@A replace']);
    expect(found([caseOf('A', 'sound', { electrolyte: 'covered', fluid: 'clear' })])).toEqual([]);
  });
  it('judges a load test that was done all the same', () => {
    const readings = [caseOf('A', 'cracked'), rested('A', 12.7), loaded('A', 10.6)];
    expect(stepAt(judge(visitWith(readings)), 'battery.load', 'A').verdict).toBe('pass');
  });
  it('that was not seen is neither judged, nor missing, nor asked for', () => {
    const unseen = caseOf('B', 'unseen', { why: 'behind the step' });
    const judgement = judge(visitWith(insteadOf(unseen)));
    expect(judgement.steps.some(({ step, point }) => step === 'look.case' && point === 'B')).toBe(false);
    expect(judgement.missing).toEqual([]);
    expect(judgement.next).toBeNull();
    expect(judgement.disposition).toBe('ready');
  });

  const DRAWING: readonly [ReadStep, string][] = [
    ['start.drop', 'positive'],
    ['start.crankVolts', 'starter'],
    ['charge.volts', 'bank'],
    ['charge.output', 'ALT1'],
    ['charge.recharge', 'bank'],
    ['charge.idle', 'bank'],
    ['charge.rise', 'bank'],
    ['start.joint', 'starter.B+'],
    ['run.volts', 'starterPositive:starter.B+'],
    ['look.lamp', 'dash'],
    ['look.headlamps', 'dash'],
  ];
  it.each(['cracked', 'leaking', 'frozen'])('%s stops everything that draws on the bank or charges it', (condition) => {
    const readings = [...looks(), caseOf('C', condition), ...['A', 'B', 'D'].map((at) => rested(at, 12.7))];
    for (const [step, point] of DRAWING)
      expect(refused(readings, step, point), step).toContain(`Battery C is ${condition}`);
    // What neither draws nor charges goes on; so do the others once each is by itself.
    expect(refused(readings, 'battery.openCircuit', 'C')).toBeNull();
    expect(refused(readings, 'charge.standing', 'ALT1')).toBeNull();
    expect(refused(readings, 'battery.load', 'A')).toBeNull();
  });
  it('bulged stops its own load test only', () => {
    const readings = [...looks(), caseOf('C', 'bulged'), ...['A', 'B', 'C', 'D'].map((at) => rested(at, 12.7))];
    expect(refused(readings, 'battery.load', 'C')).toContain('bulged');
    expect(refused(readings, 'battery.fixedLoad', 'C')).toContain('bulged');
    expect(refused(readings, 'battery.fixedLoad', 'A')).toBeNull();
    expect(refused(readings, 'battery.load', 'A')).toBeNull();
    for (const [step, point] of DRAWING) expect(refused(readings, step, point), step).toBeNull();
  });
});

describe('a joint looked at', () => {
  it.each(['corroded', 'loose', 'damaged'])('%s is poor', (condition) =>
    expect(found([jointAt('A+', condition)])).toEqual(['joint.poor@A+ repair']),
  );
  it('keeps its battery from being replaced until it is put right', () => {
    const weak = [rested('A', 12.7), loaded('A', 8)];
    const seen = [jointAt('A+', 'clean'), jointAt('A-', 'clean')];
    expect(found([...seen, ...weak])).toEqual(['battery.weak@A replace']);
    expect(found([seen[0]!, jointAt('A-', 'loose'), ...weak])).toEqual(
      expect.arrayContaining(['battery.weak@A recheck', 'joint.poor@A- repair']),
    );
    expect(found([seen[0]!, jointAt('A-', 'unseen'), ...weak])).toEqual(['battery.weak@A recheck']);
  });
  it('of another battery excuses nothing', () =>
    expect(
      found([
        jointAt('A+', 'clean'),
        jointAt('A-', 'clean'),
        jointAt('B+', 'loose'),
        rested('A', 12.7),
        loaded('A', 8),
      ]),
    ).toEqual(expect.arrayContaining(['battery.weak@A replace', 'joint.poor@B+ repair'])));
  it('has no finding for what lies on it, only for how it sits', () =>
    expect(found([{ ...jointAt('A+', 'clean'), deposit: 'white' }])).toEqual([]));
});

describe('the eye in the lid', () => {
  it.each([
    ['low', 'marginal', ['battery.low-charge@B recharge']],
    ['fluid-low', 'fail', ['battery.low-electrolyte@B recheck']],
    ['charged', 'inconclusive', []],
    ['unseen', 'inconclusive', []],
  ] as const)('shows %s: %s', (shows, verdict, findings) => {
    const judgement = judge(visitWith([eye(shows)]));
    expect(stepAt(judgement, 'look.eye', 'B').verdict).toBe(verdict);
    expect(findingsOf(judgement)).toEqual(findings);
  });
  it('never makes a battery good: its volts are still asked for', () =>
    expect(judge(visitWith([eye('charged')])).missing).toContainEqual(
      expect.objectContaining({ step: 'battery.openCircuit', point: 'B' }),
    ));
});

describe('the charge lamp', () => {
  const lamp = (keyOn: string, run: string): Written => ({ step: 'look.lamp', point: 'dash', keyOn, running: run });
  const volts = (at: number): Written => ({ step: 'charge.volts', point: 'bank', volts: at, rpm: 1500 });
  it('that stays lit is a symptom until the running volts are good', () => {
    expect(found([lamp('lit', 'lit')])).toEqual(['charge.lamp@dash recheck']);
    expect(found([...insteadOf(volts(14.2)), lamp('lit', 'lit')])).toEqual(['charge.lamp@dash repair']);
    expect(found([...insteadOf(volts(15.4)), lamp('lit', 'lit')])).toContain('charge.lamp@dash recheck');
  });
  it('that goes as it should says nothing', () => expect(found([lamp('lit', 'dark')])).toEqual([]));
});

describe('head lamps once running', () => {
  const lamps = (run: string): Written => ({ step: 'look.headlamps', point: 'dash', running: run });
  it.each([
    ['brighten', 'inconclusive', []],
    ['same', 'marginal', ['charge.no-sign@dash recheck']],
    ['dim', 'marginal', ['charge.no-sign@dash recheck']],
  ] as const)('%s: %s', (run, verdict, findings) => {
    const judgement = judge(visitWith([lamps(run)]));
    expect(stepAt(judgement, 'look.headlamps', 'dash').verdict).toBe(verdict);
    expect(findingsOf(judgement)).toEqual(findings);
  });
  it('stay a doubt while the running volts decide nothing', () => {
    const slow: Written = { step: 'charge.volts', point: 'bank', volts: 13, rpm: 800 };
    expect(found([...['A', 'B', 'C', 'D'].map((at) => rested(at, 12.7)), lamps('dim'), slow])).toEqual([
      'charge.no-sign@dash recheck',
    ]);
  });
});

describe('whatever is seen', () => {
  const CONDITIONS = ['sound', 'bulged', 'cracked', 'leaking', 'frozen', 'unseen'] as const;
  it('one look never speaks of another battery', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('A', 'B', 'C', 'D'),
        fc.constantFrom(...CONDITIONS),
        fc.constantFrom('covered', 'low', 'unseen'),
        fc.constantFrom('clear', 'dark', 'speckled', 'unseen'),
        (point, condition, electrolyte, fluid) => {
          const { findings } = judge(visitWith([caseOf(point, condition, { electrolyte, fluid })]));
          expect(findings.every(({ subject }) => subject === point)).toBe(true);
        },
      ),
    ));
  it('a unit with a fault to be repaired is never ready', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(
          belt('loose'),
          belt('sound', 'slips'),
          caseOf('B', 'cracked'),
          caseOf('D', 'frozen'),
          caseOf('A', 'sound', { fluid: 'dark' }),
          jointAt('C-', 'loose'),
          alternator({ mount: 'loose' }),
          alternator({ wiring: 'damaged' }),
        ),
        (seen) => {
          expect(judge(visitWith(insteadOf(seen), { unit: unit12() })).disposition).toBe('hold');
        },
      ),
    ));
});
