import { describe, expect, it } from 'vitest';
import {
  conditionsAfter,
  conditionsChanged,
  conditionsSlice,
  conditionsToKeep,
  loadConditions,
  NO_CONDITIONS,
  type ConditionsState,
  type Hold,
} from './conditionsSlice';

const NOW = Date.parse('2026-11-24T09:00:00Z');
const hold = (offMs: number | null): Hold => ({ kind: 'load', unitId: 'P-07', position: 'A', startedMs: NOW, offMs });
const kept = (text: string | null) => ({ getItem: () => text, setItem: () => undefined });

describe('what is known of surface charge and temperature', () => {
  const known = {
    ...NO_CONDITIONS,
    surfaceCharge: { kind: 'stripped' as const, atMs: NOW },
    batteryC: { celsius: -4, atMs: NOW },
    chargesBefore: ['run-1'],
    warmedBefore: ['run-1', 'charge-1'],
  };
  it('holds while nothing has charged the bank since', () => expect(conditionsAfter(known, ['run-1'])).toEqual(known));
  it('is asked again once it was charged or the engine ran', () => {
    expect(conditionsAfter(known, ['run-1', 'charge-1'])).toMatchObject({
      surfaceCharge: null,
      batteryC: { celsius: -4 },
    });
    expect(conditionsAfter(known, ['run-2'])).toMatchObject({ surfaceCharge: null, batteryC: null });
  });
  it('is changed for one visit without touching another', () => {
    const before: ConditionsState = { one: known };
    const after = conditionsSlice.reducer(
      before,
      conditionsChanged({ visitId: 'two', change: { batteryC: { celsius: 3, atMs: NOW } } }),
    );
    expect(after['one']).toBe(before['one']);
    expect(after['two']).toEqual({ ...NO_CONDITIONS, batteryC: { celsius: 3, atMs: NOW } });
  });
});

describe('what a device keeps of its visits', () => {
  const many = (count: number): ConditionsState =>
    Object.fromEntries(Array.from({ length: count }, (_, index) => [`visit-${index}`, NO_CONDITIONS]));
  it('is the latest twenty', () => {
    const keptKeys = Object.keys(conditionsToKeep(many(30)));
    expect(keptKeys).toHaveLength(20);
    expect(keptKeys[0]).toBe('visit-10');
  });
  it('and any with a load under way, however old', () => {
    const state = {
      old: { ...NO_CONDITIONS, hold: hold(null) },
      over: { ...NO_CONDITIONS, hold: hold(NOW) },
      ...many(30),
    };
    expect(conditionsToKeep(state)).toHaveProperty('old');
    expect(conditionsToKeep(state)).not.toHaveProperty('over');
  });
  it('is read back whole, and a temperature of an older page too', () => {
    const text = JSON.stringify({ one: { ...NO_CONDITIONS, batteryC: -4, hold: hold(null) } });
    expect(loadConditions(kept(text))['one']).toEqual({
      ...NO_CONDITIONS,
      batteryC: { celsius: -4, atMs: 0 },
      hold: hold(null),
    });
  });
  it('loses only the part that is damaged', () => {
    const text = JSON.stringify({ one: { ...NO_CONDITIONS, surfaceCharge: 'gone', hold: hold(null) } });
    expect(loadConditions(kept(text))['one']).toEqual({ ...NO_CONDITIONS, hold: hold(null) });
  });
});
