import type { Session } from '@vaktman/contract';
import { describe, expect, it } from 'vitest';
import { loadSession, sessionSlice, sessionTold, sessionToKeep, signedOut, wentOn, wentOut } from './sessionSlice';

const { reducer } = sessionSlice;
const device = { deviceId: 'd-1', name: 'Bay 2 tablet', shared: true, enrolledBy: 'M. Holt', enrolledAt: '' };
const dahl = { personId: 'i-dahl', name: 'I. Dahl', role: 'technician' } as const;
const hask = { personId: 'r-hask', name: 'R. Hask', role: 'trainee' } as const;
const told = (person: Session['person'], more: Partial<Session> = {}): Session => ({
  hasFleet: true,
  person,
  hasPin: true,
  device,
  endsAt: null,
  colleagues: [],
  demo: [],
  ...more,
});
const start = reducer(undefined, sessionTold(told(dahl), true, 1));

describe('who is signed in at a device', () => {
  it('is whom the server names', () => {
    expect(start).toMatchObject({ person: dahl, way: 'session', device: { deviceId: 'd-1' }, toldMs: 1 });
    expect(reducer(start, sessionTold(told(null), false, 2)).person).toBeNull();
    expect(reducer(start, signedOut()).person).toBeNull();
  });
  it('is whom the device let in by PIN, though the server still has another, until that was told', () => {
    const alone = reducer(start, wentOn(hask));
    expect(alone).toMatchObject({ person: hask, way: 'pin-offline' });
    const behind = reducer(alone, sessionTold(told(dahl), false, 9));
    // Nor does it count as heard from the server: two weeks are two weeks.
    expect(behind).toMatchObject({ person: hask, way: 'pin-offline', toldMs: 1 });
    expect(reducer(behind, signedOut())).toMatchObject({ person: hask, isSwitching: true });
    expect(reducer(behind, sessionTold(told(hask), true, 10))).toMatchObject({ person: hask, way: 'session' });
    expect(reducer(behind, sessionTold(told(hask), false, 10))).toMatchObject({ way: 'session', toldMs: 10 });
  });
  it('is nobody once somebody left, though the server still has them, until that was told', () => {
    const left = reducer(start, wentOut());
    expect(left).toMatchObject({ person: null, way: 'out-offline' });
    expect(reducer(left, sessionTold(told(dahl), false))).toMatchObject({ person: null, way: 'out-offline' });
    expect(reducer(left, sessionTold(told(null), false))).toMatchObject({ person: null, way: 'session' });
    expect(reducer(left, sessionTold(told(dahl), true))).toMatchObject({ person: dahl, way: 'session' });
  });
  it('is not taken from what was asked for before they came in or left', () => {
    const asOf = start.changes;
    const next = reducer(start, sessionTold(told(hask), true, 2));
    expect(reducer(next, sessionTold(told(dahl), false, 3, asOf))).toEqual(next);
    expect(reducer(next, sessionTold(told(dahl), false, 3, next.changes))).toMatchObject({ person: dahl });
  });
  it('is nobody on a device that was ended, whoever the device let in', () => {
    const alone = reducer(start, wentOn(hask));
    expect(reducer(alone, sessionTold(told(null, { device: null }), false))).toMatchObject({
      person: null,
      way: 'session',
      device: null,
    });
  });
  it('is there after a reload, also without the server, for two weeks', () => {
    const kept = JSON.stringify(sessionToKeep(reducer(start, wentOn(hask))));
    const storage = { getItem: () => kept, setItem: () => undefined };
    expect(loadSession(storage, 14 * 86_400_000)).toMatchObject({ person: hask, way: 'pin-offline' });
    expect(loadSession(storage, 14 * 86_400_000 + 1).person).toBeNull();
  });
});
