import { fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Unit } from '@vaktman/core';
import { unitOf } from '../../test/units';
import { visitPage } from '../../test/visitPage';
import { readText } from '../../test/readText';

const typed = (cells: readonly number[]): string => cells.map((cell) => `${cell.toFixed(3)}{Enter}`).join('');

describe('the hydrometer', () => {
  it('keeps the fluid and the six cells in their order', async () => {
    const { user, read } = await visitPage({ at: 'battery.hydrometer/A' });
    await screen.findByRole('heading', { name: 'Hydrometer, battery A' });
    const cells = [1.265, 1.26, 1.27, 1.265, 1.255, 1.265];
    await user.keyboard(`20{Enter}${typed(cells)}`);
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({ step: 'battery.hydrometer', point: 'A', cells, electrolyteC: 20 });
  });
  it('asks for the three cells of a battery of 6 V', async () => {
    const bank = unitOf('2S1P').bank;
    const unit: Unit = {
      ...unitOf('2S1P'),
      systemVolts: 12,
      bank: { ...bank, batteries: bank.batteries.map((battery) => ({ ...battery, nominalVolts: 6 })) },
      starter: { ratedVolts: 12, groundReturn: 'cable', magneticSwitch: 'separate' },
    };
    const { user, read } = await visitPage({ at: 'battery.hydrometer/A', unit });
    await screen.findByRole('heading', { name: 'Hydrometer, battery A' });
    await user.keyboard(`20{Enter}${typed([1.265, 1.26, 1.27])}`);
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({ cells: [1.265, 1.26, 1.27], electrolyteC: 20 });
  });
  it('keeps them once, however often Enter is pressed while they are being kept', async () => {
    const { user, read } = await visitPage({ at: 'battery.hydrometer/A' });
    await screen.findByRole('heading', { name: 'Hydrometer, battery A' });
    await user.keyboard(`20{Enter}${typed([1.265, 1.26, 1.27, 1.265, 1.255])}1.265`);
    for (let press = 0; press < 3; press++) fireEvent.keyDown(document.body, { key: 'Enter' });
    await screen.findByRole('heading', { name: 'Cells of battery A' });
    expect(read()).toHaveLength(1);
  });
  it('shows the spread as the cells are typed, corrected for a cold fluid', async () => {
    const { user } = await visitPage({ at: 'battery.hydrometer/A' });
    await screen.findByRole('heading', { name: 'Hydrometer, battery A' });
    await user.keyboard('0{Enter}1.26{Enter}1.2{Enter}');
    const spread = screen.getByText('Spread, limit 0.050').nextElementSibling;
    expect(spread?.textContent).toContain('0.060');
    // Colder acid reads too dense: the emptier cell freezes sooner than its 1.200 would say.
    expect(readText(screen.getByText('Freezes at').nextElementSibling)).toBe('−21 °C');
  });
  it('holds the spread against what the maker of the machine allows', async () => {
    const unit = { ...unitOf('1S1P'), makerLimits: { gravitySpreadFail: 0.08 } };
    const { user } = await visitPage({ at: 'battery.hydrometer/A', unit });
    await screen.findByRole('heading', { name: 'Hydrometer, battery A' });
    await user.keyboard('27{Enter}1.26{Enter}1.2{Enter}');
    expect(screen.getByText('Spread, limit 0.080').nextElementSibling?.textContent).toContain('0.060');
    expect(
      screen.getByText((_, part) => part?.tagName === 'text' && part.textContent === '1.200').getAttribute('fill'),
    ).toBe('var(--ink)');
  });
  it('takes no cell away by a reload, neither its number nor what it says of the others; saved, all are forgotten', async () => {
    const { user, read, reload } = await visitPage({ at: 'battery.hydrometer/A' });
    await screen.findByRole('heading', { name: 'Hydrometer, battery A' });
    await user.keyboard('27{Enter}1.26{Enter}1.2{Enter}');
    reload();
    await screen.findByRole('heading', { name: 'Hydrometer, battery A' });
    expect(screen.getByText('Spread, limit 0.050').nextElementSibling?.textContent).toContain('0.060');
    await user.keyboard(typed([1.26, 1.26, 1.26, 1.26]));
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({ cells: [1.26, 1.2, 1.26, 1.26, 1.26, 1.26], electrolyteC: 27 });
    await user.click(await screen.findByRole('button', { name: 'Take again' }));
    expect(screen.getByTestId('entry-cell1').textContent).not.toContain('1.26');
  });
  it('finds the cell that lags and says which battery it is in', async () => {
    const { user, read } = await visitPage({ at: 'battery.hydrometer/C' });
    await screen.findByRole('heading', { name: 'Hydrometer, battery C' });
    await user.keyboard(`27{Enter}${typed([1.265, 1.265, 1.15, 1.265, 1.265, 1.265])}`);
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(await screen.findByRole('heading', { name: 'Cells of battery C' })).toBeTruthy();
    expect(screen.getAllByText('failed').length).toBeGreaterThan(0);
  });
  it('takes no gravity of another liquid', async () => {
    const { user, read } = await visitPage({ at: 'battery.hydrometer/A' });
    await screen.findByRole('heading', { name: 'Hydrometer, battery A' });
    await user.keyboard('20{Enter}0.9{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('cannot be');
    expect(read()).toEqual([]);
  });
});
