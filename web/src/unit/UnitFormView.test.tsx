import { screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import { FLEET, standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { api } from '../api/api';
import { UnitFormView } from './UnitFormView';

const server = standServer();

it('asks again for the unit, too, that a copy begins with, once one presses for it', async () => {
  server.answers['GET /api/fleet'] = { body: FLEET };
  const askedFor = () => server.asked.filter(({ path }) => path === '/api/units/P-07').length;
  const { user } = show(<UnitFormView />, { at: '/units/new?copy=P-07' });
  expect(await screen.findByRole('heading', { name: 'The form could not be loaded' })).toBeTruthy();
  const before = askedFor();
  await user.click(screen.getByRole('button', { name: 'Try again' }));
  await waitFor(() => expect(askedFor()).toBeGreaterThan(before));
});

it('says beside the number that it is taken, and keeps what was typed', async () => {
  server.answers['GET /api/fleet'] = { body: FLEET };
  const message = 'P-07 is taken; expected a number no other unit has';
  server.answers['POST /api/units'] = {
    status: 409,
    body: { type: 'about:blank', title: message, status: 409, problems: [{ path: 'unit.id', message }] },
  };
  const { user } = show(<UnitFormView />, { at: '/units/new' });
  await user.type(await screen.findByLabelText('Number'), 'P-07');
  await user.click(screen.getByLabelText('What it is'));
  await user.paste('Another plough');
  await user.click(screen.getByRole('button', { name: 'Add the unit' }));
  const number = await screen.findByLabelText('Number');
  await waitFor(() => expect(number.getAttribute('aria-invalid')).toBe('true'));
  expect(document.getElementById(number.getAttribute('aria-describedby')!.split(' ').at(-1)!)?.textContent).toContain(
    'P-07 is taken',
  );
  expect((screen.getByLabelText('What it is') as HTMLInputElement).value).toBe('Another plough');
});

it('keeps the form and what was typed when what is asked for anew meanwhile is not answered', async () => {
  server.answers['GET /api/fleet'] = { body: FLEET };
  const { user, store } = show(<UnitFormView />, { at: '/units/new' });
  await user.click(await screen.findByLabelText('What it is'));
  await user.paste('Another plough');
  const askedFor = () => server.asked.filter(({ path }) => path === '/api/fleet').length;
  const before = askedFor();
  server.answers['GET /api/fleet'] = { status: 503, body: { type: 'about:blank', title: 'Away', status: 503 } };
  store.dispatch(api.util.invalidateTags(['Fleet']));
  await waitFor(() => expect(askedFor()).toBeGreaterThan(before));
  await waitFor(() => expect(api.endpoints.fleet.select()(store.getState()).isError).toBe(true));
  await user.type(screen.getByLabelText('What it is'), ' truck');
  expect((screen.getByLabelText('What it is') as HTMLInputElement).value).toBe('Another plough truck');
});
