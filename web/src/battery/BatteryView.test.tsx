import { act, screen } from '@testing-library/react';
import { beforeEach, expect, it } from 'vitest';
import { batteryDetail, WORN } from '../../test/batteries';
import { FLEET, standServer } from '../../test/standServer';
import { showAt } from '../../test/show';
import { BatteryView } from './BatteryView';

const server = standServer();
const idOf = (nth: number): string => `018f0000-0000-7000-8000-00000000000${nth}`;
const detailOf = (nth: number) =>
  batteryDetail({
    batteryId: idOf(nth),
    battery: { ...batteryDetail().battery, serial: `BR-2100${nth}` },
    state: 'store',
    unitId: null,
    position: null,
    figures: WORN,
  });
beforeEach(() => {
  server.answers['GET /api/fleet'] = { body: FLEET };
  server.answers['GET /api/units'] = { body: { units: [] } };
  server.answers['GET /api/batteries/lives'] = { body: { lives: [] } };
  for (const nth of [1, 2]) server.answers[`GET /api/batteries/${idOf(nth)}`] = { body: detailOf(nth) };
});
const plate = (nth: number) => screen.findByRole('heading', { name: `BR-2100${nth}`, level: 1 });
const view = async () => {
  const shown = showAt('/batteries/:batteryId', <BatteryView />, `/batteries/${idOf(1)}`);
  await plate(1);
  return shown;
};

it('is of the battery at the address, or of none: the last one never stands for it', async () => {
  const { router } = await view();
  await act(() => router.navigate(`/batteries/${idOf(7)}`));
  expect(await screen.findByRole('heading', { name: 'This battery is not on record' })).toBeTruthy();
  expect(screen.queryByText('BR-21001')).toBeNull();
});
it('takes nothing that was half typed for one battery to the next', async () => {
  const { router, user } = await view();
  await user.type(await screen.findByRole('textbox', { name: /Why/ }), 'bulged');
  // Later, as an address typed into the browser comes: by itself.
  setTimeout(() => void router.navigate(`/batteries/${idOf(2)}`));
  await user.click(await screen.findByRole('button', { name: 'Leave' }));
  await plate(2);
  expect(screen.queryByDisplayValue('bulged')).toBeNull();
});
