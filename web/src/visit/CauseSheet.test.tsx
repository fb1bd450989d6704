import { act, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/units';
import { visitPage } from '../../test/visitPage';

describe('why a young battery died', () => {
  it('is read test by test, the one that tells most for its minutes first, and what was read speaks for or against', async () => {
    const unit = unitOf('1S2P');
    const fitted = new Date(Date.now() - 90 * 86_400_000).toISOString().slice(0, 10);
    const batteries = unit.bank.batteries.map((battery) => ({ ...battery, fitted }));
    const { user, read, router, visitId, path } = await visitPage({
      at: 'findings',
      unit: { ...unit, bank: { ...unit.bank, batteries } },
      readings: [
        { step: 'battery.openCircuit', point: 'A', volts: 12.1, surfaceChargeStripped: true },
        { step: 'battery.openCircuit', point: 'B', volts: 12.7, surfaceChargeStripped: true },
      ] as never,
    });
    const sheet = async () => within(await screen.findByRole('region', { name: 'Why did battery A die' }));
    const line = async (words: string) =>
      (await sheet()).getAllByRole('listitem').find((item) => item.textContent.includes(words))?.textContent;
    expect(await line('Leakage over its case')).toContain('not read');
    await user.click((await sheet()).getByRole('link', { name: /^Read next: leakage over the case, battery A/ }));
    await waitFor(() => expect(path()).toBe('/battery.caseLeak/A'));
    await screen.findByRole('group', { name: 'Keypad' });
    await user.keyboard('1.6{Enter}');
    await waitFor(() => expect(read()).toHaveLength(1));
    await act(() => router.navigate(`/visits/${visitId}/findings`));
    expect(await line('Leakage over its case')).toContain('speaks for it');
    expect((await sheet()).getByRole('link', { name: /^Read next:/ }).textContent).not.toContain('leakage');
  });
});
