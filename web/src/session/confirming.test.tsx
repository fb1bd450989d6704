import { screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import { show } from '../../test/show';
import { surely } from '../../test/surely';
import { standServer } from '../../test/standServer';
import { useAppSelector } from '../store';
import { ConfirmSheet } from './ConfirmSheet';
import { DevicesView } from './DevicesView';

const server = standServer();
const DEVICE = {
  deviceId: 'd-1',
  name: 'Bay 2 tablet',
  shared: true,
  enrolledBy: 'K. Moen',
  enrolledAt: '2026-11-03T08:00:00Z',
  endedAt: null,
  lastPerson: null,
  lastAt: null,
};
const Page = () => {
  const asks = useAppSelector(({ session }) => session.asksPassphrase);
  return (
    <>
      <DevicesView />
      {asks ? <ConfirmSheet /> : null}
    </>
  );
};
const CONFIRM = {
  status: 403,
  body: {
    type: '/problems/confirm',
    title: 'This asks for your passphrase once more. Nothing was stored.',
    status: 403,
  },
};
const ends = () => server.asked.filter(({ path }) => path === '/api/devices/d-1/ending').length;

const opened = () => {
  server.answers['GET /api/devices'] = { body: { newBrowsers: 'passphrase', devices: [DEVICE] } };
  server.answers['GET /api/keys'] = { body: { keys: [] } };
  server.answers['PUT /api/devices/d-1/ending'] = CONFIRM;
  return show(<Page />);
};

it('asks for the passphrase once more and then does what was asked for', async () => {
  const { user } = opened();
  await surely(user, 'End it', 'Surely end it');
  const field = await screen.findByLabelText('Passphrase of K. Moen');
  server.answers['POST /api/session/confirmation'] = {
    status: 401,
    body: { type: 'about:blank', title: 'The passphrase is not right.', status: 401 },
  };
  await user.type(field, 'wrong words here');
  await user.click(screen.getByRole('button', { name: 'Go on' }));
  expect(await screen.findByText('The passphrase is not right.')).toBeTruthy();
  expect(ends()).toBe(1);
  server.answers['POST /api/session/confirmation'] = { body: { confirmed: true } };
  server.answers['PUT /api/devices/d-1/ending'] = { body: { ended: true } };
  await user.type(screen.getByLabelText('Passphrase of K. Moen'), 'the right words');
  await user.click(screen.getByRole('button', { name: 'Go on' }));
  await waitFor(() => expect(ends()).toBe(2));
  await waitFor(() => expect(screen.queryByLabelText('Passphrase of K. Moen')).toBeNull());
});
it('leaves it where the passphrase is not given, and says why nothing happened', async () => {
  const { user } = opened();
  await surely(user, 'End it', 'Surely end it');
  await user.click(await screen.findByRole('button', { name: 'Leave it' }));
  expect(await screen.findByText(/asks for your passphrase once more/)).toBeTruthy();
  expect(ends()).toBe(1);
});
it('tells a key once, and never again', async () => {
  server.answers['POST /api/keys'] = { status: 201, body: { keyId: 'k-1', key: 'vk_told_once' } };
  const { user } = opened();
  await user.type(await screen.findByLabelText('Which program'), 'Planner');
  await user.click(screen.getByRole('button', { name: 'Make a key' }));
  expect(await screen.findByText('vk_told_once')).toBeTruthy();
  expect(server.asked.find(({ path, method }) => path === '/api/keys' && method === 'POST')?.body).toEqual({
    name: 'Planner',
    scopes: ['read'],
  });
  await user.click(screen.getByRole('button', { name: 'I have it' }));
  expect(screen.queryByText('vk_told_once')).toBeNull();
});
