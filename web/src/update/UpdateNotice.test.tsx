import { act, screen } from '@testing-library/react';
import { beforeEach, expect, it } from 'vitest';
import { worker } from '../../test/registerSW';
import { show } from '../../test/show';
import { UpdateNotice } from './UpdateNotice';

beforeEach(() => {
  worker.taken.length = 0;
});

const page = () =>
  show(
    <>
      <input aria-label="volts" />
      <UpdateNotice />
    </>,
    { at: '/visits/1/battery.load/A' },
  );

it('offers a new version and leaves what is being typed alone', async () => {
  const { user, router } = page();
  expect(screen.queryByRole('status')).toBeNull();
  act(() => worker.arrive());
  expect(screen.getByRole('status').textContent).toContain('A new version is here.');
  expect(worker.taken).toEqual([]);
  await user.click(screen.getByLabelText('volts'));
  await act(() => router.navigate('/'));
  expect(worker.taken).toEqual([]);
  await user.click(screen.getByRole('button', { name: 'Load it now' }));
  expect(worker.taken).toEqual([true]);
});
it('takes the new version by itself on coming to a view that only shows', async () => {
  const { router } = page();
  act(() => worker.arrive());
  await act(() => router.navigate('/visits/1/battery.load/B'));
  expect(worker.taken).toEqual([]);
  await act(() => router.navigate('/units'));
  expect(worker.taken).toEqual([true]);
});
