import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/machineFixture';
import { readTrace, traceOfScenario, type Fault, type TraceAnswer } from '../index';

const read = (faults: Fault[] = [], arrangement: Parameters<typeof unitOf>[0] = '1S2P', ambientC = 10): TraceAnswer => {
  const unit = unitOf(arrangement);
  const text = traceOfScenario({
    format: 'vaktman-scenario',
    version: 1,
    unit,
    ambientC,
    stateOfChargePercent: 95,
    seed: 5,
    faults,
  });
  return readTrace([new TextEncoder().encode(text)], {
    systemVolts: unit.systemVolts,
    cylinders: unit.engine?.cylinders ?? 6,
  });
};

describe('a crank of the simulated machine, read as a trace', () => {
  const sound = read();
  it('rests, dips, turns, fires and charges', () => {
    const { figures, notes } = sound;
    expect(figures.restVolts).toBeCloseTo(12.75, 1);
    expect(figures.inrushLowVolts!).toBeLessThan(figures.plateauVolts!);
    expect(figures.crankRpm!).toBeGreaterThan(120);
    expect(figures.bounces).toBe(0);
    expect(figures.chargeVolts!).toBeGreaterThan(13.5);
    expect(figures.rippleHz!).toBeGreaterThan(1000);
    expect(notes.filter((note) => note.startsWith('firedAtS'))).toEqual([]);
  });
  it('at 24 V as well', () => expect(read([], '2S1P').figures.restVolts).toBeCloseTo(25.5, 0));
  it('shows a cylinder that presses less, and only that one', () => {
    const low = read([{ kind: 'engine.compression', at: '4' }]).cylinders.filter(({ percent }) => percent < 85);
    expect(low).toHaveLength(1);
    expect(sound.cylinders.filter(({ percent }) => percent < 85)).toEqual([]);
  });
  it('shows burnt contacts letting go', () =>
    expect(read([{ kind: 'starter.contacts', at: 'starter', milliohms: 2 }]).figures.bounces).toBe(3));
  it('shows the slow ripple of a lost diode', () =>
    expect(read([{ kind: 'alternator.diode-open', at: 'ALT1' }]).figures.rippleHz!).toBeLessThan(500));
  it('has no crank where the solenoid stays open', () => {
    const { figures, notes } = read([{ kind: 'starter.contacts', at: 'starter', open: true }]);
    expect(figures.closedAtS).toBeNull();
    expect(notes.join()).toContain('no closing contact');
  });
});
