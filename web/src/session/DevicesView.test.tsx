import { screen, waitFor, within } from '@testing-library/react';
import type { Device, ProgramKey } from '@vaktman/contract';
import { beforeEach, describe, expect, it } from 'vitest';
import { sessionOf, show } from '../../test/show';
import { surely } from '../../test/surely';
import { standServer } from '../../test/standServer';
import { DevicesView } from './DevicesView';

const server = standServer();
const device = (deviceId: string, part: Partial<Device> = {}): Device => ({
  deviceId,
  name: `Tablet ${deviceId}`,
  shared: false,
  enrolledBy: 'M. Holt',
  enrolledAt: '2026-11-03T08:00:00.000Z',
  endedAt: null,
  lastPerson: 'I. Dahl',
  lastAt: '2026-11-24T07:30:00.000Z',
  ...part,
});
const key = (keyId: string, part: Partial<ProgramKey> = {}): ProgramKey => ({
  keyId,
  name: 'Wall board',
  scopes: ['read'],
  madeBy: 'M. Holt',
  madeAt: '2026-11-03T08:00:00.000Z',
  usedAt: null,
  endedAt: null,
  ...part,
});
const sent = (method: string, path: string): unknown[] =>
  server.asked.filter((asked) => asked.method === method && asked.path === path).map(({ body }) => body);
const problem = (title: string, path: string, message: string) => ({
  status: 409,
  body: { type: 'about:blank', title, status: 409, problems: [{ path, message }] },
});

beforeEach(() => {
  server.answers['GET /api/session'] = {
    body: { ...sessionOf('lead'), device: { ...device('two'), endedAt: undefined } },
  };
  server.answers['GET /api/devices'] = {
    body: {
      devices: [device('one'), device('two'), device('old', { endedAt: '2026-11-20T09:00:00.000Z' })],
      newBrowsers: 'passphrase',
    },
  };
  server.answers['GET /api/keys'] = { body: { keys: [] } };
  server.answers['GET /api/confirmations'] = { body: { doubts: [] } };
});

describe('the devices of the fleet', () => {
  it('tell who was there last, this one first, and the ended ones by name', async () => {
    show(<DevicesView />);
    await screen.findByLabelText('This device');
    const rows = screen.getAllByRole('form', { name: /^Tablet/ });
    expect(rows.map((row) => row.getAttribute('aria-label'))).toEqual(['Tablet two', 'Tablet one']);
    expect(within(rows[0]!).getByLabelText('This device')).toBeTruthy();
    expect(within(rows[1]!).getByText(/^I\. Dahl, 24 Nov/)).toBeTruthy();
    expect(screen.getByText(/^Ended: Tablet old/)).toBeTruthy();
  });
  it('are renamed and shared by whoever leads, only once something was changed', async () => {
    server.answers['PUT /api/devices/one'] = { body: {} };
    const { user } = show(<DevicesView />);
    const row = within(await screen.findByRole('form', { name: 'Tablet one' }));
    expect((row.getByRole('button', { name: 'Save' }) as HTMLButtonElement).disabled).toBe(true);
    await user.clear(row.getByLabelText('Device'));
    await user.type(row.getByLabelText('Device'), '  Bay 2 ');
    await user.click(row.getByRole('button', { name: 'Save' }));
    await waitFor(() => expect(sent('PUT', '/api/devices/one')).toEqual([{ name: 'Bay 2', shared: false }]));
  });
  it('without a name are told so at the field, and nothing is sent', async () => {
    const { user } = show(<DevicesView />);
    const row = within(await screen.findByRole('form', { name: 'Tablet one' }));
    await user.clear(row.getByLabelText('Device'));
    await user.click(row.getByRole('button', { name: 'Save' }));
    expect(await row.findByText('expected a name, such as Bay 2 tablet')).toBeTruthy();
    expect(sent('PUT', '/api/devices/one')).toEqual([]);
  });
  it('are ended by a second press, and say what stands in the way', async () => {
    server.answers['PUT /api/devices/one/ending'] = problem('Not ended.', 'deviceId', 'this device ended already');
    const { user } = show(<DevicesView />);
    const row = within(await screen.findByRole('form', { name: 'Tablet one' }));
    expect(sent('PUT', '/api/devices/one/ending')).toEqual([]);
    await surely(user, 'End it', 'Surely end it', row);
    expect(await row.findByText('this device ended already')).toBeTruthy();
  });
  it('that cannot be loaded say why, and are asked for again', async () => {
    server.answers['GET /api/devices'] = {
      status: 503,
      body: { type: 'about:blank', title: 'The database does not answer.', status: 503 },
    };
    const { user } = show(<DevicesView />);
    expect((await screen.findByRole('alert')).textContent).toContain('The database does not answer.');
    server.answers['GET /api/devices'] = { body: { devices: [device('one')], newBrowsers: 'code' } };
    await user.click(screen.getByRole('button', { name: 'Try again' }));
    expect(await screen.findByRole('form', { name: 'Tablet one' })).toBeTruthy();
  });
});

describe('keys of programs', () => {
  const form = async () => within(await screen.findByRole('form', { name: 'A key for a program' }));
  it('are told once, and gone from the screen when they were taken over', async () => {
    server.answers['POST /api/keys'] = { status: 201, body: { keyId: 'k1', key: 'vk_once_only' } };
    const { user } = show(<DevicesView />);
    const line = await form();
    await user.type(line.getByLabelText('Which program'), 'Wall board');
    await user.click(line.getByRole('checkbox', { name: 'read the calendars of due dates' }));
    await user.dblClick(line.getByRole('button', { name: 'Make a key' }));
    expect(await screen.findByText('vk_once_only')).toBeTruthy();
    expect(sent('POST', '/api/keys')).toEqual([{ name: 'Wall board', scopes: ['read', 'calendar'] }]);
    await user.click(screen.getByRole('button', { name: 'I have it' }));
    expect(screen.queryByText('vk_once_only')).toBeNull();
  });
  it('without a right, or without a name, are not made', async () => {
    const { user } = show(<DevicesView />);
    const line = await form();
    await user.click(line.getByRole('button', { name: 'Make a key' }));
    expect(await line.findByText('expected the name of a program')).toBeTruthy();
    await user.type(line.getByLabelText('Which program'), 'Wall board');
    await user.click(line.getByRole('checkbox', { name: 'read what the fleet’s people see' }));
    await user.click(line.getByRole('button', { name: 'Make a key' }));
    expect(await line.findByText('expected at least one of read, import, calendar')).toBeTruthy();
    expect(sent('POST', '/api/keys')).toEqual([]);
  });
  it('tell what they may, who made them and when they were used; an ended one cannot be ended again', async () => {
    server.answers['GET /api/keys'] = {
      body: {
        keys: [
          key('k1', { scopes: ['read', 'import'], usedAt: '2026-11-24T07:30:00.000Z' }),
          key('k2', { name: 'Old board', endedAt: '2026-11-20T09:00:00.000Z' }),
        ],
      },
    };
    server.answers['PUT /api/keys/k1/ending'] = { body: {} };
    const { user } = show(<DevicesView />);
    const rows = (await screen.findByText('Wall board')).closest('ul')!.querySelectorAll('li');
    expect(rows[0]!.textContent).toMatch(/read what the fleet’s people see, take lists in.*used 24 Nov/);
    expect(rows[1]!.textContent).toMatch(/ended 20 Nov/);
    expect(within(rows[1] as HTMLElement).queryByRole('button')).toBeNull();
    await surely(user, 'End it', 'Surely end it', within(rows[0] as HTMLElement));
    await waitFor(() => expect(sent('PUT', '/api/keys/k1/ending')).toHaveLength(1));
  });
  it('that could not be loaded are not told to be none', async () => {
    server.answers['GET /api/keys'] = {
      status: 503,
      body: { type: 'about:blank', title: 'The database does not answer.', status: 503 },
    };
    show(<DevicesView />);
    expect(await screen.findByText(/The keys could not be loaded: /)).toBeTruthy();
  });
});

it('what a new browser is asked for is chosen for the whole fleet', async () => {
  server.answers['PUT /api/devices/new'] = { body: {} };
  const { user } = show(<DevicesView />);
  const section = within(
    (await screen.findByRole('heading', { name: 'A browser that is new here' })).closest('section')!,
  );
  await user.click(section.getByRole('button', { name: /It asks for/ }));
  await user.click(await screen.findByRole('option', { name: 'name, passphrase and a code' }));
  await waitFor(() => expect(sent('PUT', '/api/devices/new')).toEqual([{ newBrowsers: 'code' }]));
});
