import { screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { show } from '../../test/show';
import { standServer } from '../../test/standServer';
import { api } from '../api/api';
import { OwnView } from './OwnView';

const server = standServer();
const place = (sessionId: string, device: string, isThis = false) => ({
  sessionId,
  device,
  beganAt: '2026-11-23T07:00:00.000Z',
  endsAt: '2026-11-30T07:00:00.000Z',
  isThis,
});
const sent = (method: string, path: string): unknown[] =>
  server.asked.filter((asked) => asked.method === method && asked.path === path).map(({ body }) => body);
const refused = (status: number, title: string, problems: readonly { path: string; message: string }[] = []) => ({
  status,
  body: { type: 'about:blank', title, status, problems },
});

beforeEach(() => {
  server.answers['GET /api/session/own'] = {
    body: { sessions: [place('s1', 'Bay 2 tablet', true), place('s2', 'Phone of K. Moen')] },
  };
});

describe('one’s own words', () => {
  const form = async () => within(await screen.findByRole('form', { name: 'Keep what I chose' }));
  it('are kept, the fields are empty again, and it is said', async () => {
    server.answers['PUT /api/session/words'] = { body: {} };
    const { user } = show(<OwnView />, { as: 'technician' });
    const line = await form();
    await user.type(line.getByLabelText('New passphrase'), 'ravine copper teacup');
    await user.type(line.getByLabelText(/^New PIN/), ' 408817 ');
    await user.dblClick(line.getByRole('button', { name: 'Keep what I chose' }));
    expect(await screen.findByText('Kept.')).toBeTruthy();
    expect(sent('PUT', '/api/session/words')).toEqual([{ passphrase: 'ravine copper teacup', pin: '408817' }]);
    expect((line.getByLabelText('New passphrase') as HTMLInputElement).value).toBe('');
  });
  it('stay half typed when the places signed in at are asked for anew and not told', async () => {
    const { user, store } = show(<OwnView />, { as: 'technician' });
    await user.type((await form()).getByLabelText('New passphrase'), 'ravine');
    const askedFor = () => sent('GET', '/api/session/own').length;
    const before = askedFor();
    server.answers['GET /api/session/own'] = refused(503, 'Away');
    store.dispatch(api.util.invalidateTags(['Session']));
    await waitFor(() => expect(askedFor()).toBeGreaterThan(before));
    const stands = () => store.getState().api.queries['ownSessions(undefined)']?.status;
    await waitFor(() => expect(stands()).toBe('rejected'));
    await user.type((await form()).getByLabelText('New passphrase'), ' copper');
    expect((screen.getByLabelText('New passphrase') as HTMLInputElement).value).toBe('ravine copper');
  });
  it('may be the PIN alone, but not nothing', async () => {
    server.answers['PUT /api/session/words'] = { body: {} };
    const { user } = show(<OwnView />, { as: 'technician' });
    const line = await form();
    await user.click(line.getByRole('button', { name: 'Keep what I chose' }));
    expect(await line.findByText('expected a new passphrase, a new PIN, or both')).toBeTruthy();
    expect(sent('PUT', '/api/session/words')).toEqual([]);
    // The keyboard is led to what is wrong; a hand types elsewhere after that.
    await waitFor(() => expect(document.activeElement).toBe(line.getByLabelText('New passphrase')));
    await user.type(line.getByLabelText(/^New PIN/), '408817');
    await user.click(line.getByRole('button', { name: 'Keep what I chose' }));
    await waitFor(() => expect(sent('PUT', '/api/session/words')).toEqual([{ pin: '408817' }]));
  });
  it('that are tried first, or too short, are refused at their field and stay typed', async () => {
    server.answers['PUT /api/session/words'] = refused(422, 'Nothing was kept.', [
      { path: 'passphrase', message: 'expected words that are not tried first' },
    ]);
    const { user } = show(<OwnView />, { as: 'technician' });
    const line = await form();
    const passphrase = line.getByLabelText('New passphrase') as HTMLInputElement;
    await user.type(passphrase, 'short');
    await user.click(line.getByRole('button', { name: 'Keep what I chose' }));
    await waitFor(() => expect(passphrase.getAttribute('aria-invalid')).toBe('true'));
    expect(sent('PUT', '/api/session/words')).toEqual([]);
    await user.type(passphrase, ' but long enough by now');
    await user.click(line.getByRole('button', { name: 'Keep what I chose' }));
    expect(await line.findByText('expected words that are not tried first')).toBeTruthy();
    expect(passphrase.value).toBe('short but long enough by now');
    expect(screen.queryByText('Kept.')).toBeNull();
  });
});

describe('a code for another browser', () => {
  it('is told once, in two groups, with how long it is good', async () => {
    let answer = (): void => undefined;
    const pressed = new Promise<void>((resolve) => (answer = resolve));
    server.answers['POST /api/session/code'] = async () => {
      await pressed;
      return { body: { code: '40718826', endsAt: '2026-11-24T09:10:00.000Z' } };
    };
    const { user } = show(<OwnView />, { as: 'technician' });
    await user.dblClick(await screen.findByRole('button', { name: 'Make a code' }));
    answer();
    expect(await screen.findByText('4071 8826')).toBeTruthy();
    expect(screen.getByText(/^Good once, until /)).toBeTruthy();
    expect(sent('POST', '/api/session/code')).toHaveLength(1);
  });
  it('that could not be made says why', async () => {
    server.answers['POST /api/session/code'] = refused(429, 'Too many codes. Wait a minute.');
    const { user } = show(<OwnView />, { as: 'technician' });
    await user.click(await screen.findByRole('button', { name: 'Make a code' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Too many codes');
  });
});

describe('where one is signed in', () => {
  it('each other place can be signed out, this one not from here', async () => {
    server.answers['PUT /api/session/own/s2/ending'] = { body: {} };
    const { user } = show(<OwnView />, { as: 'technician' });
    const there = (await screen.findByText('Phone of K. Moen')).closest('li')!;
    const here = screen.getByText('Bay 2 tablet').closest('li')!;
    expect(within(here).queryByRole('button')).toBeNull();
    await user.click(within(there).getByRole('button', { name: 'Sign out there' }));
    await waitFor(() => expect(sent('PUT', '/api/session/own/s2/ending')).toHaveLength(1));
  });
  it('says so where the other place could not be signed out', async () => {
    server.answers['PUT /api/session/own/s2/ending'] = refused(503, 'The database does not answer.');
    const { user } = show(<OwnView />, { as: 'technician' });
    await user.click(await screen.findByRole('button', { name: 'Sign out there' }));
    expect((await screen.findByRole('alert')).textContent).toContain('The database does not answer.');
  });
});
