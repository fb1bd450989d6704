import type { ProfileName } from '@vaktman/core';
import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/units';
import { visitPage } from '../../test/visitPage';
import type { VisitConditions } from './conditionsSlice';

const strip = async (surfaceCharge: VisitConditions['surfaceCharge'] = null, profile: ProfileName = 'pile') => {
  const conditions = { surfaceCharge };
  const page = await visitPage({ at: 'battery.openCircuit/A', unit: unitOf('1S1P'), conditions, profile });
  const charge = () => page.store.getState().conditions[page.visitId]?.surfaceCharge ?? null;
  return { ...page, charge };
};

describe('surface charge', () => {
  it('is stripped by lamps first: their clock is one of the device, under the unit and what it is', async () => {
    const { user, store, charge } = await strip();
    await user.click(await screen.findByRole('button', { name: 'Lamps and blower are on' }));
    await waitFor(() => expect(charge()).toMatchObject({ kind: 'lamps' }));
    expect(store.getState().clocks).toMatchObject([{ name: 'T-1S1P: lamps and blower on', seconds: 60 }]);
    expect(screen.getByRole('timer', { name: 'Lamps on' })).toBeTruthy();
    expect((screen.getByRole('button', { name: 'Everything is off' }) as HTMLButtonElement).disabled).toBe(true);
  });
  it('goes on to the wait once the lamps were on for a minute', async () => {
    const { user, store, charge } = await strip({ kind: 'lamps', startedMs: Date.now() - 61_000 });
    await user.click(await screen.findByRole('button', { name: 'Everything is off' }));
    await waitFor(() => expect(charge()).toMatchObject({ kind: 'waiting' }));
    expect(store.getState().clocks).toMatchObject([{ seconds: 120 }]);
  });
  it('is gone when the wait is over, and the volts are asked for', async () => {
    const { charge, store } = await strip({ kind: 'waiting', startedMs: Date.now() - 121_000 });
    expect(await screen.findByRole('heading', { name: 'Resting volts, battery A' })).toBeTruthy();
    expect(charge()).toMatchObject({ kind: 'stripped' });
    expect(store.getState().clocks).toEqual([]);
  });
  it('is gone by rest alone where somebody says for how long', async () => {
    const { user, charge } = await strip();
    await user.click(await screen.findByRole('button', { name: 'It has rested' }));
    await screen.findByRole('heading', { name: 'How long has it rested?' });
    await user.keyboard('12{Enter}');
    await waitFor(() => expect(charge()).toMatchObject({ kind: 'rested', hours: 12 }));
  });
  it('is said to be gone by rest after four hours, or after as many as the method counts volts from', async () => {
    const { user, unmount } = await strip();
    await user.click(await screen.findByRole('button', { name: 'It has rested' }));
    expect((await screen.findByText('4 h')).parentElement?.textContent).toContain('From 4 h on surface charge is gone');
    unmount();
    const slow = await strip(null, 'rested');
    expect(await screen.findByRole('heading', { name: 'Let it rest' })).toBeTruthy();
    expect(screen.getByText('24 h').parentElement?.textContent).toContain('only after 24 h disconnected');
    await slow.user.click(screen.getByRole('button', { name: 'It has rested' }));
    expect((await screen.findByText('24 h')).parentElement?.textContent).toContain('counts its volts from 24 h on.');
  });
  it('is left where somebody says why, and the visit keeps the reason', async () => {
    const { user, charge, happened } = await strip();
    await user.click(await screen.findByRole('button', { name: 'Skip' }));
    const key = await screen.findByRole('button', { name: 'Skip and read' });
    expect((key as HTMLButtonElement).disabled).toBe(true);
    await user.type(screen.getByRole('textbox', { name: 'Why' }), ' lamps are broken ');
    await user.click(key);
    await waitFor(() => expect(charge()).toMatchObject({ kind: 'skipped' }));
    expect(happened()).toContainEqual(expect.objectContaining({ kind: 'wait-skipped', reason: 'lamps are broken' }));
  });
  it('started over, leaves no clock behind', async () => {
    const { user, charge, store } = await strip({ kind: 'lamps', startedMs: Date.now() - 5000 });
    await user.click(await screen.findByRole('button', { name: 'Start over' }));
    await waitFor(() => expect(charge()).toBeNull());
    expect(store.getState().clocks).toEqual([]);
  });
});
