import type { BatteryDetail } from '@vaktman/contract';
import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { batteryDetail, DEAD, WORN } from '../../test/batteries';
import { show } from '../../test/show';
import { standServer } from '../../test/standServer';
import { OPEN_VISIT, unitDetailOf } from '../../test/units';
import { MoveBattery } from './MoveBattery';

const server = standServer();
const ID = batteryDetail().batteryId;
const moves = () => server.asked.filter(({ path }) => path.endsWith('/moves')).map(({ body }) => body);
const panel = (part?: Partial<BatteryDetail>) => {
  server.answers['GET /api/units'] = { body: { units: [] } };
  return show(<MoveBattery detail={batteryDetail(part)} />);
};

describe('what is done with a battery', () => {
  it.each([
    ['in a unit, is fitted elsewhere', {}, 'Fit'],
    ['sound and in store, is fitted', { state: 'store' as const }, 'Fit'],
    ['worn out and in store, is scrapped', { state: 'store' as const, figures: WORN }, 'Scrap'],
    ['with a dead cell, too', { state: 'store' as const, figures: DEAD }, 'Scrap'],
    [
      'worn out within its warranty, goes back to its maker',
      { state: 'store' as const, figures: WORN, warrantyUntil: '2099-01-01' },
      'Send it back',
    ],
    [
      'worn out after its warranty, does not',
      { state: 'store' as const, figures: WORN, warrantyUntil: '2020-01-01' },
      'Scrap',
    ],
    ['at its maker, comes back', { state: 'claimed' as const }, 'Take it into store'],
  ])('one that is %s, first of all', (_what, part, words) => {
    panel(part);
    expect(screen.getByRole('button', { name: words })).toBeTruthy();
  });
  it('is asked why, and nothing is sent without', async () => {
    const { user } = panel({ state: 'store', figures: WORN });
    await user.click(screen.getByRole('button', { name: 'Scrap' }));
    expect(await screen.findByText(/say why/)).toBeTruthy();
    expect(moves()).toEqual([]);
    await waitFor(() => expect(screen.getByRole('textbox', { name: /Why/ })).toBe(document.activeElement));
  });
  it('is sent once, with the reason, however often it is pressed', async () => {
    const { user } = panel({ state: 'store', figures: WORN });
    server.answers[`POST /api/batteries/${ID}/moves`] = { body: batteryDetail({ state: 'scrapped' }) };
    await user.type(screen.getByRole('textbox', { name: /Why/ }), 'gives too little');
    await user.dblClick(screen.getByRole('button', { name: 'Scrap' }));
    await waitFor(() => expect(moves().length).toBeGreaterThan(0));
    expect(moves()).toEqual([{ kind: 'scrap', because: 'gives too little' }]);
  });
  it('is told where it did not come about', async () => {
    const { user } = panel({ state: 'store', figures: WORN });
    server.answers[`POST /api/batteries/${ID}/moves`] = {
      status: 409,
      body: { type: 'about:blank', title: 'It was fitted in P-09 a moment ago.', status: 409 },
    };
    await user.type(screen.getByRole('textbox', { name: /Why/ }), 'gives too little');
    await user.click(screen.getByRole('button', { name: 'Scrap' }));
    expect((await screen.findByRole('alert')).textContent).toContain('It was fitted in P-09 a moment ago.');
  });
  it('is better done in the visit that is open at its unit: there it is told who reads', async () => {
    server.answers['GET /api/units/P-07'] = { body: { ...unitDetailOf('P-07'), visits: [OPEN_VISIT] } };
    panel();
    expect(await screen.findByText('A visit of P-07 is open, by I. Dahl.')).toBeTruthy();
    const link = screen.getByRole('link', { name: 'in the visit' });
    expect(link.getAttribute('href')).toBe(`/visits/${OPEN_VISIT.visitId}`);
  });
  it('is over once it is scrapped: when and why stand there', () => {
    panel({ state: 'scrapped', scrappedAt: '2026-11-24T09:00:00Z', scrappedBecause: 'case cracked' });
    expect(screen.getByText(/case cracked/)).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
  });
});
