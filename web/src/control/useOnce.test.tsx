import { act, renderHook } from '@testing-library/react';
import { Provider } from 'react-redux';
import { describe, expect, it, vi } from 'vitest';
import { createStore } from '../store';
import { useOnce } from './useOnce';

const once = (work: () => unknown) => {
  const store = createStore();
  const hook = renderHook(() => useOnce(work), {
    wrapper: ({ children }) => <Provider store={store}>{children}</Provider>,
  });
  return { ...hook, store };
};

describe('work that is done once', () => {
  it('is not begun again while it is under way, and may be after', async () => {
    const ends: (() => void)[] = [];
    const work = vi.fn(() => new Promise<void>((resolve) => void ends.push(resolve)));
    const { result } = once(work);
    await act(async () => {
      void result.current[1]();
      void result.current[1]();
    });
    expect(work).toHaveBeenCalledTimes(1);
    expect(result.current[0]).toBe(true);
    await act(async () => ends[0]!());
    expect(result.current[0]).toBe(false);
    await act(async () => void result.current[1]());
    expect(work).toHaveBeenCalledTimes(2);
  });
  it('tells a failure on screen, and may be tried again', async () => {
    const work = vi.fn(() => Promise.reject(new Error('the server is away')));
    const { result, store } = once(work);
    await act(() => result.current[1]());
    expect(store.getState().failure).toMatchObject({ what: 'act', words: 'the server is away' });
    await act(() => result.current[1]());
    expect(work).toHaveBeenCalledTimes(2);
  });
  it('ends quietly when its page was left meanwhile', async () => {
    let end = (): void => undefined;
    const { result, unmount, store } = once(() => new Promise<void>((resolve) => (end = resolve)));
    await act(async () => void result.current[1]());
    unmount();
    await act(async () => end());
    expect(store.getState().failure).toBeNull();
  });
});
