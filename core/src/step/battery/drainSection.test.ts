import { describe, expect, it } from 'vitest';
import { minute, unit12, visitWith, type Written } from '../../../test/visitFixture';
import { drainSection, visitFacts } from '../../index';

const whole = (amps: number, at = 0): Written => ({
  step: 'battery.drain',
  point: 'bank',
  amps,
  minutesParked: 40,
  at: minute(at),
});
const pulled = (name: string, ampsBefore: number, ampsAfter: number, at: number): Written => ({
  step: 'battery.drainCircuit',
  point: `circuit:${name}`,
  ampsBefore,
  ampsAfter,
  at: minute(at),
});
const sectionOf = (...readings: Written[]) => drainSection(visitFacts(visitWith(readings, { unit: unit12({}) })));

describe('a parked drain, circuit by circuit', () => {
  it('is nothing before it was read', () =>
    expect(sectionOf()).toMatchObject({ wholeAmps: null, nowAmps: null, steps: [], within: false }));
  it('stands at what was read last, with what was pulled left out', () => {
    const section = sectionOf(whole(0.62), pulled('radio', 0.62, 0.6, 1), pulled('spreader', 0.6, 0.04, 2));
    expect(section).toMatchObject({ wholeAmps: 0.62, nowAmps: 0.04, within: true });
    expect(section.steps.map(({ name, takesAmps, guilty }) => [name, takesAmps, guilty])).toEqual([
      ['radio', 0.02, false],
      ['spreader', 0.56, true],
    ]);
  });
  it('tells which reading of a circuit may be put right: one since the whole was read, with all plugged', () => {
    const { steps } = sectionOf(pulled('radio', 0.62, 0.6, 0), whole(0.62, 1), pulled('spreader', 0.62, 0.04, 2));
    expect(steps.map(({ name, stands }) => [name, stands])).toEqual([
      ['radio', false],
      ['spreader', true],
    ]);
    expect(steps[1]?.reading).toMatch(/./);
  });
  it('begins anew when the whole is read again after a repair', () =>
    expect(sectionOf(whole(0.62), pulled('spreader', 0.62, 0.04, 2), whole(0.03, 9)).nowAmps).toBe(0.03));
  it('reads a clamp the wrong way round as what it is', () => expect(sectionOf(whole(-0.62)).wholeAmps).toBe(0.62));
  it('finds nobody guilty while the whole is within what is allowed', () =>
    expect(sectionOf(whole(0.04), pulled('radio', 0.04, 0, 1)).steps[0]?.guilty).toBe(false));
  it('lasts longer the less is drawn', () => {
    const section = sectionOf(whole(0.62), pulled('spreader', 0.62, 0.1, 1));
    if (section.daysNow !== null && section.daysAsItCame !== null)
      expect(section.daysNow / section.daysAsItCame).toBeCloseTo(6.2, 6);
  });
});
