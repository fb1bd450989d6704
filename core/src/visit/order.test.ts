import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  findingsOf,
  looks,
  minute,
  rested,
  soundVisit,
  unit12,
  unit24,
  visitWith,
  type Written,
} from '../../test/visitFixture';
import { CATALOGUE, DISPOSITIONS, judge, STAGES, stepEntry, type Repair, type Unit } from '../index';

const keyOf = ({ step, point }: { step: string; point: string }): string => `${step}@${point}`;
/** The sound visit with one reading of it taken otherwise, in its place. */
const insteadOf = (own: Written): Written[] =>
  soundVisit().map((reading) => (keyOf(reading) === keyOf(own) ? own : reading));

describe('what a visit asks for next', () => {
  it.each([
    ['12 V', unit12()],
    ['24 V', unit24()],
  ] as const)('leads through the whole of a sound machine of %s, and then nowhere', (_name, unit: Unit) => {
    // The alternator is looked at where its output asks for it; a sound one owes nothing more.
    const sound = new Map(
      soundVisit(unit)
        .filter(({ step }) => step !== 'look.alternator')
        .map((reading) => [keyOf(reading), reading]),
    );
    const taken: Written[] = [];
    for (let asked = 0; asked <= sound.size; asked++) {
      const { next, missing } = judge(visitWith(taken, { unit }));
      if (next === null) {
        expect(missing).toEqual([]);
        break;
      }
      const reading = sound.get(keyOf(next));
      expect(reading, `asks for ${keyOf(next)}`).toBeDefined();
      expect(next.because).toMatch(/\.$/);
      taken.push(reading!);
    }
    expect(taken.map(keyOf).sort()).toEqual([...sound.keys()].sort());
    expect(judge(visitWith(taken, { unit })).disposition).toBe('ready');
    // One stage is done before the next begins.
    const stages = taken.map(({ step }) => STAGES.indexOf(stepEntry(step).stage));
    expect(stages).toEqual([...stages].sort((a, b) => a - b));
  });
  it('goes round the look battery by battery', () => {
    const order: string[] = [];
    const all = new Map(looks().map((reading) => [keyOf(reading), reading]));
    const taken: Written[] = [];
    for (;;) {
      const { next } = judge(visitWith(taken));
      const reading = next === null ? undefined : all.get(keyOf(next));
      if (reading === undefined) break;
      taken.push(reading);
      order.push(reading.point);
    }
    expect(order.filter((point) => /^[A-D]/.test(point))).toEqual(
      ['A', 'B', 'C', 'D'].flatMap((position) => [position, `${position}+`, `${position}-`]),
    );
  });
  it('is the charge where all that is left waits for it', () => {
    const low = soundVisit()
      .filter(({ step }) => !/^(battery\.load|charge|start)/.test(step))
      .map((reading) => (reading.step === 'battery.openCircuit' ? rested(reading.point, 12.1) : reading));
    const { next } = judge(visitWith(low));
    expect(next?.step).not.toBe('battery.load');
  });
  it('is never a test that was read and decided', () =>
    fc.assert(
      fc.property(fc.shuffledSubarray(soundVisit(), { minLength: 0 }), (readings) => {
        const visit = visitWith(readings.map((reading, index) => ({ ...reading, id: `x${index}` })));
        const judgement = judge(visit);
        if (judgement.next === null) return;
        const read = judgement.steps.find((entry) => keyOf(entry) === keyOf(judgement.next!));
        expect(read === undefined || read.verdict === 'inconclusive').toBe(true);
      }),
      { numRuns: 60 },
    ));
  it('is a place that the machine has', () =>
    fc.assert(
      fc.property(fc.shuffledSubarray(soundVisit(unit24()), { minLength: 0 }), (readings) => {
        const unit = unit24();
        const { next } = judge(visitWith(readings, { unit }));
        if (next !== null) expect(stepEntry(next.step).points(unit)).toContain(next.point);
      }),
      { numRuns: 60 },
    ));
});

describe('how a unit leaves', () => {
  it.each([
    [insteadOf({ step: 'look.case', point: 'A', condition: 'cracked' }), 'hold'],
    [insteadOf({ step: 'start.drop', point: 'positive', volts: 0.7, by: 'pile', amps: 500 }), 'hold'],
    [insteadOf(rested('A', 12.2)), 'unfinished'],
    [insteadOf({ step: 'charge.volts', point: 'bank', volts: 15.1, rpm: 1500 }), 'ready-watch'],
    [soundVisit().slice(0, -1), 'unfinished'],
    [[], 'unfinished'],
    [soundVisit(), 'ready'],
  ] as const)('%#: %s', (readings, disposition) =>
    expect(judge(visitWith(readings as Written[])).disposition).toBe(disposition),
  );
  it('is told by the worst that was found, whatever else is sound', () =>
    fc.assert(
      fc.property(
        fc.shuffledSubarray(
          [
            insteadOf({ step: 'look.belt', point: 'drive', condition: 'worn' })[0]!,
            { step: 'battery.caseLeak', point: 'A', volts: 0.9 },
            { step: 'start.solenoid', point: 'starter', volts: 0.8 },
          ] as Written[],
          { minLength: 0 },
        ),
        (extra) => {
          const { disposition, findings } = judge(visitWith([...soundVisit(), ...extra]));
          const worst = findings.some(({ severity }) => severity === 'replace' || severity === 'repair')
            ? 'hold'
            : findings.some(({ severity }) => severity === 'recharge' || severity === 'recheck')
              ? 'unfinished'
              : findings.length > 0
                ? 'ready-watch'
                : 'ready';
          expect(disposition).toBe(worst);
          expect(DISPOSITIONS).toContain(disposition);
        },
      ),
      { numRuns: 40 },
    ));
  it('never ready while something it owes decided nothing', () => {
    const slow: Written = { step: 'charge.volts', point: 'bank', volts: 13.5, rpm: 700 };
    const judgement = judge(visitWith(insteadOf(slow)));
    expect(judgement.disposition).toBe('unfinished');
    // It was read: it is open, but not missing.
    expect(judgement.missing).toEqual([]);
    expect(judgement.next).toMatchObject({ step: 'charge.volts', point: 'bank' });
  });
});

describe('what was repaired in the visit', () => {
  const repaired = (point: string, kind: Repair['kind'], action: string): Repair => ({
    id: 'p1',
    at: minute(300),
    point,
    action,
    ...(kind === undefined ? {} : { kind }),
  });
  it('stays on hold until it was tested again', () => {
    const failing: Written = { step: 'start.drop', point: 'negative', volts: 0.8, by: 'pile', amps: 500 };
    const repairs = [repaired('negative', 'clean', 'Clean the ground')];
    const before = judge(visitWith(insteadOf(failing), { repairs }));
    expect(before.disposition).toBe('hold');
    const again = { ...failing, volts: 0.1, at: minute(310) };
    const after = judge(visitWith([...insteadOf(failing), again], { repairs }));
    expect(findingsOf(after)).toEqual([]);
    expect(after.disposition).toBe('ready');
  });
  it('by a new battery asks for that battery anew, and for no other', () => {
    const { missing, disposition } = judge(
      visitWith(soundVisit(), { repairs: [repaired('B', 'replace', 'Replace battery B')] }),
    );
    expect(new Set(missing.map(({ point }) => point))).toEqual(new Set(['B']));
    expect(disposition).toBe('unfinished');
  });
});

it('every step stands once in the order, in its stage', () => {
  const names = CATALOGUE.map(({ step }) => step);
  expect(new Set(names).size).toBe(names.length);
  const stages = CATALOGUE.map(({ stage }) => STAGES.indexOf(stage));
  expect(stages).toEqual([...stages].sort((a, b) => a - b));
});
