import { screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { FLEET, standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { watchRow } from '../../test/watchRow';
import { WatchView } from './WatchView';

const server = standServer();
const UNITS = [
  watchRow('P-07', 'lower', {
    description: 'Plough truck',
    disposition: 'hold',
    headline: 'Weak under load: battery B',
    findingCount: 1,
  }),
  watchRow('L-11', 'lower', { description: 'Wheel loader', disposition: 'ready' }),
];
const answerWith = (units: readonly object[]): void => {
  server.answers['GET /api/watch'] = { body: { asOf: '2026-11-24T08:00:00Z', units } };
};
beforeEach(() => {
  server.answers['GET /api/fleet'] = { body: FLEET };
  server.answers['GET /api/weather'] = { body: { yards: [], problem: null } };
  answerWith(UNITS);
});
const listed = async (): Promise<string[]> =>
  within(await screen.findByRole('list', { name: 'Units' }))
    .getAllByRole('link')
    .map(({ textContent }) => /[PL]-\d\d/.exec(textContent)?.[0] ?? '');
const search = (): Promise<HTMLElement> => screen.findByLabelText('Find a unit or a finding');

describe('the watch', () => {
  it('lists what stands where, and what it was left with', async () => {
    show(<WatchView />);
    expect((await listed()).sort()).toEqual(['L-11', 'P-07']);
    const line = (await screen.findAllByRole('listitem')).find(({ textContent }) => textContent.includes('P-07'));
    expect(line?.textContent).toContain('Weak under load: battery B');
    expect(line?.textContent).toMatch(/hold/i);
  });

  it('is narrowed by what is typed, finding or unit, and keeps it in the address', async () => {
    const { user, router } = show(<WatchView />);
    await user.type(await search(), 'weak');
    await waitFor(async () => expect(await listed()).toEqual(['P-07']));
    await waitFor(() => expect(router.state.location.search).toBe('?q=weak'));
    await user.keyboard('{Enter}');
    await waitFor(() => expect(router.state.location.pathname).toBe('/units/P-07'));
  });

  it('says when nothing matches, and shows every unit again at one press', async () => {
    const { user, router } = show(<WatchView />, { at: '/?q=crusher&standing=hold&yard=lower&sort=unit' });
    expect(await screen.findByText('Nothing matches.')).toBeTruthy();
    screen.getByRole('button', { name: 'Show every unit' }).focus();
    await user.keyboard('{Enter}');
    // The key is gone; the keyboard goes on from the list, not from the top of the page.
    await waitFor(() =>
      expect(document.activeElement?.contains(screen.getByRole('list', { name: 'Units' }))).toBe(true),
    );
    expect(document.activeElement).not.toBe(document.body);
    expect((await listed()).sort()).toEqual(['L-11', 'P-07']);
    expect(((await search()) as HTMLInputElement).value).toBe('');
    // How it is ordered hid nothing: it stays.
    expect(router.state.location.search).toBe('?sort=unit');
  });

  it('says in words that it could not be loaded, and asks again where one stands already', async () => {
    server.answers['GET /api/watch'] = { status: 500, body: {} };
    const { user } = show(<WatchView />);
    const alert = await screen.findByRole('alert');
    expect(alert.textContent).toContain('The watch could not be loaded');
    expect(alert.textContent).toContain('Readings taken on this device are kept and will be sent.');
    // A key that leads where one is leads nowhere.
    expect(within(alert).queryByRole('link', { name: 'To the watch' })).toBeNull();
    answerWith(UNITS);
    await user.click(within(alert).getByRole('button', { name: 'Try again' }));
    expect((await listed()).sort()).toEqual(['L-11', 'P-07']);
  });

  it('of a fleet without a unit says what to begin with', async () => {
    answerWith([]);
    show(<WatchView />);
    expect(
      await screen.findByRole('heading', { name: 'Tindra Pass winter road service has no unit yet' }),
    ).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Take in a list' }).getAttribute('href')).toBe('/import/units');
    expect(screen.queryByRole('list', { name: 'Units' })).toBeNull();
  });
});
