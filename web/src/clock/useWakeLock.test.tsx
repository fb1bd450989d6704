import { act, renderHook } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { useWakeLock } from './useWakeLock';

/** Locks the browser has given out and not had back. */
let given: Set<object>;
const browser = (refuses = false): void => {
  given = new Set();
  Object.defineProperty(navigator, 'wakeLock', {
    configurable: true,
    value: {
      request: () => {
        if (refuses) return Promise.reject(new DOMException('The battery is low.', 'NotAllowedError'));
        const lock = { release: () => Promise.resolve(given.delete(lock)) };
        given.add(lock);
        return Promise.resolve(lock);
      },
    },
  });
};
const comesBack = (state: 'visible' | 'hidden'): void => {
  Object.defineProperty(document, 'visibilityState', { configurable: true, value: state });
  // A browser takes the lock away from a page that is not seen.
  if (state === 'hidden') given.clear();
  document.dispatchEvent(new Event('visibilitychange'));
};
afterEach(() => {
  Reflect.deleteProperty(navigator, 'wakeLock');
  Reflect.deleteProperty(document, 'visibilityState');
});

describe('the screen', () => {
  it('stays on while something is held, and may dim again after', async () => {
    browser();
    const { rerender } = renderHook(({ held }) => useWakeLock(held), { initialProps: { held: false } });
    expect(given.size).toBe(0);
    await act(async () => rerender({ held: true }));
    expect(given.size).toBe(1);
    await act(async () => rerender({ held: false }));
    expect(given.size).toBe(0);
  });
  it('stays on again after another application was looked at', async () => {
    browser();
    const { unmount } = renderHook(() => useWakeLock(true));
    await act(async () => comesBack('hidden'));
    expect(given.size).toBe(0);
    await act(async () => comesBack('visible'));
    expect(given.size).toBe(1);
    await act(async () => unmount());
    expect(given.size).toBe(0);
  });
  it('is given back when it is granted too late', async () => {
    browser();
    const { unmount } = renderHook(() => useWakeLock(true));
    unmount();
    await act(async () => undefined);
    expect(given.size).toBe(0);
  });
  it('dims as it always does where the browser refuses or has no means', async () => {
    browser(true);
    await act(async () => void renderHook(() => useWakeLock(true)));
    Reflect.deleteProperty(navigator, 'wakeLock');
    await act(async () => void renderHook(() => useWakeLock(true)));
  });
});
