import { screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import { standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { BeginView } from './BeginView';

const server = standServer();
const sent = (path: string): unknown => server.asked.find((asked) => asked.path === path)?.body;

it('offers the demo where it is to be had, and shows what the server says when it fails', async () => {
  server.answers['GET /api/begin'] = { body: { hasFleet: false, hasDemo: true } };
  server.answers['POST /api/begin/demo'] = {
    status: 409,
    body: { type: 'about:blank', title: 'There is a fleet here already.', status: 409 },
  };
  const { user } = show(<BeginView link="secret" />);
  await user.click(await screen.findByRole('button', { name: 'Show the demo' }));
  expect((await screen.findByRole('alert')).textContent).toBe('There is a fleet here already.');
});
it('offers no demo where there is none', async () => {
  server.answers['GET /api/begin'] = { body: { hasFleet: false, hasDemo: false } };
  show(<BeginView link="secret" />);
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Show the demo' })).toBeNull());
  expect(screen.getByRole('button', { name: 'Begin our own fleet' })).toBeTruthy();
});
it('says what is missing beside its field, and sends what was filled with the link one came by', async () => {
  server.answers['GET /api/begin'] = { body: { hasFleet: false, hasDemo: false } };
  server.answers['POST /api/begin/fleet'] = { status: 201, body: { fleetId: 'x' } };
  const { user, store } = show(<BeginView link="secret" />);
  await user.click(screen.getByRole('button', { name: 'Begin our own fleet' }));
  await user.click(screen.getByRole('button', { name: 'Begin this fleet' }));
  expect(await screen.findAllByText('expected a name')).toHaveLength(3);
  await user.type(screen.getByLabelText('What it is called'), 'Summit road crew');
  await user.type(screen.getByLabelText('Yard 1'), 'Lower Yard');
  await user.click(screen.getByRole('button', { name: /Temperatures in/ }));
  await user.click(await screen.findByRole('option', { name: '°F' }));
  // A line that was asked for and left empty is no mistake.
  await user.click(screen.getByRole('button', { name: 'Another yard' }));
  await user.type(screen.getByLabelText('Name'), 'K. Moen');
  await user.type(screen.getByLabelText('Passphrase'), 'ravine copper teacup');
  await user.click(screen.getByRole('button', { name: 'Begin this fleet' }));
  await waitFor(() =>
    expect(sent('/api/begin/fleet')).toMatchObject({
      name: 'Summit road crew',
      yards: [{ name: 'Lower Yard' }],
      people: [{ name: 'K. Moen', role: 'lead' }],
      passphrase: 'ravine copper teacup',
      link: 'secret',
    }),
  );
  expect(store.getState().settings.units.temperature).toBe('F');
});
it('keeps what was typed when the server refuses it, and says where', async () => {
  server.answers['GET /api/begin'] = { body: { hasFleet: false, hasDemo: false } };
  server.answers['POST /api/begin/fleet'] = {
    status: 422,
    body: {
      type: 'about:blank',
      title: 'Some fields are not as expected. Nothing was stored.',
      status: 422,
      problems: [{ path: 'yards[0].name', message: 'expected at most 120 letters' }],
    },
  };
  const { user } = show(<BeginView link="secret" />);
  await user.click(screen.getByRole('button', { name: 'Begin our own fleet' }));
  await user.type(screen.getByLabelText('What it is called'), 'Crew');
  await user.type(screen.getByLabelText('Yard 1'), 'Lower Yard');
  await user.type(screen.getByLabelText('Name'), 'K. Moen');
  await user.type(screen.getByLabelText('Passphrase'), 'ravine copper teacup');
  await user.click(screen.getByRole('button', { name: 'Begin this fleet' }));
  expect(await screen.findByText('expected at most 120 letters')).toBeTruthy();
  expect((screen.getByLabelText('Yard 1') as HTMLInputElement).value).toBe('Lower Yard');
});
