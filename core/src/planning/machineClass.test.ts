import { describe, expect, it } from 'vitest';
import { classRules, machineClassesSchema, type MachineClass } from './machineClass';
import { proposedDue, USUAL_INTERVALS } from './nextDue';

const every: MachineClass = {
  name: '',
  intervals: { ready: { days: 120, hours: 0, km: 0 }, hold: { days: 2, hours: 0, km: 0 } },
  limits: { drainAmps: 0.08 },
};
const plough: MachineClass = {
  name: 'Plough truck',
  intervals: { ready: { days: 60, hours: 150, km: 5000 } },
  limits: { drainAmps: 0.05 },
};

describe('rules by class of machine', () => {
  it('are those of the class over those for every machine', () => {
    expect(classRules([every, plough], 'plough TRUCK ')).toEqual({
      intervals: { ready: plough.intervals.ready, hold: every.intervals.hold },
      limits: { drainAmps: 0.05 },
    });
  });
  it('are those for every machine where a unit has no class, or one that has no rules', () => {
    for (const name of ['', ' ', 'Grader'])
      expect(classRules([every, plough], name)).toEqual({ intervals: every.intervals, limits: every.limits });
  });
  it('are none where the shop has set none', () => {
    expect(classRules([], 'Grader')).toEqual({ intervals: {}, limits: {} });
  });
  it('are kept once a class, whatever its letters; every machine is a class like the others', () => {
    const told = (...names: string[]): string[] =>
      machineClassesSchema
        .safeParse(names.map((name) => ({ ...plough, name })))
        .error?.issues.map(({ message }) => message) ?? [];
    expect(told('Grader', '', 'Plough truck')).toEqual([]);
    expect(told('Grader', 'GRADER')).toEqual(['GRADER is there twice; expected each class once']);
    expect(told('', '')).toEqual(['every machine is there twice; expected each class once']);
  });
  it('decide when a unit is due again, each disposition by itself', () => {
    const { intervals } = classRules([plough], 'Plough truck');
    expect(proposedDue('ready', '2026-11-20', { engineHours: 8000, odometerKm: 100_000 }, intervals)).toEqual({
      date: '2027-01-19',
      engineHours: 8150,
      odometerKm: 105_000,
    });
    expect(proposedDue('no-sign', '2026-11-20', {}, intervals).date).toBe(
      proposedDue('no-sign', '2026-11-20', {}).date,
    );
    expect(USUAL_INTERVALS.hold.days).toBe(1);
  });
});

describe('what a class may hold', () => {
  it.each([
    [{ name: 'x'.repeat(61) }, '0.name', 'expected at most 60 letters'],
    [
      { name: 'A', intervals: { ready: { days: 1.5, hours: 0, km: 0 } } },
      '0.intervals.ready.days',
      'expected a whole number of days',
    ],
    [
      { name: 'A', intervals: { ready: { days: 4000, hours: 0, km: 0 } } },
      '0.intervals.ready.days',
      'expected 0 to 3650 days',
    ],
    [{ name: 'A', limits: { drainAmps: -1 } }, '0.limits.drainAmps', 'expected a number in A, not negative'],
  ])('says what is wrong with %j', (machineClass, path, message) => {
    const parsed = machineClassesSchema.safeParse([machineClass]);
    expect(parsed.error?.issues.map((issue) => [issue.path.join('.'), issue.message])).toEqual([[path, message]]);
  });
  it('refuses names and limits it does not know', () => {
    expect(machineClassesSchema.safeParse([{ name: 'A', limits: { speed: 3 } }]).success).toBe(false);
    expect(machineClassesSchema.safeParse([{ name: 'A' }, { name: 'a' }]).success).toBe(false);
  });
});
