import { screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { show } from '../../test/show';
import { standServer } from '../../test/standServer';
import { watchRow } from '../../test/watchRow';
import { api } from '../api/api';
import { HereView } from './HereView';

const server = standServer();
const FLEET = {
  body: {
    yards: [
      { yardId: 'lower', name: 'Lower Yard' },
      { yardId: 'summit', name: 'Summit Station' },
    ],
  },
};

it('lets go of one yard and keeps the other, where nobody chose before', async () => {
  server.answers['GET /api/fleet'] = FLEET;
  server.answers['GET /api/watch'] = { body: { units: [watchRow('P-07', 'lower'), watchRow('S-01', 'summit')] } };
  const { user, store } = show(<HereView />);
  await user.click(await screen.findByRole('checkbox', { name: 'Lower Yard' }));
  expect(store.getState().settings.shiftYards).toEqual(['summit']);
});

it('offers no yards while it cannot tell which are kept: a press would let go of the others', async () => {
  server.answers['GET /api/fleet'] = FLEET;
  server.answers['GET /api/watch'] = { status: 503, body: { type: 'about:blank', title: 'Away', status: 503 } };
  const { store } = show(<HereView />);
  await expect.poll(() => api.endpoints.watch.select()(store.getState()).isError).toBe(true);
  await expect.poll(() => api.endpoints.fleet.select()(store.getState()).isSuccess).toBe(true);
  expect(screen.queryByRole('checkbox')).toBeNull();
  expect(store.getState().settings.shiftYards).toBeNull();
});
