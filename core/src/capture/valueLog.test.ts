import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  logFigures,
  worstLogged,
  logged,
  logJoints,
  logWords,
  minutesText,
  statesAt,
  wiggles,
  type LogMark,
  type ValueLog,
} from '../index';
import { unitOf } from '../../test/machineFixture';

const log = (samples: readonly (readonly [number, number])[], marks: readonly LogMark[] = []): ValueLog => ({
  startedMs: 0,
  under: 1500,
  samples,
  marks,
});
const wiggled = (atS: number, joint: string | null = 'alternator.B+'): LogMark => ({ atS, kind: 'wiggled', joint });
const state = (atS: number, name: 'loads-on' | 'loads-off' | 'warm' | 'fast-idle'): LogMark => ({
  atS,
  kind: 'state',
  state: name,
});

describe('states marked in a log', () => {
  const marked = log([], [state(10, 'loads-on'), state(20, 'warm'), state(30, 'loads-off')]);
  it.each([
    [5, []],
    [10, ['loads-on']],
    [25, ['loads-on', 'warm']],
    [40, ['warm', 'loads-off']],
  ] as const)('at %d s are those that were not undone', (atS, held) => expect(statesAt(marked, atS)).toEqual(held));
  it('count once however often they are marked', () =>
    expect(statesAt(log([], [state(1, 'warm'), state(2, 'warm')]), 3)).toEqual(['warm']));
});

describe('a wiggle', () => {
  it('moved the value when it went more than a tenth of a volt from where it stood', () => {
    const calm = [
      [0, 14.1],
      [10, 14.1],
    ] as const;
    const after = (volts: number) => wiggles(log([...calm, [21, volts]], [wiggled(20)]), 12)[0];
    expect(after(14.05)).toMatchObject({ volts: 14.05, moved: false });
    expect(after(13.9)).toMatchObject({ volts: 13.9, moved: true });
    expect(after(14.3)).toMatchObject({ volts: 14.3, moved: true });
  });
  it('asks twice as much of a 24 V system', () => {
    const read = log(
      [
        [0, 28.2],
        [21, 28.05],
      ],
      [wiggled(20)],
    );
    expect(wiggles(read, 12)[0]?.moved).toBe(true);
    expect(wiggles(read, 24)[0]?.moved).toBe(false);
  });
  it('keeps the value farthest out while it lasted, not what came after', () => {
    const [own] = wiggles(
      log(
        [
          [0, 14],
          [22, 13.2],
          [25, 12.9],
          [28, 13.8],
          [45, 11],
        ],
        [wiggled(20)],
      ),
      12,
    );
    expect(own?.volts).toBe(12.9);
  });
  it('says nothing where nothing was read meanwhile', () =>
    expect(wiggles(log([[0, 14]], [wiggled(20)]), 12)).toEqual([
      { joint: 'alternator.B+', atS: 20, volts: null, moved: false },
    ]));
  it('is not put down to a slow change that came before it', () => {
    const falling = Array.from({ length: 60 }, (_, index) => [index, 14.4 - index * 0.002] as const);
    expect(wiggles(log(falling, [wiggled(45)]), 12)[0]?.moved).toBe(false);
  });
});

describe('a log in figures', () => {
  it('has its lowest and highest with their moments and states', () => {
    const { lowest, highest, now } = logFigures(
      log(
        [
          [1, 14.2],
          [30, 13.1],
          [60, 14],
        ],
        [state(20, 'loads-on')],
      ),
      12,
    );
    expect(lowest).toEqual({ volts: 13.1, atS: 30, states: ['loads-on'] });
    expect(highest).toEqual({ volts: 14.2, atS: 1, states: [] });
    expect(now).toBe(14);
  });
  it('of nothing is empty, and has no words', () => {
    expect(logFigures(log([]), 12)).toMatchObject({ now: null, lowest: null, highest: null, movedBy: [] });
    expect(logWords(log([]), 12, 30)).toBe('');
  });
  it('names each joint that moved it once', () => {
    const marks = [wiggled(20), wiggled(40), wiggled(60, 'bank+')];
    const read = log(
      [
        [0, 14],
        [21, 13],
        [35, 14],
        [41, 13],
        [55, 14],
        [61, 14],
      ],
      marks,
    );
    expect(logFigures(read, 12).movedBy).toEqual(['alternator.B+']);
    expect(logWords(read, 12, 90)).toBe(
      'Logged 1:30 min; lowest 13.00 V at 0:21; highest 14.00 V at 0:00; moved by alternator B+ stud',
    );
  });
  it('keeps lowest and highest within what was read, however long it grows', () => {
    fc.assert(
      fc.property(
        // Nought has no sign on a meter.
        fc.array(
          fc.double({ min: -40, max: 40, noNaN: true }).map((value) => value + 0),
          { minLength: 1, maxLength: 200 },
        ),
        (volts) => {
          const whole = volts.reduce((own, value, index) => logged(own, index, value), log([]));
          const { lowest, highest, now } = logFigures(whole, 12);
          expect(lowest?.volts).toBe(Math.min(...volts));
          expect(highest?.volts).toBe(Math.max(...volts));
          expect(now).toBe(volts.at(-1));
        },
      ),
    );
  });
  it('keeps what came for a tenth of a second and went again, and what was moved then, however long it grows', () => {
    const spikes = new Map([
      [101, 12.5],
      [302, 15.5],
      [603, 12.25],
    ]);
    const marks = [wiggled(30)];
    let own = log([], marks);
    for (let index = 0; index < 12_000; index++) own = logged(own, index / 10, spikes.get(index) ?? 14);
    expect(own.samples.length).toBeLessThan(5000);
    const { lowest, highest, movedBy } = logFigures(own, 12);
    expect([lowest?.volts, lowest?.atS, highest?.volts, highest?.atS]).toEqual([12.25, 60.3, 15.5, 30.2]);
    expect(movedBy).toEqual(['alternator.B+']);
  });
  it('has the worst of volts lost farthest from nothing: probes may be swapped', () => {
    const swapped = logFigures(
      log([
        [0, -0.1],
        [1, -0.7],
        [2, 0.2],
      ]),
      12,
    );
    expect([worstLogged(swapped, 'lost')?.volts, worstLogged(swapped, 'running')?.volts]).toEqual([-0.7, -0.7]);
    const running = logFigures(
      log([
        [0, 14.2],
        [1, 13.1],
      ]),
      12,
    );
    expect(worstLogged(running, 'running')?.volts).toBe(13.1);
    expect(worstLogged(logFigures(log([]), 12), 'lost')).toBeNull();
  });
  it('thins what is old and keeps what is new once it is long', () => {
    let own = log([]);
    for (let index = 0; index < 4100; index++) own = logged(own, index / 10, index);
    expect(own.samples.length).toBeLessThan(4000);
    expect(own.samples.slice(-1000).map(([, value]) => value)).toEqual(
      Array.from({ length: 1000 }, (_, index) => 3100 + index),
    );
  });
});

describe('minutes of a log', () => {
  it.each([
    [0, '0:00'],
    [59.9, '0:59'],
    [61, '1:01'],
    [600, '10:00'],
  ])('%d s are %s', (seconds, text) => expect(minutesText(seconds)).toBe(text));
});

describe('joints to move', () => {
  const unit = { ...unitOf('1S4P'), runs: { chargePositive: ['isolator.in', 'isolator.out'] } };
  it('for running volts are those of both charging runs, in order, each once', () =>
    expect(logJoints(unit, 'charge.volts', 'bank')).toEqual([
      'alternator.B+',
      'isolator.in',
      'isolator.out',
      'bank+',
      'bank-',
      'alternator.ground',
    ]));
  it('for one side are those of that side', () => {
    expect(logJoints(unit, 'charge.drop', 'positive')).not.toContain('alternator.ground');
    expect(logJoints(unit, 'charge.drop', 'negative')).toEqual(['bank-', 'alternator.ground']);
  });
  it('for one joint are that joint', () => expect(logJoints(unit, 'start.joint', 'A+')).toEqual(['A+']));
  it('of one of two alternators are its own', () => {
    const two = {
      ...unitOf('1S4P'),
      alternators: ['ALT1', 'ALT2'].map((id) => ({ id, ratedAmps: 160, ground: 'case' as const, remoteSense: false })),
      runs: { 'chargePositive.ALT1': ['fuse one'], 'chargePositive.ALT2': ['fuse two'] },
    };
    expect(logJoints(two, 'charge.drop', 'ALT2:positive')).toContain('fuse two');
    expect(logJoints(two, 'charge.drop', 'ALT2:positive')).not.toContain('fuse one');
  });
});
