import { act, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { visitPage } from '../../test/visitPage';
import { clockStarted } from '../clock/clockSlice';
import { unitOf } from '../../test/units';

/** Where one stands, what is typed with Enter after each number, and what is kept of it. */
const TYPED: readonly (readonly [at: string, keys: readonly string[], kept: Record<string, unknown>])[] = [
  [
    'start.drop/positive',
    ['0.31', '480'],
    { step: 'start.drop', point: 'positive', volts: 0.31, amps: 480, by: 'pile' },
  ],
  ['start.crankVolts/starter', ['9.8'], { step: 'start.crankVolts', point: 'starter', volts: 9.8, hold: 'settled' }],
  ['start.solenoid/starter', ['0.2'], { step: 'start.solenoid', point: 'starter', volts: 0.2 }],
  ['start.motor/starter', ['9.1'], { step: 'start.motor', point: 'starter', volts: 9.1 }],
  ['start.control/starter', ['0.4'], { step: 'start.control', point: 'starter', volts: 0.4 }],
  ['start.switch/starter', ['0.1'], { step: 'start.switch', point: 'starter', volts: 0.1 }],
  ['start.joint/starter.B%2B', ['0.08'], { step: 'start.joint', point: 'starter.B+', volts: 0.08, during: 'crank' }],
  ['start.link/A-B', ['0.07'], { step: 'start.link', point: 'A-B', volts: 0.07, during: 'crank' }],
  ['charge.volts/bank', ['14.2', '1500'], { step: 'charge.volts', point: 'bank', volts: 14.2, rpm: 1500 }],
  ['charge.rise/bank', ['13.4', '1700'], { step: 'charge.rise', point: 'bank', volts: 13.4, rpm: 1700 }],
  [
    'charge.drop/negative',
    ['0.12', '150'],
    { step: 'charge.drop', point: 'negative', volts: 0.12, amps: 150, by: 'pile-at-bank' },
  ],
  ['charge.output/ALT1', ['158'], { step: 'charge.output', point: 'ALT1', peakAmps: 158, governedSpeed: true }],
  [
    'charge.recharge/bank',
    ['6.5', '11'],
    { step: 'charge.recharge', point: 'bank', amps: 6.5, minutes: 11, loads: 'off' },
  ],
  ['charge.ripple/ALT1', ['0.2'], { step: 'charge.ripple', point: 'ALT1', acVolts: 0.2 }],
  ['charge.field/regulator', ['0.3'], { step: 'charge.field', point: 'regulator', volts: 0.3 }],
  ['charge.standing/ALT1', ['12.6'], { step: 'charge.standing', point: 'ALT1', volts: 12.6 }],
  ['battery.caseLeak/B', ['0.2'], { step: 'battery.caseLeak', point: 'B', volts: 0.2 }],
  ['battery.milliohm/B', ['4.2'], { step: 'battery.milliohm', point: 'B', milliohms: 4.2 }],
];

const typed = async (
  { user }: Pick<Awaited<ReturnType<typeof visitPage>>, 'user'>,
  keys: readonly string[],
): Promise<void> => {
  await screen.findByRole('group', { name: 'Keypad' });
  for (const key of keys) await user.keyboard(`${key}{Enter}`);
};

describe('what is typed at a measurement', () => {
  it.each(TYPED)('%s keeps what was read, and nothing else', async (at, keys, kept) => {
    const page = await visitPage({ at });
    await typed(page, keys);
    await waitFor(() => expect(page.read()).toHaveLength(1));
    const { id, at: taken, ...own } = page.read()[0]!;
    expect(own).toEqual(kept);
    expect(id).not.toBe('');
    expect(Date.parse(taken)).toBeLessThanOrEqual(Date.now());
  });
  it('is asked about before it is kept where it is unusual, and never kept where it cannot be', async () => {
    const page = await visitPage({ at: 'charge.volts/bank' });
    await typed(page, ['41']);
    // Beyond any meter: it stays to be corrected.
    expect(page.read()).toEqual([]);
    expect(screen.getByRole('alert').textContent).toContain('cannot be: expected −40 to 40 V');
    expect(screen.getByTestId('entry-volts').textContent).toContain('41');
    await page.user.keyboard('{Backspace}{Backspace}14.2{Enter}1500{Enter}');
    await waitFor(() => expect(page.read()).toHaveLength(1));
    expect(page.read()[0]).toMatchObject({ volts: 14.2 });
  });
  it('is not taken away by a reload, nor how it was read; saved, both are forgotten', async () => {
    const page = await visitPage({ at: 'battery.starterLoad/bank' });
    await page.user.click(await screen.findByRole('radio', { name: 'settled' }));
    await typed(page, ['9.6', '9.7']);
    page.reload();
    await screen.findByRole('group', { name: 'Keypad' });
    expect((screen.getByRole('radio', { name: 'settled' }) as HTMLInputElement).checked).toBe(true);
    await page.user.keyboard('9.8{Enter}');
    await waitFor(() => expect(page.read()).toHaveLength(1));
    expect(page.read()[0]).toMatchObject({ hold: 'settled', lowestVolts: [9.6, 9.7, 9.8] });
    await page.user.click(await screen.findByRole('button', { name: 'Take again' }));
    expect(screen.getByTestId('entry-crank1').textContent).not.toContain('9.6');
  });
  it('counts the minutes at idle anew where the engine stood since they were read with', async () => {
    const at = (minutesAgo: number): string => new Date(Date.now() - minutesAgo * 60_000).toISOString();
    const recharge = {
      step: 'charge.recharge',
      point: 'bank',
      amps: 30,
      minutes: 12,
      loads: 'off',
      at: at(50),
    } as const;
    const rested = { step: 'battery.openCircuit', point: 'A', volts: 12.7, at: at(20) } as const;
    const page = await visitPage({ at: 'charge.recharge/bank', readings: [recharge, rested] });
    const path = `/visits/${page.visitId}/charge.recharge/bank`;
    const clock = { id: `idle:${page.visitId}`, name: 'idle', path, startedMs: Date.now() - 62 * 60_000, seconds: 600 };
    act(() => void page.store.dispatch(clockStarted(clock)));
    await page.user.click(await screen.findByRole('button', { name: 'Take again' }));
    await page.user.click(screen.getByRole('button', { name: 'It idles: start 10 min' }));
    expect(page.store.getState().clocks).toHaveLength(1);
    expect(page.store.getState().clocks[0]?.startedMs).toBeGreaterThan(Date.now() - 60_000);
    expect(await screen.findByText(/Idling: (10:00|9:\d\d) to go/)).toBeTruthy();
  });
  it('is judged at once, with its limit, and another press of Enter keeps it no second time', async () => {
    const page = await visitPage({ at: 'start.solenoid/starter' });
    await typed(page, ['0.7']);
    expect(await screen.findByText(/The solenoid contacts lose 0\.70 V/)).toBeTruthy();
    await page.user.keyboard('{Enter}');
    expect(page.read()).toHaveLength(1);
  });
  it('says while cranking only where it was cranked: the way is chosen beside it', async () => {
    const page = await visitPage({ at: 'start.drop/negative', unit: unitOf('2S1P') });
    await page.user.click(await screen.findByRole('radio', { name: 'while cranking' }));
    await typed(page, ['0.3']);
    await waitFor(() => expect(page.read()).toHaveLength(1));
    expect(page.read()[0]).toMatchObject({ point: 'negative', by: 'crank', volts: 0.3 });
    expect(page.read()[0]).not.toHaveProperty('amps');
  });
  it('that moved while it was read is kept as unsteady, and the next one is not', async () => {
    const page = await visitPage({ at: 'start.motor/starter' });
    await screen.findByRole('group', { name: 'Keypad' });
    await page.user.click(screen.getByRole('checkbox', { name: /moves|unsteady/i }));
    await typed(page, ['9.2']);
    await waitFor(() => expect(page.read()).toHaveLength(1));
    expect(page.read()[0]).toMatchObject({ unsteady: true });
  });
});
