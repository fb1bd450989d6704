import { EXERCISES, type ScenarioFile } from '@vaktman/core';
import { describe, expect, it } from 'vitest';
import { CLOCKS_KEY, clockStarted } from './clock/clockSlice';
import type { Kept } from './device/kept';
import { failureRead } from './frame/failureSlice';
import { SESSION_KEY, sessionTold } from './session/sessionSlice';
import { SETTINGS_KEY, themeToggled } from './settings/settingsSlice';
import { createStore, keepOnDevice } from './store';
import { practiceVisitSet } from './practice/practiceSlice';
import { traceColumnsChosen } from './trace/traceColumnsSlice';
import { CONDITIONS_KEY } from './visit/conditionsSlice';

const device = (first: Record<string, string> = {}) => {
  const kept = new Map(Object.entries(first));
  let full = false;
  const storage: Kept = {
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => {
      if (full) throw new DOMException('The quota has been exceeded.', 'QuotaExceededError');
      kept.set(key, value);
    },
  };
  return { kept, storage, fill: (isFull: boolean) => void (full = isFull) };
};
const opened = (storage: Kept) => {
  const store = createStore();
  void keepOnDevice(store, storage);
  return store;
};
const signedIn = (name: string, nowMs?: number) =>
  sessionTold(
    {
      hasFleet: true,
      person: { personId: 'p-1', name, role: 'technician' },
      hasPin: true,
      device: null,
      endsAt: null,
      colleagues: [],
      demo: [],
    },
    true,
    nowMs,
  );
const clock = { id: 'rest:A', name: 'P-07: battery A rests', path: '/visits/1', startedMs: Date.now(), seconds: 600 };

describe('what a device keeps between pages', () => {
  it('is there again after a reload', () => {
    const { storage } = device();
    const before = opened(storage);
    before.dispatch(themeToggled());
    before.dispatch(signedIn('I. Dahl'));
    before.dispatch(clockStarted(clock));
    const after = opened(storage).getState();
    expect(after.settings).toMatchObject({ theme: 'night' });
    expect(after.session.person?.name).toBe('I. Dahl');
    expect(after.clocks).toEqual([clock]);
  });
  it('has simulated machines and columns put right again, once what reads them has come', async () => {
    const { storage } = device();
    const before = opened(storage);
    const { unit } = EXERCISES[0]!;
    const scenario: ScenarioFile = {
      format: 'vaktman-scenario',
      version: 1,
      unit,
      ambientC: 0,
      stateOfChargePercent: 90,
      seed: 1,
      faults: [],
    };
    before.dispatch(practiceVisitSet({ visitId: 'v-1', scenario }));
    const choice = { time: null, volts: { column: 2, factor: 1 }, amps: null };
    before.dispatch(traceColumnsChosen({ headKey: 'head', choice }));
    const after = createStore();
    await keepOnDevice(after, storage);
    expect(after.getState().practice.visits['v-1']).toMatchObject({ seed: 1 });
    expect(after.getState().traceColumns).toEqual({ head: choice });
    after.dispatch(traceColumnsChosen({ headKey: 'head', choice: null }));
    expect(opened(storage).getState().traceColumns).toEqual({});
  });
  it.each([
    ['is no JSON', '{"theme": "nig'],
    ['has another shape', '[1, 2, 3]'],
    ['is null', 'null'],
  ])('counts as nothing where it %s, and the rest is kept', (_how, damaged) => {
    const { storage } = device({
      [SETTINGS_KEY]: damaged,
      [CONDITIONS_KEY]: damaged,
      [CLOCKS_KEY]: JSON.stringify([clock]),
    });
    const { settings, clocks } = opened(storage).getState();
    expect(settings).toMatchObject({ theme: 'day', sound: true });
    expect(clocks).toEqual([clock]);
  });
  it('keeps each setting that can be read when one cannot', () => {
    const { storage } = device({ [SETTINGS_KEY]: '{"theme": "violet", "batteryPrice": "210", "sound": false}' });
    expect(opened(storage).getState().settings).toMatchObject({
      theme: 'day',
      batteryPrice: '210',
      sound: false,
    });
  });
  it('lets go of clocks that ran out half a day ago', () => {
    const old = { ...clock, startedMs: Date.now() - 13 * 3_600_000 };
    const { storage } = device({ [CLOCKS_KEY]: JSON.stringify([old]) });
    expect(opened(storage).getState().clocks).toEqual([]);
  });
  it('is said once when the storage is full, and again when it is full anew', () => {
    const { storage, fill } = device();
    const store = opened(storage);
    fill(true);
    store.dispatch(themeToggled());
    expect(store.getState().failure).toMatchObject({
      what: 'remember',
      words: expect.stringContaining('quota') as string,
    });
    expect(store.getState().settings.theme).toBe('night');
    store.dispatch(failureRead());
    store.dispatch(themeToggled());
    expect(store.getState().failure).toBeNull();
    fill(false);
    store.dispatch(themeToggled());
    fill(true);
    store.dispatch(themeToggled());
    expect(store.getState().failure).toMatchObject({ what: 'remember' });
  });
  it('goes on where the browser refuses all storage', () => {
    const refused: Kept = {
      getItem: () => {
        throw new DOMException('The operation is insecure.', 'SecurityError');
      },
      setItem: () => {
        throw new DOMException('The operation is insecure.', 'SecurityError');
      },
    };
    const store = opened(refused);
    store.dispatch(signedIn('N. Berg'));
    expect(store.getState().session.person?.name).toBe('N. Berg');
  });
  it('lets somebody go on for two weeks without hearing from the server, and no longer', () => {
    const DAY = 86_400_000;
    const { storage } = device();
    opened(storage).dispatch(signedIn('I. Dahl', Date.now() - 13 * DAY));
    expect(opened(storage).getState().session.person?.name).toBe('I. Dahl');
    opened(storage).dispatch(signedIn('I. Dahl', Date.now() - 15 * DAY));
    expect(opened(storage).getState().session.person).toBeNull();
  });
  it('takes over who was signed in by another tab', () => {
    const { storage, kept } = device();
    const [store, other] = [opened(storage), device()];
    opened(other.storage).dispatch(signedIn('I. Dahl'));
    kept.set(SESSION_KEY, other.kept.get(SESSION_KEY) ?? '');
    window.dispatchEvent(new StorageEvent('storage', { key: SESSION_KEY }));
    expect(store.getState().session.person?.name).toBe('I. Dahl');
  });
  it('takes over what another tab of the device keeps', () => {
    const { storage, kept } = device();
    const store = opened(storage);
    kept.set(CLOCKS_KEY, JSON.stringify([clock]));
    window.dispatchEvent(new StorageEvent('storage', { key: CLOCKS_KEY }));
    expect(store.getState().clocks).toEqual([clock]);
  });
});
