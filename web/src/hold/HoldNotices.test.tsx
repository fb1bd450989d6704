import { act, renderHook, screen } from '@testing-library/react';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { clockStarted } from '../clock/clockSlice';
import { useClockNotices } from '../clock/useClockNotices';
import { createStore, type Store } from '../store';
import { conditionsChanged } from '../visit/conditionsSlice';
import { HoldNotices } from './HoldNotices';

const START = Date.parse('2026-11-27T09:00:00+01:00');
beforeEach(() => vi.useFakeTimers({ now: START, shouldAdvanceTime: true }));
afterEach(() => vi.useRealTimers());
const later = (seconds: number) => act(() => vi.advanceTimersByTimeAsync(seconds * 1000));

const loading = (store: Store, kind: 'load' | 'crank' = 'load'): void =>
  void store.dispatch(
    conditionsChanged({
      visitId: 'v1',
      change: {
        hold: {
          kind,
          unitId: 'P-07',
          position: kind === 'load' ? 'B' : 'start.crankVolts/starter',
          startedMs: START,
          offMs: null,
        },
      },
    }),
  );

describe('a load that is on', () => {
  it('is seen from another screen with its seconds, and leads back', async () => {
    const store = createStore();
    loading(store);
    show(<HoldNotices />, { store, at: '/units/G-03' });
    await later(4);
    const strip = screen.getByRole('timer', { name: 'P-07, battery B under load' });
    expect(strip.textContent).toMatch(/^11s to go/);
    expect(strip.getAttribute('href')).toBe('/visits/v1/battery.load/B');
  });
  it('is not told twice on its own screen', async () => {
    const store = createStore();
    loading(store);
    show(<HoldNotices />, { store, at: '/visits/v1/battery.load/B' });
    await later(4);
    expect(screen.queryByRole('timer')).toBeNull();
  });
  it('orders its end over everything else after fifteen seconds, and cools from then on', async () => {
    const store = createStore();
    loading(store);
    show(<HoldNotices />, { store, at: '/' });
    await later(16);
    vi.useRealTimers();
    const order = await screen.findByRole('alertdialog', {}, { timeout: 10_000 });
    expect(order.textContent).toContain('P-07, battery B under load');
    const off = screen.getAllByRole('button').at(-1)!;
    await act(async () => off.click());
    expect(store.getState().conditions['v1']?.hold?.offMs).not.toBeNull();
    expect(store.getState().clocks.map(({ name }) => name)).toEqual(['P-07: pile and battery B cool']);
  });
});

describe('the title of the page', () => {
  const titled = (store: Store) =>
    renderHook(() => useClockNotices(), { wrapper: ({ children }) => <Provider store={store}>{children}</Provider> });
  const clock = (id: string, name: string, seconds: number) =>
    clockStarted({ id, name, path: '/', startedMs: START, seconds });

  it('tells the wait that ends first, then that it is over', async () => {
    const store = createStore();
    titled(store);
    expect(document.title).toBe('Vaktman');
    await act(async () => {
      store.dispatch(clock('a', 'A rests', 120));
      store.dispatch(clock('b', 'starter cools', 65));
    });
    await later(5);
    expect(document.title).toBe('1:00 starter cools');
    await later(61);
    expect(document.title).toBe('Done: starter cools');
  });
  it('tells a load before any wait', async () => {
    const store = createStore();
    titled(store);
    await act(async () => {
      store.dispatch(clock('a', 'A rests', 120));
      loading(store);
    });
    await later(3);
    expect(document.title).toBe('12 s, P-07: load is on');
  });
});
