import { screen, waitFor, within } from '@testing-library/react';
import type { Role } from '@vaktman/contract';
import { beforeEach, expect, it } from 'vitest';
import { FLEET, standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { RegisterView } from './RegisterView';

const server = standServer();
const entry = (unitId: string, more: object = {}): object => ({
  unitId,
  yardId: 'lower',
  description: 'Plough truck',
  systemVolts: 12,
  arrangement: '1S4P',
  profile: null,
  plate: null,
  class: null,
  retiredAt: null,
  retiredBecause: null,
  ...more,
});
const GONE = entry('G-01', {
  description: 'Grader',
  retiredAt: '2026-03-02T08:00:00Z',
  retiredBecause: 'Worn out',
});
const answerWith = (...units: object[]): void => {
  server.answers['GET /api/units'] = { body: { units } };
};
beforeEach(() => {
  server.answers['GET /api/fleet'] = { body: FLEET };
  answerWith(entry('P-07', { plate: 'TP 40 112' }), GONE);
});
const shown = (as: Role = 'lead', at = '/') => show(<RegisterView />, { as, at });
const lineOf = async (unitId: string): Promise<HTMLElement> => screen.findByRole('row', { name: new RegExp(unitId) });
const told = (unitId: string): unknown[] =>
  server.asked
    .filter(({ method, path }) => method === 'PUT' && path === `/api/units/${unitId}/retirement`)
    .map(({ body }) => body);

it('shows every unit on record, and since when and why one left', async () => {
  shown();
  expect((await lineOf('P-07')).textContent).toContain('Lower Yard');
  expect((await lineOf('G-01')).textContent).toMatch(/left 2 Mar.*Worn out/);
});

it('finds a unit by its number, what it is or its plate, and says when there is none', async () => {
  const { user, router } = shown();
  const search = await screen.findByLabelText('Find a unit');
  await user.type(search, '40 112');
  await waitFor(() => expect(screen.queryByRole('row', { name: /G-01/ })).toBeNull());
  expect((await lineOf('P-07')).textContent).toContain('TP 40 112');
  expect(router.state.location.search).toBe('?q=40+112');
  await user.clear(search);
  await user.type(search, 'crusher');
  expect(await screen.findByText('Nothing matches. Clear the search.')).toBeTruthy();
});

it('takes a unit out only with a reason, and asks for the register anew', async () => {
  server.answers['PUT /api/units/P-07/retirement'] = () => {
    answerWith(entry('P-07', { retiredAt: '2026-11-24T08:00:00Z', retiredBecause: 'Lent elsewhere' }), GONE);
    return { body: {} };
  };
  const { user } = shown();
  await user.click(within(await lineOf('P-07')).getByRole('button', { name: 'Take out P-07' }));
  const sheet = within(await screen.findByRole('dialog', { name: 'Take P-07 out of the fleet' }));
  const out = sheet.getByRole('button', { name: 'Take it out' });
  expect((out as HTMLButtonElement).disabled).toBe(true);
  await user.type(sheet.getByLabelText('Why'), '   ');
  expect((out as HTMLButtonElement).disabled).toBe(true);
  await user.click(sheet.getByRole('button', { name: 'Lent elsewhere' }));
  await user.click(out);
  await waitFor(() => expect(told('P-07')).toEqual([{ retired: true, because: 'Lent elsewhere' }]));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(await screen.findByRole('button', { name: 'Take back P-07' })).toBeTruthy();
});

it('takes one back at a press, and says which one the server refused', async () => {
  server.answers['PUT /api/units/G-01/retirement'] = {
    status: 409,
    body: { type: 'about:blank', title: 'Its yard was closed.', status: 409 },
  };
  const { user } = shown();
  await user.click(await screen.findByRole('button', { name: 'Take back G-01' }));
  expect((await screen.findByRole('alert')).textContent).toMatch(/^G-01: Its yard was closed\./);
  expect(told('G-01')).toEqual([{ retired: false }]);
  expect((await lineOf('G-01')).textContent).toContain('Worn out');
});

it('has no keys to change anything for who does not lead', async () => {
  shown('technician');
  await lineOf('P-07');
  expect(screen.queryByRole('button', { name: /Take (out|back)/ })).toBeNull();
  expect(screen.queryByRole('link', { name: /Edit|Copy|Add a unit/ })).toBeNull();
});
