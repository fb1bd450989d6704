import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/units';
import { restedAt, visitPage } from '../../test/visitPage';

const RESTED = { step: 'battery.openCircuit', volts: 12.5, surfaceChargeStripped: false, restedHours: 24 } as const;

describe('resting volts', () => {
  it('of a whole bank are typed on one screen and kept one by one, with how they came to rest and how warm it is', async () => {
    const { user, read } = await visitPage({ at: 'battery.openCircuit/A', conditions: restedAt(-4) });
    await screen.findByRole('heading', { name: 'Resting volts of the bank' });
    await user.keyboard('12,61{Enter}12.58{Enter}12.6{Enter}12.57{Enter}');
    await waitFor(() => expect(read()).toHaveLength(4));
    expect(read().map((reading) => reading.step === 'battery.openCircuit' && [reading.point, reading.volts])).toEqual([
      ['A', 12.61],
      ['B', 12.58],
      ['C', 12.6],
      ['D', 12.57],
    ]);
    expect(read()[0]).toMatchObject({ surfaceChargeStripped: false, restedHours: 24, batteryC: -4 });
  });
  it('are asked for one battery where somebody likes it so, and the volts of another are not', async () => {
    const { user, read } = await visitPage({ at: 'battery.openCircuit/B', conditions: restedAt(-4) });
    await user.click(await screen.findByRole('button', { name: 'One battery at a time' }));
    await screen.findByRole('heading', { name: 'Resting volts, battery B' });
    await user.keyboard('12.6{Enter}');
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({ point: 'B', volts: 12.6 });
    expect(await screen.findByRole('button', { name: 'Take again' })).toBeTruthy();
  });
  it('typed for a bank stay typed where somebody else reads one of them meanwhile, which is asked no more', async () => {
    const { user, read, alsoRead } = await visitPage({ at: 'battery.openCircuit/A', conditions: restedAt(-4) });
    await screen.findByRole('heading', { name: 'Resting volts of the bank' });
    await user.keyboard('12.61{Enter}12.58{Enter}12.6{Enter}');
    await alsoRead({ ...RESTED, point: 'B', volts: 12.4 });
    await alsoRead({ ...RESTED, point: 'A', volts: 12.3 });
    expect(screen.queryByTestId('entry-B')).toBeNull();
    expect(screen.getByRole('status').textContent).toMatch(/It stands at 12\.3/);
    await user.keyboard('12.57{Enter}');
    await waitFor(() => expect(read()).toHaveLength(4));
    const volts = read().map((reading) => reading.step === 'battery.openCircuit' && [reading.point, reading.volts]);
    expect(volts).toEqual([
      ['B', 12.4],
      ['A', 12.3],
      ['C', 12.6],
      ['D', 12.57],
    ]);
    expect(await screen.findByRole('button', { name: 'Take again' })).toBeTruthy();
  });
  it('stay typed while one goes over from the whole bank to one battery, and back', async () => {
    const { user } = await visitPage({ at: 'battery.openCircuit/A', conditions: restedAt(-4) });
    await user.keyboard('12.61{Enter}12.58');
    await user.click(await screen.findByRole('button', { name: 'One battery at a time' }));
    expect(screen.getByTestId('entry-A').textContent).toContain('12.61');
    await user.click(screen.getByRole('button', { name: 'Type the whole bank here' }));
    expect(screen.getByTestId('entry-B').textContent).toContain('12.58');
  });
  it('typed for a bank and not saved are there again after a reload, for whoever typed them', async () => {
    const { user, read, reload } = await visitPage({ at: 'battery.openCircuit/A', conditions: restedAt(-4) });
    await screen.findByRole('heading', { name: 'Resting volts of the bank' });
    await user.keyboard('12.61{Enter}12.58{Enter}12.');
    reload();
    await screen.findByRole('heading', { name: 'Resting volts of the bank' });
    expect(screen.getByTestId('entry-B').textContent).toContain('12.58');
    // Half a number is typed anew.
    await user.keyboard('12.6{Enter}12.57{Enter}');
    await waitFor(() => expect(read()).toHaveLength(4));
  });
  it('tell how full the battery is while they are typed, and nothing below nothing', async () => {
    const { user } = await visitPage({
      at: 'battery.openCircuit/A',
      unit: unitOf('1S2P'),
      readings: [{ ...RESTED, point: 'B' }],
      conditions: restedAt(20),
    });
    await screen.findByRole('heading', { name: 'Resting volts, battery A' });
    const told = screen.getByText(/State of charge/).nextElementSibling;
    await user.keyboard('12.45');
    expect(told?.textContent).toMatch(/^6\d%/);
    await user.keyboard('{Backspace}{Backspace}{Backspace}{Backspace}{Backspace}0');
    expect(told?.textContent).toBe('–');
  });
  it('ask how warm the battery is where nobody knows, and go without where it is left out', async () => {
    const { user, read } = await visitPage({
      at: 'battery.openCircuit/A',
      unit: unitOf('1S1P'),
      conditions: { ...restedAt(0), batteryC: null },
    });
    await screen.findByRole('heading', { name: 'Resting volts, battery A' });
    await user.keyboard('12.6{Enter}{Enter}');
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).not.toHaveProperty('batteryC');
  });
  it('taken again stand beside the first; put right, they stand for it', async () => {
    const { user, read } = await visitPage({
      at: 'battery.openCircuit/A',
      unit: unitOf('1S1P'),
      readings: [{ ...RESTED, point: 'A' }],
      conditions: restedAt(20),
    });
    await user.click(await screen.findByRole('button', { name: 'Take again' }));
    await user.keyboard('12.4{Enter}');
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({ volts: 12.4 });
    expect(read()[0]).not.toHaveProperty('corrects');
  });
  it('wait for surface charge: it is dealt with first', async () => {
    const { read } = await visitPage({ at: 'battery.openCircuit/A', unit: unitOf('1S1P') });
    expect(await screen.findByRole('heading', { level: 2 })).toBeTruthy();
    expect(screen.queryByTestId('entry-A')).toBeNull();
    expect(read()).toEqual([]);
  });
});
