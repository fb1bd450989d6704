import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { unitOf } from '../../../test/units';
import { restedAt, visitPage } from '../../../test/visitPage';
import { clockStarted } from '../../clock/clockSlice';

const RESTED = { step: 'battery.openCircuit', point: 'A', volts: 12.6, surfaceChargeStripped: false, restedHours: 24 };
const page = (asks: object) =>
  visitPage({
    unit: { ...unitOf('1S4P'), ...asks },
    at: 'battery.load/A',
    readings: [RESTED as never],
    conditions: restedAt(10),
  });
const apart = (name: string) => screen.findByRole('button', { name });

describe('before the first clamp comes off', () => {
  it('waits as long as the machine asks for, also where the key is off for something that waits longer', async () => {
    const { user, store, visitId, happened } = await page({ keyOffWaitMinutes: 5 });
    expect((await apart('Take it apart')).hasAttribute('disabled')).toBe(true);
    store.dispatch(
      clockStarted({
        id: `keyoff:${visitId}`,
        name: 'key off, modules fall asleep',
        path: `/visits/${visitId}/battery.drain/bank`,
        startedMs: Date.now() - 7 * 60_000,
        seconds: 30 * 60,
      }),
    );
    expect(await screen.findByText('The key has been off 7 min.')).toBeTruthy();
    await user.click(await apart('Take it apart'));
    await waitFor(() =>
      expect(happened()).toContainEqual(
        expect.objectContaining({ kind: 'made-safe', memoryPower: 'not-needed', keyOffMinutes: 7 }),
      ),
    );
  });
  it('asks for memory power where the machine forgets without', async () => {
    const { user, happened } = await page({ memoryPower: 'needed' });
    await user.click(await apart('Memory power is on: take it apart'));
    await waitFor(() =>
      expect(happened()).toContainEqual(expect.objectContaining({ kind: 'made-safe', memoryPower: 'connected' })),
    );
  });
});
