import { screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import { show } from '../../test/show';
import { FLEET, standServer } from '../../test/standServer';
import { MethodView } from './MethodView';

const server = standServer();
const BROKEN = { type: 'about:blank', title: 'Broken.', status: 500 };

it('says which method the fleet uses, and lets a lead choose another by one press', async () => {
  server.answers['GET /api/fleet'] = { body: { ...FLEET, profile: 'rested' } };
  server.answers['PUT /api/fleet/method'] = { body: {} };
  const { user } = show(<MethodView />, { at: '/method' });
  expect(await screen.findByText('New visits of the fleet are judged by it,')).toBeTruthy();
  expect(screen.getByRole('heading', { name: 'Method: carbon pile after a full rest' })).toBeTruthy();
  await user.click(screen.getByRole('button', { name: /Show the limits of$/ }));
  await user.click(await screen.findByRole('option', { name: 'Conductance screening' }));
  await user.click(screen.getByRole('button', { name: 'Use it for the fleet' }));
  await waitFor(() =>
    expect(server.asked.filter(({ method }) => method !== 'GET').map(({ body }) => body)).toEqual([
      { profile: 'conductance' },
    ]),
  );
});
it('leaves the choice to a lead', async () => {
  server.answers['GET /api/fleet'] = { body: FLEET };
  show(<MethodView />, { at: '/method?of=rested', as: 'technician' });
  expect(await screen.findByText('A lead chooses the fleet’s method.')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Use it for the fleet' })).toBeNull();
});
it('claims no method of a fleet it could not ask', async () => {
  server.answers['GET /api/fleet'] = { status: 500, body: BROKEN };
  show(<MethodView />, { at: '/method' });
  expect(await screen.findByText('Which method the fleet uses is not known yet.')).toBeTruthy();
  expect(screen.queryByText('New visits of the fleet are judged by it,')).toBeNull();
  expect(screen.queryByRole('button', { name: 'Use it for the fleet' })).toBeNull();
});
