import { screen, waitFor, within } from '@testing-library/react';
import { beforeEach, expect, it } from 'vitest';
import { api } from '../api/api';
import { standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { BatteriesView } from './BatteriesView';

const server = standServer();
const battery = (nth: number, more: object = {}): object => ({
  batteryId: `018f0000-0000-7000-8000-0000000000${String(nth).padStart(2, '0')}`,
  battery: {
    serial: `BR-210${nth}`,
    make: 'Brannfell',
    chemistry: 'flooded',
    duty: 'truck',
    rating: { value: 920, standard: 'SAE' },
  },
  state: 'fitted',
  unitId: 'P-07',
  position: 'A',
  since: '2026-01-10T08:00:00Z',
  warrantyUntil: null,
  ...more,
});
const STORED = battery(2, { state: 'store', unitId: null, position: null });
const listOf = (...batteries: object[]) => ({ body: { batteries, from: 0, total: batteries.length } });
const asked = () => server.asked.filter(({ path }) => path === '/api/batteries').map(({ query }) => query);
beforeEach(() => {
  server.answers['GET /api/batteries/lives'] = { body: { lives: [] } };
  server.answers['GET /api/batteries'] = ({ query }) =>
    query['q'] === 'KJ' ? listOf() : query['state'] === 'store' ? listOf(STORED) : listOf(battery(1), STORED);
});
const search = (): Promise<HTMLElement> => screen.findByLabelText('Find by serial, unit or make');

it('says of each where it is, and leads to it and to its unit', async () => {
  show(<BatteriesView />);
  const fitted = within(await screen.findByRole('row', { name: /BR-2101/ }));
  expect(fitted.getByRole('link', { name: 'BR-2101' }).getAttribute('href')).toMatch(/^\/batteries\/018f.*01$/);
  expect(fitted.getByRole('link', { name: 'P-07, A' }).getAttribute('href')).toBe('/units/P-07');
  expect(screen.getByRole('row', { name: /BR-2102/ }).textContent).toContain('in the store room');
});

it('asks the server for what is typed, and keeps it and where to look in the address', async () => {
  const { user, router } = show(<BatteriesView />, { at: '/?state=store' });
  expect(await screen.findByRole('row', { name: /BR-2102/ })).toBeTruthy();
  expect(screen.queryByRole('row', { name: /BR-2101/ })).toBeNull();
  await user.type(await search(), 'KJ');
  expect(await screen.findByText('Nothing matches. Clear the search or look anywhere.')).toBeTruthy();
  expect(asked().at(-1)).toMatchObject({ q: 'KJ', state: 'store', sort: 'serial' });
  expect(router.state.location.search).toBe('?q=KJ&state=store');
});

it('orders them by the server, the other way round at a second press', async () => {
  const { user } = show(<BatteriesView />);
  const sortBy = async (): Promise<void> => user.click(await screen.findByRole('button', { name: /^Make/ }));
  await sortBy();
  await waitFor(() => expect(asked().at(-1)).toMatchObject({ sort: 'make' }));
  await sortBy();
  await waitFor(() => expect(asked().at(-1)).toMatchObject({ sort: '-make' }));
});

it('says that a search failed: what stands there is of an earlier one', async () => {
  const { user } = show(<BatteriesView />);
  expect(await screen.findByRole('row', { name: /BR-2101/ })).toBeTruthy();
  server.answers['GET /api/batteries'] = { status: 500, body: {} };
  await user.type(await search(), 'ZZ');
  expect((await screen.findByRole('alert')).textContent).toMatch(/^The server failed \(500\)\..*earlier search/);
  server.answers['GET /api/batteries'] = listOf(STORED);
  await user.click(within(screen.getByRole('alert')).getByRole('button', { name: 'Try again' }));
  await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
  expect(await screen.findByRole('row', { name: /BR-2102/ })).toBeTruthy();
});

it('says that a list could not be asked for anew, and that it is the one searched for', async () => {
  const { store } = show(<BatteriesView />);
  expect(await screen.findByRole('row', { name: /BR-2101/ })).toBeTruthy();
  server.answers['GET /api/batteries'] = { status: 500, body: {} };
  store.dispatch(api.util.invalidateTags(['Battery']));
  expect((await screen.findByRole('alert')).textContent).toContain('What stands here may be out of date.');
});
