import { act, screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../api/api';
import { FLEET, standServer } from '../../test/standServer';
import { showAt } from '../../test/show';
import { OPEN_VISIT, twoAlternators, unitDetailOf, unitOf } from '../../test/units';
import { UnitView } from './UnitView';

const server = standServer();
const historyOf = (action: string) => ({
  outlook: null,
  isDue: false,
  actions: [{ finding: 'battery.weak@B', says: 'Weak under load: battery B', action }],
  figures: [],
  meters: null,
  baselines: {},
  elsewhere: [],
});
beforeEach(() => {
  server.answers['GET /api/fleet'] = { body: FLEET };
  server.answers['GET /api/weather'] = { body: { yards: [], problem: null } };
  server.answers['GET /api/units/P-07'] = { body: unitDetailOf('P-07') };
  server.answers['GET /api/units/P-07/history'] = { body: historyOf('Replace battery B') };
});
const BROKEN = { status: 500, body: { type: 'about:blank', title: 'Broken.', status: 500 } };
const plate = (id: string) => screen.findByRole('heading', { name: id, level: 1 });
const view = async () => {
  const shown = showAt('/units/:unitId', <UnitView />, '/units/P-07');
  await plate('P-07');
  return shown;
};

describe('one unit after another', () => {
  it('says of one that is not registered so, instead of showing the last', async () => {
    const { router } = await view();
    await act(() => router.navigate('/units/X-99'));
    expect(await screen.findByRole('heading', { name: 'X-99 is not registered' })).toBeTruthy();
    expect(screen.queryByRole('heading', { name: 'P-07', level: 1 })).toBeNull();
  });
  it('shows nothing that is open on the last while its own does not come', async () => {
    server.answers['GET /api/units/S-01'] = { body: unitDetailOf('S-01') };
    const { router } = await view();
    expect(await screen.findByText('Replace battery B')).toBeTruthy();
    await act(() => router.navigate('/units/S-01'));
    await plate('S-01');
    await waitFor(() => expect(server.asked.some(({ path }) => path === '/api/units/S-01/history')).toBe(true));
    expect(screen.queryByText('Replace battery B')).toBeNull();
  });
});

describe('what does not come', () => {
  it('of its history is said, and asked for again at one press', async () => {
    server.answers['GET /api/units/P-07/history'] = BROKEN;
    const { user } = await view();
    const said = await screen.findByRole('alert');
    expect(said.textContent).toContain('could not be loaded');
    server.answers['GET /api/units/P-07/history'] = { body: historyOf('Replace battery B') };
    await user.click(screen.getByRole('button', { name: 'Ask again' }));
    expect(await screen.findByText('Replace battery B')).toBeTruthy();
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('of its parts is not taken for parts nobody changed', async () => {
    server.answers['GET /api/units/P-07/parts'] = BROKEN;
    await view();
    expect(await screen.findAllByText('what was put in could not be loaded')).toHaveLength(2);
    expect(screen.queryByText('as delivered, as far as is on record')).toBeNull();
  });
});

describe('limits of the method', () => {
  const figures = ['2026-11-20', '2026-05-02'].map((day) => ({
    at: `${day}T08:00:00Z`,
    ambientC: 5,
    batteries: {},
    left: [],
    readAt: {},
    starterMilliohm: {},
    chargeMilliohm: {},
    outputPercent: {},
    rechargeAmps: 6,
    repairs: [],
  }));
  const recharge = () => screen.findByRole('img', { name: /^Recharge current: / });
  beforeEach(() => {
    vi.stubGlobal(
      'ResizeObserver',
      class {
        observe = () => undefined;
        unobserve = () => undefined;
        disconnect = () => undefined;
      },
    );
    server.answers['GET /api/units/P-07/history'] = { body: { ...historyOf('none'), figures } };
  });
  it('stand beside what was read', async () => {
    await view();
    expect((await recharge()).getAttribute('aria-label')).toMatch(/; limit \d+ A$/);
  });
  it('are of each alternator where there are two, with what was done at that one', async () => {
    const outputs = figures.map((own, nth) => ({
      ...own,
      outputPercent: { ALT1: 99 - nth, ALT2: 82 + nth },
      repairs:
        nth === 0
          ? [
              {
                at: own.at,
                kind: 'replace',
                point: 'ALT2',
                action: 'Replace it',
                closes: ['alternator.low-output@ALT2'],
              },
            ]
          : [],
    }));
    server.answers['GET /api/units/P-07'] = {
      body: { ...unitDetailOf('P-07'), unit: { ...twoAlternators(unitOf('1S2P')), id: 'P-07' } },
    };
    server.answers['GET /api/units/P-07/history'] = { body: { ...historyOf('none'), figures: outputs } };
    await view();
    const trend = async (name: RegExp) => (await screen.findByRole('img', { name })).parentElement?.textContent;
    expect(await trend(/^Alternator output, ALT1: .*limit 90 %$/)).not.toContain('Replace it');
    expect(await trend(/^Alternator output, ALT2: .*limit 90 %$/)).toContain('Replace it');
  });
  it('are not guessed while what the fleet judges by is not known', async () => {
    server.answers['GET /api/fleet'] = BROKEN;
    await view();
    expect((await recharge()).getAttribute('aria-label')).not.toContain('limit');
  });
});

describe('visits of many years', () => {
  const visitOf = (day: number) => ({
    ...OPEN_VISIT,
    visitId: `01932a00-0000-7000-8000-0000000001${day}`,
    startedAt: `2025-11-${day}T08:00:00Z`,
    closedAt: `2025-11-${day}T09:00:00Z`,
  });
  const rows = () => screen.getAllByRole('link', { name: /Nov 2025/ }).map((link) => link.textContent);
  beforeEach(() => {
    server.answers['GET /api/units/P-07'] = {
      body: { ...unitDetailOf('P-07'), visits: [visitOf(28)], earlierVisits: 'place-28' },
    };
    server.answers['GET /api/visits'] = ({ query }) => ({
      body:
        query['after'] === 'place-28'
          ? { visits: [{ ...visitOf(27), unitId: 'P-07' }], next: 'place-27' }
          : { visits: [{ ...visitOf(26), unitId: 'P-07' }], next: null },
    });
  });
  it('come page by page as far as somebody asks for them, to the first', async () => {
    const { user } = await view();
    await user.click(await screen.findByRole('button', { name: 'Show earlier visits' }));
    await waitFor(() => expect(rows()).toEqual(['28 Nov 2025', '27 Nov 2025']));
    await user.click(screen.getByRole('button', { name: 'Show earlier visits' }));
    await waitFor(() => expect(rows()).toEqual(['28 Nov 2025', '27 Nov 2025', '26 Nov 2025']));
    expect(screen.queryByRole('button', { name: 'Show earlier visits' })).toBeNull();
    expect(server.asked.filter(({ path }) => path === '/api/visits').map(({ query }) => query)).toEqual([
      { unitId: 'P-07', after: 'place-28' },
      { unitId: 'P-07', after: 'place-27' },
    ]);
  });
  it('stay shown, each once, when one is opened or goes away meanwhile', async () => {
    const { user, store } = await view();
    await user.click(await screen.findByRole('button', { name: 'Show earlier visits' }));
    await waitFor(() => expect(rows()).toHaveLength(2));
    await user.click(await screen.findByRole('button', { name: 'Show earlier visits' }));
    await waitFor(() => expect(rows()).toEqual(['28 Nov 2025', '27 Nov 2025', '26 Nov 2025']));
    const pageNow = async (visits: readonly object[], earlierVisits: string): Promise<void> => {
      server.answers['GET /api/units/P-07'] = { body: { ...unitDetailOf('P-07'), visits, earlierVisits } };
      await act(async () => void store.dispatch(api.util.invalidateTags(['Unit'])));
    };
    // One visit stands on the page: what a new one pushes off it is not lost.
    await pageNow([visitOf(29)], 'place-29');
    await waitFor(() => expect(rows()).toEqual(['29 Nov 2025', '28 Nov 2025', '27 Nov 2025', '26 Nov 2025']));
    // It was opened by mistake; and the one below is gone as well, so that the next moves up.
    await pageNow([visitOf(27)], 'place-27');
    await waitFor(() => expect(rows()).toEqual(['27 Nov 2025', '26 Nov 2025']));
  });
  it('that do not come are said so, and asked for again at one press; what came stays', async () => {
    const { user } = await view();
    const answer = server.answers['GET /api/visits']!;
    server.answers['GET /api/visits'] = BROKEN;
    await user.click(await screen.findByRole('button', { name: 'Show earlier visits' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Broken.');
    server.answers['GET /api/visits'] = answer;
    await user.click(screen.getByRole('button', { name: 'Show earlier visits' }));
    await waitFor(() => expect(rows()).toEqual(['28 Nov 2025', '27 Nov 2025']));
    expect(screen.queryByRole('alert')).toBeNull();
    server.answers['GET /api/visits'] = BROKEN;
    await user.click(screen.getByRole('button', { name: 'Show earlier visits' }));
    expect(await screen.findByRole('alert')).toBeTruthy();
    expect(rows()).toEqual(['28 Nov 2025', '27 Nov 2025']);
  });
});
