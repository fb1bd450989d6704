import { screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { standServer } from '../../test/standServer';
import { NightForm } from './NightForm';

const server = standServer();
const YARDS = [
  { yardId: 'lower', name: 'Lower Yard', endedAt: null },
  { yardId: 'summit', name: 'Summit Station', endedAt: null },
];
const form = (close = vi.fn()) => ({
  close,
  ...show(<NightForm yards={YARDS} dates={['2026-11-27', '2026-11-28']} close={close} />),
});

it('says what is expected beside the number, asks nothing, and keeps what was typed', async () => {
  const { user, close } = form();
  await user.type(screen.getByLabelText(/Lowest/), 'very cold');
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  expect(screen.getByText('expected −60 to 60 °C, received very cold')).toBeTruthy();
  expect(server.asked.filter(({ method }) => method !== 'GET')).toEqual([]);
  expect(close).not.toHaveBeenCalled();
});
it('sends the night of the yard on top, and closes once it is kept', async () => {
  server.answers['PUT /api/weather'] = { status: 200, body: {} };
  const { user, close } = form();
  await user.type(screen.getByLabelText(/Lowest/), '-21,5');
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  await vi.waitFor(() => expect(server.asked.some(({ method }) => method !== 'GET')).toBe(true));
  expect(server.asked.find(({ method }) => method !== 'GET')?.body).toMatchObject({
    yardId: 'lower',
    date: '2026-11-27',
    lowestC: -21.5,
  });
  await vi.waitFor(() => expect(close).toHaveBeenCalled());
});
it('stays open with the reason when the server refuses', async () => {
  const { user, close } = form();
  await user.type(screen.getByLabelText(/Lowest/), '-21');
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  expect(await screen.findByText(/Nothing is at/)).toBeTruthy();
  expect(close).not.toHaveBeenCalled();
});
