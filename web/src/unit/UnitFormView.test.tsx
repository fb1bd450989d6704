import { screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import { FLEET, standServer } from '../../test/standServer';
import { show } from '../../test/show';
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
