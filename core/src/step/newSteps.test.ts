import { describe, expect, it } from 'vitest';
import {
  battery,
  findingsOf,
  loaded,
  minute,
  rested,
  soundVisit,
  stepAt,
  unit12,
  unit24,
  visitWith,
  type Written,
  judgedAt as at,
  findingsIn as found,
} from '../../test/visitFixture';
import { daysToHalfCharge, judge, leadsFor, parseVisit, pointName, symptomPlaces, type Repair } from '../index';

const rest = ['A', 'B', 'C', 'D'].map((position) => rested(position, 12.7));

describe('parked drain', () => {
  const drain = (amps: number, minutesParked = 40): Written => ({
    step: 'battery.drain',
    point: 'bank',
    amps,
    minutesParked,
  });
  const pulled = (name: string, ampsBefore: number, ampsAfter: number): Written => ({
    step: 'battery.drainCircuit',
    point: `circuit:${name}`,
    ampsBefore,
    ampsAfter,
  });
  it.each([
    [0.05, 5, 'pass'],
    [0.06, 29, 'inconclusive'],
    [0.06, 30, 'fail'],
    [-0.06, 30, 'fail'],
  ])('of %d A after %d min is %s', (amps, minutes, verdict) =>
    expect(at([drain(amps, minutes)], 'battery.drain', 'bank').verdict).toBe(verdict),
  );
  it('is put down to the circuit that takes more than half of what is too much', () => {
    const whole = drain(0.45);
    expect(found([whole])).toEqual(['drain.parked@bank repair']);
    expect(found([whole, pulled('heater', 0.45, 0.4), pulled('beacons', 0.4, 0.1)])).toEqual([
      'drain.parked@circuit:beacons repair',
    ]);
    expect(at([whole, pulled('heater', 0.45, 0.4)], 'battery.drainCircuit', 'circuit:heater').verdict).toBe('pass');
    expect(found([whole, pulled('heater', 0.45, 0.27)])).toEqual(['drain.parked@bank repair']);
  });
  it('takes any name for a circuit, but not none', () => {
    expect(parseVisit(visitWith([pulled('radio 2', 0.4, 0.1)])).ok).toBe(true);
    expect(parseVisit(visitWith([pulled(' ', 0.4, 0.1)]))).toMatchObject({
      problems: [{ path: 'readings[0].point', message: expect.stringContaining('circuit:NAME') as string }],
    });
  });
  it('tells the days until half the charge is gone', () => {
    const unit = unit12({
      bank: {
        arrangement: '1S2P',
        batteries: ['A', 'B'].map((position) => battery(position, { capacityAh: 100, set: 1 })),
      },
    });
    expect(daysToHalfCharge(unit, 0.5)).toBeCloseTo(100 / 0.5 / 24, 9);
    expect(daysToHalfCharge(unit12(), 0.5)).toBeNull();
  });
});

describe('along a run', () => {
  const unit = unit12({ runs: { starterPositive: ['isolator.in', 'isolator.out'] } });
  const read = (point: string, volts: number, more: Record<string, unknown> = {}): Written => ({
    step: 'run.volts',
    point: `starterPositive:${point}`,
    volts,
    during: 'pile',
    amps: 500,
    ...more,
  });
  it('one stretch with most of the excess fails, the others pass', () => {
    const readings = [read('isolator.in', 0.08), read('isolator.out', 0.4), read('starter.B+', 0.46)];
    expect(found(readings, { unit })).toEqual(['cable.segment@starterPositive:isolator.in-isolator.out repair']);
    expect(at(readings, 'run.volts', 'starterPositive:starter.B+', { unit }).verdict).toBe('pass');
  });
  it('no stretch with half of it leaves all bad ones to be watched', () => {
    const readings = [read('isolator.in', 0.2), read('isolator.out', 0.4), read('starter.B+', 0.6)];
    expect(found(readings, { unit })).toEqual(
      ['bank+-isolator.in', 'isolator.in-isolator.out', 'isolator.out-starter.B+'].map(
        (stretch) => `cable.segment@starterPositive:${stretch} watch`,
      ),
    );
  });
  it.each([{ amps: 440 }, { during: 'crank' }])('decides nothing under another current: %o', (more) =>
    expect(
      at([read('isolator.in', 0.08), read('isolator.out', 0.4, more)], 'run.volts', 'starterPositive:isolator.out', {
        unit,
      }).verdict,
    ).toBe('inconclusive'),
  );
  it.each([
    ['starterPositive:isolator.in', 'positive starter run, isolator.in'],
    ['starterPositive:bank+-isolator.in', 'positive starter run, bank + to isolator.in'],
    ['starterNegative:starter.ground-bank-', 'ground run of the starter, starter ground to bank −'],
    [
      'chargeNegative.ALT2:bank--alternator.ground',
      'ground run of the alternator of ALT2, bank − to alternator ground',
    ],
  ])('%s is called %s', (point, name) => expect(pointName(point)).toBe(name));
  it('puts one probe at its start, the other at the point', () =>
    expect(leadsFor(unit, 'run.volts', 'starterPositive:starter.B+')).toMatchObject({
      red: { at: 'A+' },
      black: { at: 'starter.B+' },
    }));
  it('knows only the points of its unit', () =>
    expect(parseVisit(visitWith([read('bulkhead', 0.1)], { unit })).ok).toBe(false));
});

describe('a sentence that compares', () => {
  it.each([
    [0.2004, '0.2004 V, over 0.20 V'],
    [0.25, '0.25 V, over 0.20 V'],
  ])('%d V with its limit is true as written', (volts, words) => {
    const judgement = judge(visitWith([{ step: 'start.joint', point: 'starter.B+', volts }]));
    expect(stepAt(judgement, 'start.joint', 'starter.B+').because).toContain(words);
    expect(judgement.findings[0]?.because).toContain(words);
  });
  const share = (measured: number): Written => {
    return { step: 'battery.conductance', point: 'A', measured, standard: 'SAE', setTo: 'flooded' };
  };
  const atRest: Written = { step: 'battery.openCircuit', point: 'A', volts: 12.397, surfaceChargeStripped: true };
  it.each<[Written, string]>([
    [share(735.5), '79.9 % of the rating is under 80 %'],
    [share(643.5), '69.9 % of the rating is under 70 %'],
    [{ step: 'battery.milliohm', point: 'A', milliohms: 7.004 }, '7.004 mΩ is over 7.00 mΩ'],
    [{ step: 'charge.volts', point: 'bank', volts: 15.004, rpm: 1500 }, '15.004 V running is over 15.00 V'],
    // What is told of the trouble goes on where the verdict ends.
    [atRest, '12.397 V is under the 12.40 V needed before a load test. Charge'],
  ])('tells %o apart from its limit, in the finding as well', (reading, words) => {
    const judgement = judge(visitWith([reading]));
    expect(judgement.findings.map(({ because }) => because).join(' ')).toContain(words);
    expect(stepAt(judgement, reading.step, reading.point).because).toContain(words.replace(/ Charge$/, ''));
  });
  it('tells the volts of an alternator apart that carries the verdict of its bank', () => {
    const running = (point: string, volts: number): Written => ({ step: 'charge.volts', point, volts, rpm: 1500 });
    const { because } = at([running('bank', 13.9), running('ALT1', 13.796)], 'charge.volts', 'ALT1');
    expect(because).toMatch(/^13\.796 V at ALT1 is under 13\.80 V\. At the bank: 13\.90 V/);
  });
  it('writes a limit that falls between its digits with as many as the reading', () => {
    const readings = [rested('A', 12.597), loaded('A', 9.147, { batteryC: 0.3 })];
    const { because } = stepAt(judge(visitWith(readings)), 'battery.load', 'A');
    expect(because).toContain('9.147 V is under the 9.151 V limit');
    expect(because).toContain('It rested at 12.597 V, under 12.60 V');
  });
  it('tells amperes apart as well', () => {
    const drawn: Written = {
      step: 'charge.recharge',
      point: 'bank',
      amps: 20.04,
      minutes: 11,
      loads: 'off',
      volts: 14,
    };
    expect(at([...rest, drawn], 'charge.recharge', 'bank').because).toContain(
      '20.04 A after 11 min at idle is over 20 A',
    );
  });
});

describe('links', () => {
  const link = (volts: number, more: Record<string, unknown> = {}): Written => ({
    step: 'start.link',
    point: 'A-B',
    volts,
    during: 'crank',
    ...more,
  });
  it.each([
    [0.2, {}, 'pass'],
    [0.21, {}, 'fail'],
    [0.1, { during: 'pile', amps: 250 }, 'pass'],
    [0.11, { during: 'pile', amps: 250 }, 'fail'],
    [0.1, { during: 'pile' }, 'inconclusive'],
    [0.1, { during: 'pile', amps: 240 }, 'inconclusive'],
    [13, {}, 'inconclusive'],
  ])('%d V %o is %s', (volts, more, verdict) =>
    expect(at([link(volts, more)], 'start.link', 'A-B', { unit: unit24() }).verdict).toBe(verdict),
  );
});

describe('a tester that answers in words', () => {
  const says = (result: string, clamps = 'posts'): Written => ({ step: 'battery.tester', point: 'A', result, clamps });
  it.each([
    [[says('good')], 'pile', []],
    [[says('charge-retest')], 'pile', ['battery.low-charge@A recharge', 'battery.watch@A watch']],
    [[says('replace', 'clamps')], 'conductance', []],
    [[says('replace')], 'conductance', ['battery.watch@A watch']],
    [[says('replace', 'clamps'), says('replace')], 'conductance', ['battery.watch@A watch']],
    [[says('replace'), says('replace')], 'pile', ['battery.watch@A watch']],
    [[says('replace'), says('bad-cell')], 'conductance', ['battery.dead-cell@A replace']],
  ] as const)('%j in method %s', (readings, profile, findings) =>
    expect(found(readings, { method: { profile } })).toEqual(findings),
  );
});

describe('a bank that does not charge where it should', () => {
  const idle = (volts: number, rpm: number, loads: string): Written => ({
    step: 'charge.idle',
    point: 'bank',
    volts,
    rpm,
    loads,
  });
  const running: Written = { step: 'charge.volts', point: 'bank', volts: 14.2, rpm: 1500 };
  it.each([
    [[idle(12, 700, 'on')], 'pass'],
    [[idle(11.99, 700, 'on')], 'marginal'],
    [[...rest, idle(12.81, 700, 'off')], 'pass'],
    [[...rest, running, idle(12.8, 700, 'off')], 'marginal'],
    [[...rest, idle(12.8, 700, 'off')], 'inconclusive'],
    [[idle(12.8, 700, 'off')], 'inconclusive'],
  ] as const)('at idle %#', (readings, verdict) => expect(at(readings, 'charge.idle', 'bank').verdict).toBe(verdict));

  const standing = (volts: number): Written => ({ step: 'charge.standing', point: 'ALT1', volts });
  it.each([
    [12.5, 'pass', []],
    [12.49, 'fail', ['cable.charge-positive@positive recheck']],
    [0.4, 'fail', ['cable.charge-positive@positive repair']],
    [-12, 'inconclusive', []],
  ] as const)('standing at %d V is %s', (volts, verdict, findings) => {
    expect(at([...rest, standing(volts)], 'charge.standing', 'ALT1').verdict).toBe(verdict);
    expect(found([...rest, standing(volts)])).toEqual(findings);
  });

  const external = unit12({
    alternators: [{ id: 'ALT1', ratedAmps: 160, ground: 'case', remoteSense: false, regulator: 'external' }],
  });
  const internal = unit12({
    alternators: [{ id: 'ALT1', ratedAmps: 160, ground: 'case', remoteSense: false, regulator: 'internal' }],
  });
  const bypass = (
    step: 'charge.fullField' | 'charge.regulator',
    point: string,
    voltsAfter: number,
    rpm = 1500,
  ): Written => ({
    step,
    point,
    voltsBefore: 12.6,
    voltsAfter,
    rpm,
  });
  it.each([
    [13.1, 1500, external, 'pass'],
    [13.09, 1500, external, 'fail'],
    [13.09, 1100, external, 'inconclusive'],
    [13.1, 1100, external, 'pass'],
    [13.1, 2100, external, 'inconclusive'],
    [13.09, 2100, external, 'fail'],
    [13.1, 1500, internal, 'inconclusive'],
  ] as const)('full field to %d V at %d rpm', (volts, rpm, unit, verdict) =>
    expect(at([bypass('charge.fullField', 'ALT1', volts, rpm)], 'charge.fullField', 'ALT1', { unit }).verdict).toBe(
      verdict,
    ),
  );
  it('bypassed, tells regulator from field wire', () => {
    const code = (volts: number) => found([bypass('charge.regulator', 'regulator', volts)], { unit: external });
    expect(code(14)).toEqual(['charge.regulator@regulator replace']);
    expect(code(12.7)).toEqual(['charge.field@regulator repair']);
  });
  it('shows dim head lamps as a doubt until the running volts settle it', () => {
    const lamps: Written = { step: 'look.headlamps', point: 'dash', running: 'same' };
    expect(found([lamps])).toEqual(['charge.no-sign@dash recheck']);
    expect(found([...rest, lamps, running])).toEqual([]);
  });
});

describe('running volts', () => {
  const read = (point: string, volts: number): Written => ({ step: 'charge.volts', point, volts, rpm: 1500 });
  it('an alternator well under its bank is a reading taken elsewhere, and counts as unread for the bank', () => {
    const readings = [...rest, read('bank', 13.6), read('ALT1', 13.3)];
    expect(at(readings, 'charge.volts', 'ALT1').verdict).toBe('inconclusive');
    expect(at(readings, 'charge.volts', 'bank')).toMatchObject({
      verdict: 'inconclusive',
      redo: 'Read at ALT1, B+ to its ground.',
    });
    expect(found(readings)).toEqual([]);
  });
  it.each([
    ['agm', 14.8, 21, 'pass'],
    ['agm', 14.81, 21, 'marginal'],
    ['gel', 14.61, 21, 'marginal'],
    ['agm', 14.94, 15, 'pass'],
    ['agm', 14.96, 15, 'marginal'],
    ['flooded', 14.96, 15, 'pass'],
  ] as const)('%s at %d V and %d °C: %s', (chemistry, volts, batteryC, verdict) => {
    const unit = unit12({
      bank: { arrangement: '1S1P', batteries: [battery('A', { chemistry, string: 1, set: 1 })] },
    });
    const readings = [rested('A', 12.9, { batteryC }), read('bank', volts)];
    const judged = at(readings, 'charge.volts', 'bank', { unit });
    expect(judged.verdict).toBe(verdict);
    if (verdict === 'marginal') expect(judged.limit?.value).toBe(15.2);
  });
});

describe('what comes and goes', () => {
  const joint = (volts: number, minutes: number, more: Record<string, unknown> = {}): Written => ({
    step: 'start.joint',
    point: 'starter.B+',
    volts,
    at: minute(minutes),
    ...more,
  });
  const failed = joint(0.3, 1);
  const told = (readings: Written[], repairs?: Repair[]) =>
    found(readings, repairs === undefined ? {} : { repairs }).filter((finding) => finding.startsWith('intermittent'));
  it('is told until a repair or three steady passes over ten minutes settle it', () => {
    expect(told([failed, joint(0.05, 3)])).toEqual(['intermittent@starter.B+ recheck']);
    expect(told([failed, joint(0.05, 3), joint(0.05, 8), joint(0.05, 13)])).toEqual(['intermittent@starter.B+ watch']);
    expect(told([failed, joint(0.05, 3), joint(0.05, 8), joint(0.05, 12)])).toEqual([
      'intermittent@starter.B+ recheck',
    ]);
    expect(told([failed, joint(0.05, 3), joint(0.05, 8, { unsteady: true }), joint(0.05, 13)])).toEqual([
      'intermittent@starter.B+ recheck',
    ]);
    const repair: Repair = { id: 'p1', at: minute(2), point: 'starter.B+', action: 'Tighten it', kind: 'tighten' };
    expect(told([failed, joint(0.05, 3)], [repair])).toEqual([]);
    // Of what was done in the same second nobody knows which came first; what was done before it mended nothing.
    expect(told([failed, joint(0.05, 3)], [{ ...repair, at: minute(1) }])).toEqual([]);
    expect(told([failed, joint(0.05, 3)], [{ ...repair, at: minute(0) }])).toHaveLength(1);
  });
  it('is none where the first was taken wrongly: that is judged nowhere', () => {
    const readings = [{ ...failed, id: 'wrong' }, joint(0.05, 3, { corrects: 'wrong' })];
    const judgement = judge(visitWith(readings));
    expect(findingsOf(judgement)).toEqual([]);
    expect(stepAt(judgement, 'start.joint', 'starter.B+').earlier).toEqual([]);
    expect(parseVisit(visitWith([joint(0.05, 3, { corrects: 'nothing' })]))).toMatchObject({
      problems: [{ path: 'readings[0].corrects' }],
    });
  });
  it('stands when a retake decides nothing', () => {
    const low = rested('A', 12.3);
    const unsure: Written = { step: 'battery.openCircuit', point: 'A', volts: 12.6 };
    expect(found([low, unsure])).toEqual(['battery.low-charge@A recharge']);
  });
});

describe('why a battery died', () => {
  const young = unit12({
    bank: {
      arrangement: '1S2P',
      batteries: ['A', 'B'].map((position) => battery(position, { set: 1, fitted: '2025-01-10' })),
    },
  });
  const owed = (repairs: Repair[] = [], fitted = '2025-01-10') =>
    found([rested('A', 12.1)], {
      unit: {
        ...young,
        bank: { ...young.bank, batteries: young.bank.batteries.map((own) => ({ ...own, fitted })) },
      },
      repairs,
    }).filter((finding) => finding.startsWith('cause.owed'));
  const repair = (closes: string[]): Repair => ({ id: 'p1', at: minute(9), point: 'A', action: 'said why', closes });
  it('is owed while it is under two years old, also once it was charged, until settled or a reason is given', () => {
    expect(owed()).toEqual(['cause.owed@A recheck']);
    expect(owed([], '2024-11-19')).toEqual([]);
    expect(owed([{ id: 'p1', at: minute(3), point: 'A', action: 'Recharge', kind: 'recharge' }])).toEqual([
      'cause.owed@A recheck',
    ]);
    expect(owed([repair(['cause.owed@A'])])).toEqual([]);
    expect(owed([repair(['drain.parked@circuit:beacons'])])).toEqual([]);
  });
});

describe('a battery that is not safe', () => {
  it.each([
    ['frozen', ['battery.frozen@B replace']],
    ['cracked', ['battery.case@B replace']],
  ])('%s stops pile, starter and engine until it was made safe', (condition, findings) => {
    const readings = soundVisit().map((reading) =>
      reading.step === 'look.case' && reading.point === 'B' ? { ...reading, condition } : reading,
    );
    const judgement = judge(visitWith(readings.filter(({ step }) => !/^(start|charge)/.test(step))));
    expect(findingsOf(judgement)).toEqual(findings);
    expect(judgement.next).toMatchObject({ step: 'look.case', point: 'B' });
  });
  it('not seen is neither judged nor asked for again, and excuses nothing', () => {
    const unseen: Written = { step: 'look.case', point: 'A', condition: 'unseen', why: 'boxed in' };
    const judgement = judge(visitWith([unseen]));
    expect(judgement.steps).toEqual([]);
    expect(judgement.missing).not.toContainEqual({ step: 'look.case', point: 'A' });
  });
});

describe('a quick look', () => {
  const quick = (readings: Written[]) => {
    const visit = visitWith(readings);
    return judge({ ...visit, visit: { ...visit.visit, reason: 'quick' } });
  };
  const few: Written[] = [
    { step: 'look.belt', point: 'drive', condition: 'sound' },
    ...rest,
    { step: 'start.crankVolts', point: 'bank', volts: 10.4 },
    { step: 'charge.volts', point: 'bank', volts: 14.1, rpm: 1500 },
    { step: 'charge.idle', point: 'bank', volts: 13, rpm: 700, loads: 'on' },
  ];
  it('with nothing found shows no sign, and never says ready', () => {
    expect(quick(few)).toMatchObject({ disposition: 'no-sign', missing: [], next: null });
    expect(quick(few.slice(0, -1))).toMatchObject({ disposition: 'unfinished', next: { step: 'charge.idle' } });
    const worn: Written = { step: 'look.belt', point: 'drive', condition: 'worn' };
    expect(quick([worn, ...few.slice(1)]).disposition).toBe('ready-watch');
  });
});

describe('symptoms', () => {
  it('set what is read first, and say why; every place is one of the unit', () => {
    const places = symptomPlaces(unit12(), ['flat-after-standing', 'squeal', 'lamp-lit']);
    expect(places[0]).toMatchObject({ step: 'battery.caseLeak', point: 'A' });
    expect(places.map(({ step, point }) => `${step}@${point}`)).toContain('battery.drain@bank');
    expect(new Set(places.map(({ step, point }) => `${step}@${point}`)).size).toBe(places.length);
    for (const { because } of places) expect(because).toMatch(/^".+": .+\.$/);
  });
});
