import { screen, waitFor, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import { standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { TakeAway } from './TakeAway';

const server = standServer();
const YARDS = [
  { yardId: 'lower', name: 'Lower Yard', endedAt: null },
  { yardId: 'old', name: 'Old Yard', endedAt: '2026-01-01T00:00:00.000Z' },
];

it('shows the address of a calendar once, and of open yards alone', async () => {
  server.answers['GET /api/calendars'] = { body: { calendars: [] } };
  server.answers['PUT /api/calendars/lower'] = { status: 201, body: { path: '/calendar/secret.ics' } };
  const { user } = show(<TakeAway yards={YARDS} />);
  const line = within(await screen.findByRole('group', { name: 'Calendar of Lower Yard' }));
  expect(screen.queryByRole('group', { name: 'Calendar of Old Yard' })).toBeNull();
  expect(line.getByText('no address yet')).toBeTruthy();
  await user.click(line.getByRole('button', { name: 'Make one' }));
  const told = await screen.findByRole('status');
  expect(told.textContent).toContain('/calendar/secret.ics');
  expect(told.textContent).toContain('Shown once');
});
it('leads to every list, and to everything', async () => {
  server.answers['GET /api/calendars'] = {
    body: { calendars: [{ yardId: 'lower', madeAt: '2026-11-20T08:00:00.000Z' }] },
  };
  show(<TakeAway yards={YARDS} />);
  expect(await screen.findByText(/^has an address since 20 Nov/)).toBeTruthy();
  expect(screen.getAllByRole('link').map((link) => link.getAttribute('href'))).toEqual(
    [
      'units.csv',
      'batteries.csv',
      'findings.csv',
      'to-buy.csv',
      'due.csv',
      'warranty.csv',
      'visits.csv',
      'changes.csv',
      'visits.zip',
      'record.jsonl',
    ].map((file) => `/api/export/${file}`),
  );
});
it('says why an address was not made or taken away, and shows none that leads nowhere', async () => {
  server.answers['GET /api/calendars'] = {
    body: { calendars: [{ yardId: 'lower', madeAt: '2026-11-20T08:00:00.000Z' }] },
  };
  server.answers['PUT /api/calendars/lower'] = { status: 201, body: { path: '/calendar/secret.ics' } };
  const { user } = show(<TakeAway yards={YARDS} />);
  await user.click(await screen.findByRole('button', { name: 'Make anew' }));
  await screen.findByRole('status');
  server.answers['DELETE /api/calendars/lower'] = {
    status: 503,
    body: { type: 'about:blank', title: 'The database does not answer.', status: 503 },
  };
  await user.click(screen.getByRole('button', { name: 'Take away' }));
  expect((await screen.findByRole('alert')).textContent).toBe('The database does not answer.');
  server.answers['DELETE /api/calendars/lower'] = { body: {} };
  await user.click(screen.getByRole('button', { name: 'Take away' }));
  await waitFor(() => expect(screen.queryByRole('status')).toBeNull());
  expect(screen.queryByRole('alert')).toBeNull();
});
