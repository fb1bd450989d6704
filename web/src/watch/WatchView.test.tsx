import { act, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
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

  it('is narrowed by how a unit left its visit and by yard, and ordered, as the address then says', async () => {
    server.answers['GET /api/fleet'] = {
      body: { ...FLEET, yards: [...FLEET.yards, { yardId: 'summit', name: 'Summit Station', endedAt: null }] },
    };
    answerWith([
      ...UNITS,
      watchRow('P-03', 'summit', { disposition: 'hold' }),
      watchRow('L-02', 'lower', { disposition: 'hold' }),
    ]);
    const { user, router, unmount } = show(<WatchView />);
    const choose = async (label: RegExp, words: string): Promise<void> => {
      await user.click(await screen.findByRole('button', { name: label }));
      await user.click(await screen.findByRole('option', { name: words }));
    };
    await choose(/Left its visit/, 'hold');
    await waitFor(async () => expect((await listed()).sort()).toEqual(['L-02', 'P-03', 'P-07']));
    await user.click(screen.getByRole('button', { name: 'Lower Yard' }));
    await choose(/First/, 'unit number');
    await waitFor(async () => expect(await listed()).toEqual(['L-02', 'P-07']));
    const { search: asked } = router.state.location;
    expect(Object.fromEntries(new URLSearchParams(asked))).toEqual({ standing: 'hold', yard: 'lower', sort: 'unit' });
    unmount();
    show(<WatchView />, { at: `/${asked}` });
    await waitFor(async () => expect(await listed()).toEqual(['L-02', 'P-07']));
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

  it('goes on to the next day where it is left open: the night that is over is planned for no more', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true, now: new Date('2026-11-24T20:00:00Z') });
    try {
      server.answers['GET /api/weather'] = {
        body: {
          yards: [
            {
              yardId: 'lower',
              nights: [
                { date: '2026-11-24', lowestC: -38, from: 'service' },
                { date: '2026-11-25', lowestC: -10, from: 'service' },
              ],
            },
          ],
          problem: null,
        },
      };
      answerWith([watchRow('P-07', 'lower', { disposition: 'ready', cold: [-32, -27, -22], dueOn: '2026-11-24' })]);
      show(<WatchView />);
      expect(await screen.findByText('One will not start on Tuesday night')).toBeTruthy();
      // At five in the morning that night is not over.
      await act(() => vi.advanceTimersByTimeAsync(9 * 3_600_000));
      expect(screen.getByText('One will not start on Tuesday night')).toBeTruthy();
      expect(await screen.findByText('1 day late')).toBeTruthy();
      await act(() => vi.advanceTimersByTimeAsync(4 * 3_600_000));
      expect(await screen.findByText('One will start on Wednesday night')).toBeTruthy();
    } finally {
      vi.useRealTimers();
    }
  });

  it('says how many more there are than it lists beside', async () => {
    const action = { finding: 'f', says: 's', action: 'Replace a battery' };
    answerWith(
      Array.from({ length: 14 }, (_, nth) =>
        watchRow(`P-${10 + nth}`, 'lower', {
          disposition: 'hold',
          cold: [-5, -4, -3],
          actions: [{ ...action, part: { name: `Battery of kind ${nth}`, count: 1 } }],
        }),
      ),
    );
    server.answers['GET /api/weather'] = {
      body: {
        yards: [{ yardId: 'lower', nights: [{ date: '2100-01-01', lowestC: -20, from: 'service' }] }],
        problem: null,
      },
    };
    show(<WatchView />);
    expect(await screen.findByText('and 2 more: show those that will not start')).toBeTruthy();
    expect(screen.getByText('and 2 more: all are in the file')).toBeTruthy();
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
