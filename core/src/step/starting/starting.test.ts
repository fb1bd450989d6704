import { describe, expect, it } from 'vitest';
import {
  findingsOf,
  looks,
  minute,
  rested,
  stepAt,
  unit12,
  unit24,
  visitWith,
  type Written,
} from '../../../test/visitFixture';
import { judge, walk, WALK, WALK_POINTS, walkNode, type WalkAnswers } from '../../index';

const pile = (point: string, volts: number, amps: number | undefined = 500): Written => ({
  step: 'start.drop',
  point,
  volts,
  by: 'pile',
  amps,
});
const crank = (point: string, volts: number, amps?: number): Written => ({
  step: 'start.drop',
  point,
  volts,
  by: 'crank',
  amps,
});
const drop = (readings: Written[], point = 'positive', unit = unit12()) =>
  stepAt(judge(visitWith(readings, { unit })), 'start.drop', point);

describe('volts lost in the starter cables, by the pile', () => {
  it.each([
    [0.2, 0.19, 'pass'],
    [0.2, 0.2, 'marginal'],
    [0.3, 0.2, 'marginal'],
    [0.3, 0.21, 'fail'],
  ])('%d + %d V is %s', (positive, negative, verdict) => {
    const readings = [pile('positive', positive), pile('negative', negative)];
    expect(drop(readings)).toMatchObject({ verdict, margin: expect.closeTo(0.5 - positive - negative, 6) as number });
    // A side that has its share only passes by half the limit while the other takes too much.
    expect(drop(readings, 'negative').verdict).toBe(verdict === 'fail' ? 'pass' : verdict);
  });
  it('blames the larger side, and both when each takes over half', () => {
    expect(findingsOf(judge(visitWith([pile('positive', 0.4), pile('negative', 0.2)])))).toEqual([
      'cable.starter-positive@positive repair',
    ]);
    expect(findingsOf(judge(visitWith([pile('positive', 0.4), pile('negative', 0.3)])))).toHaveLength(2);
    expect(findingsOf(judge(visitWith([pile('positive', 0.3), pile('negative', 0.15)])))).toEqual([
      'cable.starter-positive@positive watch',
    ]);
  });
  it('doubles at 24 V', () =>
    expect(drop([pile('positive', 0.6), pile('negative', 0.19)], 'positive', unit24()).verdict).toBe('pass'));
  it('scales by the current between 250 and 600 A only', () => {
    expect(drop([pile('positive', 0.1, 250), pile('negative', 0.1, 250)]).margin).toBeCloseTo(0.1, 6);
    expect(drop([pile('positive', 0.1, 249), pile('negative', 0.1)]).verdict).toBe('inconclusive');
    expect(drop([pile('positive', 0.1, 601), pile('negative', 0.1)]).verdict).toBe('inconclusive');
    expect(drop([{ step: 'start.drop', point: 'positive', volts: 0.1, by: 'pile' }]).verdict).toBe('inconclusive');
  });
  it('fails one side over the limit at once and waits for the other otherwise', () => {
    expect(drop([pile('positive', 0.51)]).verdict).toBe('fail');
    const judgement = judge(visitWith([...looks(), pile('positive', 0.3)]));
    expect(stepAt(judgement, 'start.drop', 'positive').verdict).toBe('inconclusive');
    expect(judgement.missing).toContainEqual({ step: 'start.drop', point: 'negative' });
  });
  it('knows leads across the source and swapped leads', () => {
    expect(drop([pile('positive', 6), pile('negative', 0.1)]).verdict).toBe('inconclusive');
    expect(drop([pile('positive', -0.2), pile('negative', 0.1)])).toMatchObject({
      verdict: 'pass',
      because: expect.stringContaining('swapped') as string,
    });
  });
});

describe('volts lost while cranking', () => {
  it.each([
    [0.49, 'pass'],
    [0.5, 'fail'],
  ])('%d V on one side is %s at 12 and 24 V', (volts, verdict) => {
    expect(drop([crank('positive', volts)]).verdict).toBe(verdict);
    expect(drop([crank('positive', volts)], 'positive', unit24()).verdict).toBe(verdict);
  });
  it('reports milliohms when the current is known', () =>
    expect(drop([crank('positive', 0.4, 400)]).because).toContain('1.00 mΩ'));
  it.each([
    ['start.solenoid', 0.49, 'pass', undefined],
    ['start.solenoid', 0.5, 'fail', 'starter.solenoid-contacts@starter replace'],
    ['start.control', 1, 'pass', undefined],
    ['start.control', 1.01, 'fail', 'start.control-circuit@starter recheck'],
    ['start.switch', 0.3, 'pass', undefined],
    ['start.switch', 0.31, 'fail', 'start.magnetic-switch@starter replace'],
  ] as const)('%s at %d V is %s', (step, volts, verdict, finding) => {
    const judgement = judge(visitWith([{ step, point: 'starter', volts }]));
    expect(stepAt(judgement, step, 'starter').verdict).toBe(verdict);
    expect(findingsOf(judgement)[0]).toBe(finding);
  });
  it('replaces contacts whatever else loses volts: that only lowers what is read across them', () =>
    expect(
      findingsOf(judge(visitWith([crank('negative', 0.9), { step: 'start.solenoid', point: 'starter', volts: 0.6 }]))),
    ).toContain('starter.solenoid-contacts@starter replace'));
  it('blames the control wire once the magnetic switch was read, and joint A+ is not failing', () => {
    const wire: Written[] = [
      { step: 'start.switch', point: 'starter', volts: 0.1 },
      { step: 'start.control', point: 'starter', volts: 1.2 },
    ];
    expect(findingsOf(judge(visitWith(wire)))).toEqual(['start.control-circuit@starter repair']);
    const joint: Written = { step: 'look.joint', point: 'A+', condition: 'loose' };
    expect(findingsOf(judge(visitWith([joint, ...wire])))).toContain('start.control-circuit@starter recheck');
    const plain = unit12({ starter: { ratedVolts: 12, groundReturn: 'cable', magneticSwitch: 'none' } });
    expect(findingsOf(judge(visitWith(wire.slice(1), { unit: plain })))).toEqual([
      'start.control-circuit@starter repair',
    ]);
  });
});

describe('voltage ladder', () => {
  const ladder = (motor: number): Written[] => [
    { step: 'start.crankVolts', point: 'bank', volts: 10.5 },
    crank('positive', 0.3),
    { step: 'start.solenoid', point: 'starter', volts: 0.2 },
    { step: 'start.motor', point: 'starter', volts: motor },
    crank('negative', 0.2),
  ];
  it.each([
    [9.8, 'pass'],
    [9.485, 'pass'],
    [9.48, 'inconclusive'],
    [10.12, 'inconclusive'],
  ])('with %d V at the motor is %s', (motor, verdict) => {
    const judgement = judge(visitWith(ladder(motor)));
    expect(stepAt(judgement, 'start.ladder', 'bank').verdict).toBe(verdict);
    expect(findingsOf(judgement).includes('ladder.open@bank recheck')).toBe(verdict !== 'pass');
  });
  it('needs every rung, read while cranking', () =>
    expect(judge(visitWith(ladder(9.8).slice(0, 4))).steps.some(({ step }) => step === 'start.ladder')).toBe(false));
});

describe('no-crank walk', () => {
  const conditions = { systemFactor: 1, gateVolts: 12.4, starterVolts: 8, bankVolts: null, hasSwitch: true };
  const start: WalkAnswers = {
    bankRest: { volts: 12.6 },
    bankJoints: { answer: 'clean' },
    starterRest: { volts: 12.5 },
  };
  const end = (answers: WalkAnswers) => {
    const state = walk(answers, conditions);
    return state.end?.kind === 'finding' ? state.end.code : (state.end?.kind ?? `at ${state.at}`);
  };
  it.each<[string, WalkAnswers, string]>([
    ['low bank', { bankRest: { volts: 12.39 } }, 'charge'],
    ['dirty joints', { bankRest: { volts: 12.6 }, bankJoints: { answer: 'dirty' } }, 'joint.poor'],
    [
      'hidden corrosion',
      { ...start, starterRest: { volts: 11 }, starterRestCleaned: { volts: 11 }, starterRestIsolator: { volts: 11.2 } },
      'at starterRestBank',
    ],
    ...(
      [
        [12.2, 'cable.starter-negative'],
        [11.2, 'cable.starter-positive'],
      ] as const
    ).map(([volts, code]): [string, WalkAnswers, string] => [
      `hidden corrosion, ${volts} V to the bank's negative post`,
      {
        ...start,
        starterRest: { volts: 11 },
        starterRestCleaned: { volts: 11 },
        starterRestIsolator: { volts: 11.2 },
        starterRestBank: { volts },
      },
      code,
    ]),
    ['spins free once', { ...start, attempt: { answer: 'spins', spins: 1 } }, 'again'],
    ['spins free twice', { ...start, attempt: { answer: 'spins', spins: 2 } }, 'starter.pinion'],
    [
      'clicks, low supply',
      { ...start, attempt: { answer: 'clicks' }, starterCranking: { volts: 7 } },
      'start.low-supply',
    ],
    [
      'clicks, contacts',
      { ...start, attempt: { answer: 'clicks' }, controlCranking: { volts: 12 }, motorCranking: { volts: 3 } },
      'starter.solenoid-contacts',
    ],
    ['cleaning helped', { ...start, starterRest: { volts: 11 }, starterRestCleaned: { volts: 12.4 } }, 'at attempt'],
    ['normal', { ...start, attempt: { answer: 'normal' } }, 'service'],
    [
      'slow, low supply',
      { ...start, attempt: { answer: 'slow' }, starterCranking: { volts: 7.99 } },
      'start.low-supply',
    ],
    [
      'slow, motor',
      { ...start, attempt: { answer: 'slow' }, starterCranking: { volts: 9.5 }, motorCranking: { volts: 9 } },
      'starter.motor',
    ],
    [
      'slow, contacts',
      { ...start, attempt: { answer: 'slow' }, starterCranking: { volts: 9.5 }, motorCranking: { volts: 8.9 } },
      'starter.solenoid-contacts',
    ],
    [
      'control wire',
      { ...start, attempt: { answer: 'nothing' }, controlCranking: { volts: 11.4 } },
      'start.control-circuit',
    ],
    [
      'pinion',
      { ...start, attempt: { answer: 'nothing' }, controlCranking: { volts: 12 }, pinion: { answer: 'damaged' } },
      'starter.pinion',
    ],
    [
      'whole starter',
      {
        ...start,
        attempt: { answer: 'nothing' },
        controlCranking: { volts: 12 },
        motorCranking: { volts: 12.2 },
        pinion: { answer: 'sound' },
      },
      'starter.motor',
    ],
    [
      'wire after the switch',
      {
        ...start,
        attempt: { answer: 'nothing' },
        controlCranking: { volts: 0.1 },
        switchOutputCranking: { volts: 12 },
      },
      'start.control-circuit',
    ],
    [
      'switch supply at rest',
      {
        ...start,
        attempt: { answer: 'nothing' },
        controlCranking: { volts: 0 },
        switchOutputCranking: { volts: 0 },
        switchSupplyRest: { volts: 0.2 },
      },
      'start.switch-supply',
    ],
    [
      'switch supply cranking',
      {
        ...start,
        attempt: { answer: 'nothing' },
        controlCranking: { volts: 0 },
        switchOutputCranking: { volts: 8 },
        switchSupplyCranking: { volts: 9 },
      },
      'start.switch-supply',
    ],
    [
      'switch contacts',
      {
        ...start,
        attempt: { answer: 'nothing' },
        controlCranking: { volts: 0 },
        switchOutputCranking: { volts: 8 },
        switchSupplyCranking: { volts: 12 },
      },
      'start.magnetic-switch',
    ],
    [
      'switch coil',
      {
        ...start,
        attempt: { answer: 'nothing' },
        controlCranking: { volts: 0 },
        switchOutputCranking: { volts: 0 },
        switchSupplyRest: { volts: 12.5 },
        coilSignal: { volts: 12.3 },
      },
      'start.magnetic-switch',
    ],
    [
      'coil signal weak',
      {
        ...start,
        attempt: { answer: 'nothing' },
        controlCranking: { volts: 0 },
        switchOutputCranking: { volts: 0 },
        switchSupplyRest: { volts: 12.5 },
        coilSignal: { volts: 9 },
      },
      'start.control-circuit',
    ],
  ])('%s', (_name, answers, expected) => expect(end(answers)).toBe(expected));

  it('judges its readings in a visit', () => {
    const readings: Written[] = [
      { step: 'start.walk', point: 'bankRest', volts: 12.6 },
      { step: 'start.walk', point: 'bankJoints', answer: 'clean' },
      { step: 'start.walk', point: 'starterRest', volts: 12.5 },
      { step: 'start.walk', point: 'attempt', answer: 'nothing' },
      { step: 'start.walk', point: 'controlCranking', volts: 0.1 },
      { step: 'start.walk', point: 'switchOutputCranking', volts: 3 },
      { step: 'start.walk', point: 'switchSupplyCranking', volts: 12.2 },
    ];
    expect(findingsOf(judge(visitWith(readings)))).toEqual(['start.magnetic-switch@starter recheck']);
    // Only with batteries and both sides read is a part of the walk replaced.
    const rest = ['A', 'B', 'C', 'D'].map((position) => rested(position, 12.7));
    const sides = [pile('positive', 0.1), pile('negative', 0.1)];
    expect(findingsOf(judge(visitWith([...rest, ...sides, ...readings])))).toEqual([
      'start.magnetic-switch@starter replace',
    ]);
  });
  it('is a tree: every branch leads to a step or an end, and every step can be reached', () => {
    const reached = new Set<string>(['bankRest']);
    for (const { branches } of WALK)
      for (const { to } of branches) if (typeof to === 'string') reached.add(walkNode(to).point);
    expect([...reached].sort()).toEqual([...WALK_POINTS].sort());
  });
});

describe('a repair and its retest', () => {
  it('closes a finding only by the same test at the same point', () => {
    const bad: Written[] = [
      { step: 'start.joint', point: 'starter.ground', volts: 0.4 },
      { step: 'look.joint', point: 'starter.ground', condition: 'corroded' },
    ];
    const repairs = [
      {
        id: 'p1',
        at: minute(5),
        point: 'starter.ground',
        action: 'cleaned',
        kind: 'clean' as const,
        closes: ['joint.resistive@starter.ground'],
      },
    ];
    const retested = judge(
      visitWith([...bad, { step: 'start.joint', point: 'starter.ground', volts: 0.05 }], { repairs }),
    );
    expect(findingsOf(retested)).toEqual(['joint.poor@starter.ground repair']);
    expect(stepAt(retested, 'start.joint', 'starter.ground').earlier).toEqual([{ readings: ['r1'], verdict: 'fail' }]);
    expect(findingsOf(judge(visitWith(bad, { repairs })))).toContain('joint.resistive@starter.ground repair');
  });
});
