import { isAtLeast, ROLES, type Session } from '@vaktman/contract';
import { screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { sessionOf, show } from '../../test/show';
import { FLEET, standServer } from '../../test/standServer';
import { api } from '../api/api';
import type { Store } from '../store';
import { SignInView } from './SignInView';
import { switchAsked } from './sessionSlice';
import { mayAs } from './useMay';

const server = standServer();
const SHARED: Session = {
  ...sessionOf(null),
  device: {
    deviceId: 'd-1',
    name: 'Bay 2 tablet',
    shared: true,
    enrolledBy: 'M. Holt',
    enrolledAt: '2026-11-03T08:00:00Z',
  },
  colleagues: [
    { personId: 'moen', name: 'K. Moen', role: 'lead', lastAt: null, hasPin: true },
    { personId: 'dahl', name: 'I. Dahl', role: 'technician', lastAt: null, hasPin: true },
    { personId: 'hask', name: 'R. Hask', role: 'trainee', lastAt: null, hasPin: false },
  ],
};
const sent = (path: string): unknown => server.asked.filter((asked) => asked.path === path).map(({ body }) => body);
const opens = (session: Session, as: 'lead' | null = null) => {
  server.answers['GET /api/session'] = { body: session };
  return show(<SignInView />, { as });
};
/** Whoever asks there is in from then on, and the server says so whenever it is asked. */
const letsIn = (path: string, session: Session): void => {
  server.answers[`POST ${path}`] = () => {
    server.answers['GET /api/session'] = { body: session };
    return { body: session };
  };
};

describe('on a shared device', () => {
  it('types the PIN of whoever was picked, by key or keyboard, and sends it at the sixth digit', async () => {
    letsIn('/api/session/switch', { ...SHARED, person: { personId: 'dahl', name: 'I. Dahl', role: 'technician' } });
    const { user, store } = opens(SHARED);
    await user.click(await screen.findByRole('option', { name: /I. Dahl/ }));
    const pad = screen.getByRole('region', { name: 'PIN of I. Dahl' });
    for (const digit of '27') await user.click(within(pad).getByRole('button', { name: digit }));
    await user.keyboard('99{Backspace}19');
    expect(within(pad).getByRole('img', { name: '5 of 6 digits typed' })).toBeTruthy();
    expect(sent('/api/session/switch')).toEqual([]);
    await user.click(within(pad).getByRole('button', { name: '4' }));
    await waitFor(() => expect(sent('/api/session/switch')).toEqual([{ personId: 'dahl', pin: '279194' }]));
    await waitFor(() => expect(store.getState().session.person?.name).toBe('I. Dahl'));
  });
  it('empties the boxes after a wrong one, and holds the keys while one has to wait', async () => {
    server.answers['POST /api/session/switch'] = {
      status: 429,
      body: { type: 'about:blank', title: 'The PIN is not right. Wait 30 s.', status: 429, waitSeconds: 30 },
    };
    const { user } = opens(SHARED);
    await user.click(await screen.findByRole('option', { name: /I. Dahl/ }));
    await user.keyboard('111222');
    expect((await screen.findByRole('alert')).textContent).toMatch(/Wait (30|29) s; a lead can unlock it/);
    expect(screen.getByRole('img', { name: '0 of 6 digits typed' })).toBeTruthy();
    expect((screen.getByRole('button', { name: '1' }) as HTMLButtonElement).disabled).toBe(true);
    await user.keyboard('5');
    expect(screen.getByRole('img', { name: '0 of 6 digits typed' })).toBeTruthy();
  });
  it('asks for the passphrase of whoever has no PIN, and of somebody who is not among the names', async () => {
    const { user } = opens(SHARED);
    await user.click(await screen.findByRole('option', { name: /R. Hask/ }));
    expect(screen.getByLabelText('Passphrase of R. Hask')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Someone else, by name and passphrase' }));
    expect(screen.getByLabelText('Name')).toBeTruthy();
  });
  it('offers the likelier next one first while somebody is in, and a way back', async () => {
    const { user, store } = opens({ ...SHARED, person: { personId: 'moen', name: 'K. Moen', role: 'lead' } }, 'lead');
    store.dispatch(switchAsked(true));
    expect(await screen.findByRole('region', { name: 'PIN of I. Dahl' })).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Back' }));
    expect(store.getState().session.isSwitching).toBe(false);
  });
});

describe('elsewhere', () => {
  it('shows what was typed only when asked, and says alike what is wrong', async () => {
    server.answers['POST /api/session'] = {
      status: 401,
      body: { type: 'about:blank', title: 'Name or passphrase is not right.', status: 401 },
    };
    const { user } = opens(sessionOf(null));
    await user.type(await screen.findByLabelText('Name'), 'I. Dahl');
    const passphrase = screen.getByLabelText('Passphrase') as HTMLInputElement;
    await user.type(passphrase, 'wrong');
    expect(passphrase.type).toBe('password');
    await user.click(screen.getByRole('button', { name: 'Show what is typed' }));
    expect(passphrase.type).toBe('text');
    await user.click(screen.getByRole('button', { name: 'Sign in' }));
    expect((await screen.findByRole('alert')).textContent).toBe('Name or passphrase is not right.');
    expect((screen.getByLabelText('Passphrase') as HTMLInputElement).value).toBe('');
  });
  it('shows the made-up people with their words while the demo is there, and no PIN pad', async () => {
    letsIn('/api/session', sessionOf('lead'));
    const { user, store } = opens({
      ...sessionOf(null),
      demo: [{ personId: 'moen', name: 'K. Moen', role: 'lead', passphrase: 'four made up words', pin: '408817' }],
    });
    expect(await screen.findByText('four made up words')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Go on as K. Moen' }));
    await waitFor(() =>
      expect(sent('/api/session')).toContainEqual({ name: 'K. Moen', passphrase: 'four made up words' }),
    );
    await waitFor(() => expect(store.getState().session.person?.name).toBe('K. Moen'));
  });
  describe('whoever comes in while an earlier question is on its way', () => {
    const comesIn = async (asks: (store: Store) => void, path: string, late: { status?: number; body: unknown }) => {
      const { user, store } = opens({
        ...sessionOf(null),
        demo: [{ personId: 'moen', name: 'K. Moen', role: 'lead', passphrase: 'four made up words', pin: '408817' }],
      });
      const key = await screen.findByRole('button', { name: 'Go on as K. Moen' });
      const askedFor = (): number =>
        server.asked.filter((asked) => asked.method === 'GET' && asked.path === path).length;
      const before = askedFor();
      let answer: () => void = () => undefined;
      const slow = new Promise<typeof late>((resolve) => (answer = () => resolve(late)));
      server.answers[`GET ${path}`] = () => slow;
      asks(store);
      await waitFor(() => expect(askedFor()).toBe(before + 1));
      server.answers['GET /api/fleet'] = { body: FLEET };
      letsIn('/api/session', sessionOf('lead'));
      await user.click(key);
      await waitFor(() => expect(store.getState().session.person?.name).toBe('K. Moen'));
      const names = new Set<string | undefined>();
      store.subscribe(() => names.add(store.getState().session.person?.name));
      answer();
      return { store, names };
    };
    it('stays in, though that is answered with nobody', async () => {
      const again = (store: Store) =>
        void store.dispatch(api.endpoints.session.initiate(undefined, { forceRefetch: true }));
      const { store, names } = await comesIn(again, '/api/session', { body: sessionOf(null) });
      // What is asked in their name then is answered in it.
      await waitFor(() => expect(api.endpoints.session.select()(store.getState()).data?.person?.name).toBe('K. Moen'));
      expect([...names]).toEqual(['K. Moen']);
    });
    it('stays in, though that is refused because nobody was', async () => {
      const type = '/problems/signed-out';
      const { store, names } = await comesIn((own) => void own.dispatch(api.endpoints.fleet.initiate()), '/api/fleet', {
        status: 401,
        body: { type, title: 'Nobody is signed in here.', status: 401 },
      });
      await waitFor(() => expect(api.endpoints.fleet.select()(store.getState()).isSuccess).toBe(true));
      expect([...names]).toEqual(['K. Moen']);
    });
  });
  it('says that the server does not answer', async () => {
    server.stop();
    show(<SignInView />, { as: null });
    expect((await screen.findByRole('alert')).textContent).toContain('The server does not answer.');
  });
});

describe('what a role may', () => {
  it('is the same here as on the server', () => {
    for (const role of ROLES)
      for (const least of ROLES) expect(mayAs(role, least), `${role} ${least}`).toBe(isAtLeast(role, least));
    expect(mayAs(undefined, 'viewer')).toBe(false);
  });
});
