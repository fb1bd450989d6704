import { act, screen, waitFor, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import { FLEET, standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { api } from '../api/api';
import { PeopleView } from './PeopleView';

const server = standServer();
const fleet = { status: 200, body: FLEET };

it('says that the server does not answer, asks no more than it must, and goes on when it is back', async () => {
  server.stop();
  const { user } = show(<PeopleView />);
  const alert = await screen.findByRole('alert');
  expect(alert.textContent).toContain('The server does not answer.');
  expect(server.asked).toEqual([]);
  server.resume();
  server.answers['GET /api/fleet'] = fleet;
  await user.click(within(alert).getByRole('button', { name: 'Try again' }));
  expect(await screen.findByRole('form', { name: 'I. Dahl' })).toBeTruthy();
  // One for the view and its bar together.
  expect(server.asked.length).toBeLessThanOrEqual(2);
});
it('says what the server says when it fails', async () => {
  server.answers['GET /api/fleet'] = {
    status: 503,
    body: { type: 'about:blank', title: 'The database does not answer.', status: 503 },
  };
  show(<PeopleView />);
  expect((await screen.findByRole('alert')).textContent).toContain('The database does not answer.');
});
it('shows what another lead changed meanwhile, and undoes nothing of it by what is kept here', async () => {
  const people = (role: string) => ({
    ...FLEET,
    people: FLEET.people.map((person) => (person.personId === 'dahl' ? { ...person, role } : person)),
  });
  server.answers['GET /api/fleet'] = { body: people('technician') };
  server.answers['PUT /api/people/dahl'] = { body: { personId: 'dahl' } };
  const { user, store } = show(<PeopleView />);
  const row = within(await screen.findByRole('form', { name: 'I. Dahl' }));
  await user.type(row.getByLabelText('Name'), 'al');
  server.answers['GET /api/fleet'] = { body: people('lead') };
  act(() => void store.dispatch(api.util.invalidateTags(['Fleet'])));
  expect(await row.findByRole('button', { name: /lead/i })).toBeTruthy();
  expect((row.getByLabelText('Name') as HTMLInputElement).value).toBe('I. Dahlal');
  await user.click(row.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(server.asked.find(({ method }) => method === 'PUT')?.body).toEqual({ name: 'I. Dahlal', role: 'lead' }),
  );
});
it('puts what is wrong with a name beside it, and keeps what was typed', async () => {
  server.answers['GET /api/fleet'] = fleet;
  server.answers['PUT /api/people/dahl'] = {
    status: 409,
    body: {
      type: 'about:blank',
      title: 'Nothing was stored.',
      status: 409,
      problems: [{ path: 'name', message: 'K. Moen is there already' }],
    },
  };
  const { user } = show(<PeopleView />);
  const row = within(await screen.findByRole('form', { name: 'I. Dahl' }));
  await user.clear(row.getByLabelText('Name'));
  await user.type(row.getByLabelText('Name'), 'K. Moen');
  await user.click(row.getByRole('button', { name: 'Save' }));
  expect(await row.findByText(/K. Moen is there already/)).toBeTruthy();
  expect((row.getByLabelText('Name') as HTMLInputElement).value).toBe('K. Moen');
});
