import { screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { JoinView } from './JoinView';

const server = standServer();
const offer = { body: { people: [{ personId: 'hask', name: 'R. Hask', role: 'trainee' }] } };

it('does not call a link bad that could not be looked up, and looks again when asked', async () => {
  server.answers['POST /api/session/link'] = offer;
  server.stop();
  const { user } = show(<JoinView link="a-link" />, { at: '/join', as: null });
  expect(await screen.findByRole('heading', { name: 'The link could not be looked up' })).toBeTruthy();
  server.resume();
  await user.click(screen.getByRole('button', { name: 'Try again' }));
  expect(await screen.findByRole('heading', { name: 'Welcome, R. Hask' })).toBeTruthy();
});
it('says of a link that was used so, and offers no second try', async () => {
  server.answers['POST /api/session/link'] = {
    status: 404,
    body: { type: 'about:blank', title: 'This link was used, or is too old.', status: 404 },
  };
  show(<JoinView link="a-link" />, { at: '/join', as: null });
  expect(await screen.findByRole('heading', { name: 'This link opens nothing' })).toBeTruthy();
  expect(screen.getByText('This link was used, or is too old.')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Try again' })).toBeNull();
});
