import { screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/units';
import { restedAt, visitPage } from '../../test/visitPage';

const again = (reading: Parameters<typeof visitPage>[0]['readings']) =>
  visitPage({ at: 'again', unit: unitOf('1S2P'), readings: reading ?? [], conditions: restedAt(20) });
/** Full enough for the carbon pile, but not for the method that wants a full rest. */
const nearlyFull = {
  step: 'battery.openCircuit',
  point: 'A',
  volts: 12.45,
  surfaceChargeStripped: true,
  restedHours: 30,
  batteryC: 20,
} as const;
const row = (name: RegExp) => within(screen.getByRole('row', { name }));

describe('a visit judged again', () => {
  it('stands beside how it was judged, test by test, with the limit of each', async () => {
    await again([nearlyFull]);
    expect(await screen.findByRole('heading', { name: 'Judged again: carbon pile after a full rest' })).toBeTruthy();
    const [own, other] = row(/battery A/)
      .getAllByRole('cell')
      .slice(1);
    expect(own?.textContent).toMatch(/^passed/);
    expect(other?.textContent).not.toMatch(/^passed/);
    expect(other?.textContent).toContain('12.60');
  });
  it('is judged under the method that is chosen, and nothing of it is kept', async () => {
    const { user, happened, read } = await again([nearlyFull]);
    const before = [happened().length, read().length];
    await user.click(await screen.findByRole('button', { name: /Judge again under/ }));
    await user.click(await screen.findByRole('option', { name: 'Conductance screening' }));
    expect(await screen.findByRole('heading', { name: 'Judged again: conductance screening' })).toBeTruthy();
    expect([happened().length, read().length]).toEqual(before);
    expect(screen.getByText(/keeps the verdicts of its own method/)).toBeTruthy();
  });
  it('says so where nothing comes out otherwise', async () => {
    await again([{ step: 'battery.caseLeak', point: 'A', volts: 0.1 }]);
    expect(await screen.findByText('Every reading comes out the same under both methods.')).toBeTruthy();
  });
});
