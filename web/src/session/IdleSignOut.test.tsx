import type { Session } from '@vaktman/contract';
import { act } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sessionOf, show } from '../../test/show';
import { clockStarted } from '../clock/clockSlice';
import { createStore } from '../store';
import { conditionsChanged } from '../visit/conditionsSlice';
import { IdleSignOut } from './IdleSignOut';
import { sessionTold } from './sessionSlice';

const MINUTE_MS = 60_000;
const SHARED: Session['device'] = {
  deviceId: 'd-1',
  name: 'Bay 2 tablet',
  shared: true,
  enrolledBy: 'M. Holt',
  enrolledAt: '2026-11-03T08:00:00Z',
};

/** Somebody works at a device that no server answers. */
const working = (device: Session['device']) => {
  const store = createStore();
  const shown = show(<IdleSignOut />, { store });
  act(() => void store.dispatch(sessionTold({ ...sessionOf('technician'), device }, true)));
  /** Whether somebody is still signed in, so many minutes later. */
  const after = async (minutes: number): Promise<boolean> => {
    await act(() => vi.advanceTimersByTimeAsync(minutes * MINUTE_MS));
    await act(async () => vi.waitFor(() => undefined));
    return store.getState().session.person !== null;
  };
  return { ...shown, store, after };
};

describe('a shared device nobody touches', () => {
  beforeEach(() => void vi.useFakeTimers({ now: Date.parse('2026-11-24T09:00:00Z') }));
  afterEach(() => {
    vi.useRealTimers();
  });
  it('signs out whoever works at it after ten minutes, also without network', async () => {
    const { after } = working(SHARED);
    expect(await after(9.8)).toBe(true);
    expect(await after(0.4)).toBe(false);
  });
  it('begins the ten minutes anew at every touch', async () => {
    const { after } = working(SHARED);
    for (let touch = 0; touch < 4; touch++) {
      expect(await after(8)).toBe(true);
      window.dispatchEvent(new Event('pointerdown'));
    }
    expect(await after(10.2)).toBe(false);
  });
  it('signs nobody out of a device of their own', async () => {
    const { after } = working({ ...SHARED!, shared: false });
    expect(await after(120)).toBe(true);
  });
  it('waits while a load is on, and ten minutes after it came off', async () => {
    const { store, after } = working(SHARED);
    const hold = { kind: 'load', unitId: 'P-07', position: 'A', startedMs: Date.now(), offMs: null } as const;
    act(() => void store.dispatch(conditionsChanged({ visitId: 'v', change: { hold } })));
    expect(await after(30)).toBe(true);
    act(() => void store.dispatch(conditionsChanged({ visitId: 'v', change: { hold: null } })));
    expect(await after(9.5)).toBe(true);
    expect(await after(1)).toBe(false);
  });
  it('waits while a clock runs', async () => {
    const { store, after } = working(SHARED);
    act(
      () =>
        void store.dispatch(
          clockStarted({ id: 'c', name: 'strip rest', path: '/', startedMs: Date.now(), seconds: 20 * 60 }),
        ),
    );
    expect(await after(20)).toBe(true);
    expect(await after(9.5)).toBe(true);
    expect(await after(1)).toBe(false);
  });
});
