import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/machineFixture';
import {
  actionsFor,
  coldAnswer,
  degreesShort,
  dueOn,
  nightAdvice,
  openActions,
  proposedDue,
  watchMark,
} from '../index';

describe('what the cold will do to a unit', () => {
  it.each([
    [[-25, -20, -15], -10, 'will'],
    [[-25, -20, -15], -15, 'will'],
    [[-25, -20, -15], -18, 'may-not'],
    [[-25, -20, -15], -20, 'may-not'],
    [[-25, -20, -15], -20.5, 'will-not'],
    [null, -10, 'unsaid'],
    [[-25, -20, -15], null, 'unsaid'],
  ] as const)('with a coldest start of %j on a night of %d °C: %s', (cold, night, answer) =>
    expect(coldAnswer(cold, night)).toBe(answer),
  );
  it('is never better on a colder night', () => {
    const rank = ['will-not', 'may-not', 'will'];
    fc.assert(
      fc.property(
        fc.tuple(fc.integer({ min: -50, max: 0 }), fc.nat(9), fc.nat(9)),
        fc.integer({ min: -40, max: 5 }),
        fc.nat(20),
        ([p50, colder, warmer], night, drop) => {
          const band = [p50 - colder, p50, p50 + warmer] as const;
          const at = (celsius: number) => rank.indexOf(coldAnswer(band, celsius));
          expect(at(night - drop)).toBeLessThanOrEqual(at(night));
          expect(degreesShort(band, night - drop)).toBeGreaterThanOrEqual(degreesShort(band, night));
        },
      ),
    );
  });
  it('is met by heat first where it is far out of reach, and asks for nothing where it is not', () => {
    expect(nightAdvice(0)).toEqual([]);
    expect(nightAdvice(2)[0]).toBe('plug its heater in');
    expect(nightAdvice(9)[0]).toBe('park it inside');
    for (const short of [0.4, 5, 20]) expect(nightAdvice(short)).toContain('keep a boost at hand');
  });
  it('marks a unit by the graver of its visit and the night', () => {
    expect(watchMark('ready', 'will')).toBe('passed');
    expect(watchMark('ready', 'may-not')).toBe('marginal');
    expect(watchMark('ready-watch', 'will-not')).toBe('failed');
    expect(watchMark('hold', 'will')).toBe('failed');
    expect(watchMark('unfinished', 'unsaid')).toBe('notyet');
    expect(watchMark(null, 'unsaid')).toBe('notyet');
  });
});

describe('the day a unit is due', () => {
  const read = (at: string, engineHours?: number, odometerKm?: number) => ({ at, engineHours, odometerKm });
  const pace = [read('2026-01-01T08:00:00Z', 1000, 50_000), read('2026-04-11T08:00:00Z', 1200, 60_000)];
  it('is the date signed off, or sooner by hours or distance at the pace so far', () => {
    expect(dueOn({ date: '2026-12-01' }, pace)).toEqual({ date: '2026-12-01', by: 'date' });
    // Two hours a day: 1300 h are reached fifty days on.
    expect(dueOn({ date: '2026-12-01', engineHours: 1300 }, pace)).toEqual({ date: '2026-05-31', by: 'hours' });
    expect(dueOn({ date: '2026-12-01', engineHours: 1300, odometerKm: 61_000 }, pace)).toEqual({
      date: '2026-04-21',
      by: 'distance',
    });
    expect(dueOn({ engineHours: 1100 }, pace)?.by).toBe('hours');
  });
  it('is the day itself where a meter stands at it, also one that stands still there', () => {
    expect(dueOn({ engineHours: 1200 }, pace)).toEqual({ date: '2026-04-11', by: 'hours' });
    const still = { ...pace[1]!, at: '2026-05-01T08:00:00Z' };
    expect(dueOn({ engineHours: 1200 }, [pace[1]!, still])).toEqual({ date: '2026-05-01', by: 'hours' });
  });
  it('is not guessed from two readings of one moment, nor from a meter that was changed for a new one', () => {
    const [first] = pace;
    expect(dueOn({ engineHours: 1300 }, [first!, { ...first!, engineHours: 1100 }])).toBeNull();
    expect(dueOn({ engineHours: 1300 }, [...pace, read('2026-06-01T08:00:00Z', 12)])).toBeNull();
  });
  it('is not guessed from a meter that was read once or stands still', () => {
    expect(dueOn({ engineHours: 1300 }, [pace[0]!])).toBeNull();
    expect(dueOn({ engineHours: 1300 }, [pace[0]!, { ...pace[0]!, at: '2026-06-01T08:00:00Z' }])).toBeNull();
    expect(dueOn({}, pace)).toBeNull();
  });
  it('is the next day for a unit on hold, whatever its meters say', () =>
    expect(proposedDue('hold', '2026-11-20', { engineHours: 5000, odometerKm: 90_000 })).toEqual({
      date: '2026-11-21',
    }));
});

describe('what is still to be done', () => {
  const unit = unitOf('1S4P', { cables: { starterPositive: { areaMm2: 95, lengthM: 2.4 } } });
  const open = (code: string, subject: string, severity: string, planned?: string) =>
    openActions(
      unit,
      [{ code, subject, severity }] as never,
      new Map(planned === undefined ? [] : [[`${code}@${subject}`, planned]]),
    );
  it('names a part only where something is to be replaced', () => {
    expect(open('battery.weak', 'B', 'replace')).toMatchObject([
      { action: 'Replace battery B', part: { name: 'Battery, 12 V 900 A SAE, flooded', count: 1 } },
    ]);
    expect(open('battery.low-charge', 'A', 'recharge')[0]?.part).toBeUndefined();
    expect(open('cable.starter-positive', 'positive', 'repair')[0]?.part).toBeUndefined();
    expect(open('battery.weak', 'B', 'recheck')[0]?.part).toBeUndefined();
    // A blown fuse is replaced, whatever else is found.
    expect(open('alternator.sense-fuse', 'ALT1', 'repair')[0]?.part).toEqual({
      name: 'Sense fuse, rating by its holder',
      count: 1,
    });
  });
  it('follows what somebody planned', () => {
    expect(open('battery.weak', 'B', 'replace', 'Replace the whole bank')).toMatchObject([
      { action: 'Replace the whole bank', part: { count: 4 } },
    ]);
    expect(open('cable.starter-positive', 'positive', 'repair', 'Replace the positive starter cable')).toMatchObject([
      { part: { name: 'Starter cable, positive, 95 mm², 2.4 m' } },
    ]);
  });
  it('leaves out what is only watched, unless somebody planned it', () => {
    expect(open('battery.watch', 'B', 'watch')).toEqual([]);
    expect(open('battery.watch', 'B', 'watch', 'Change battery B before the first cold night')).toMatchObject([
      { action: 'Change battery B before the first cold night', part: { count: 1 } },
    ]);
    expect(open('battery.watch', 'B', 'watch', 'Change the whole bank before the first cold night')).toMatchObject([
      { part: { count: 4 } },
    ]);
  });
  it('offers a change before the cold for a battery that is close to its limit, one or the bank', () =>
    expect(actionsFor({ code: 'battery.watch', subject: 'B' }).map(({ words }) => words)).toEqual([
      'Change battery B before the first cold night',
      'Change the whole bank before the first cold night',
      'Replace battery B',
      'Replace the whole bank',
    ]));
});
