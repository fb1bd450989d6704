import { screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import { show } from '../../test/show';
import { clockStarted } from '../clock/clockSlice';
import { createStore } from '../store';
import { Clocks } from './Clocks';

const MINUTE = 60_000;
const page = () => {
  const store = createStore();
  const clock = (id: string, minutesAgo: number) => ({
    id,
    name: `P-07: ${id}`,
    path: `/visits/v/${id}`,
    startedMs: Date.now() - minutesAgo * MINUTE,
    seconds: 30 * 60,
  });
  store.dispatch(clockStarted(clock('key off', 34)));
  store.dispatch(clockStarted(clock('idle', 4)));
  return show(<Clocks />, { store });
};

it('leads to what was waited for: the clock nags no more, and how long ago it began is not forgotten', async () => {
  const { user, store, router } = page();
  await user.click(screen.getByRole('button', { name: /^Clocks: P-07: key off done/ }));
  await user.click(await screen.findByRole('link', { name: 'P-07: key off' }));
  await waitFor(() => expect(router.state.location.pathname).toBe('/visits/v/key off'));
  expect(screen.getByRole('button', { name: /^Clocks: / }).getAttribute('aria-label')).toMatch(
    /^Clocks: P-07: idle 2\d:/,
  );
  expect(store.getState().clocks.map(({ id }) => id)).toEqual(['key off', 'idle']);
});
it('takes a clock away that was started by mistake', async () => {
  const { user, store } = page();
  await user.click(screen.getByRole('button', { name: /^Clocks: / }));
  await user.click(await screen.findByRole('button', { name: 'Remove the clock P-07: idle' }));
  expect(store.getState().clocks.map(({ id }) => id)).toEqual(['key off']);
});
