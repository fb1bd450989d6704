import { screen, waitFor } from '@testing-library/react';
import { MAKE_SAFE } from '@vaktman/core';
import { describe, expect, it } from 'vitest';
import { visitPage } from '../../test/visitPage';

const cracked = { step: 'look.case', point: 'B', condition: 'cracked' } as const;
const opened = (at: string, readings: Parameters<typeof visitPage>[0]['readings'] = [cracked]) =>
  visitPage({ at, readings });
const stop = () => screen.findByRole('heading', { name: 'Make battery B safe first' });

describe('a cracked battery in the bank', () => {
  it.each([
    'start.drop/positive',
    'start.crankVolts/starter',
    'start.joint/starter.B%2B',
    'start.walk',
    'start.ladder',
    'start.trace/bank',
    'charge.volts/bank',
    'log/start.drop%40positive',
    'run.volts/starterPositive%3Astarter.B%2B',
  ])('stops %s, and says what to do', async (at) => {
    await opened(at);
    await stop();
    expect(screen.queryByTestId('entry-volts')).toBeNull();
    expect(screen.getByRole('link', { name: 'What to do about battery B' }).getAttribute('href')).toMatch(/findings$/);
  });
  it('stops nothing that neither loads nor charges it', async () => {
    await opened('battery.hydrometer/A');
    expect(await screen.findByRole('heading', { name: /cells of battery A|battery A/i, level: 2 })).toBeTruthy();
    expect(screen.queryByRole('heading', { name: 'Make battery B safe first' })).toBeNull();
  });
  it('lets go on whoever says why, once, until another is seen', async () => {
    const { user, happened } = await opened('start.drop/positive');
    await stop();
    await user.click(screen.getByRole('button', { name: 'Go on all the same' }));
    expect(screen.getByRole('button', { name: 'Go on' })).toHaveProperty('disabled', true);
    await user.click(await screen.findByRole('button', { name: 'taken out of the bank' }));
    await user.click(screen.getByRole('button', { name: 'Go on' }));
    await waitFor(() =>
      expect(happened()).toContainEqual(
        expect.objectContaining({ kind: 'wait-skipped', wait: MAKE_SAFE, reason: 'taken out of the bank' }),
      ),
    );
    expect(await screen.findByTestId('entry-volts')).toBeTruthy();
  });
  it('leaves what was read before to be looked at', async () => {
    await opened('start.drop/positive', [
      { step: 'start.drop', point: 'positive', volts: 0.7, by: 'pile', amps: 500 },
      cracked,
    ] as never);
    expect(await screen.findByText(/The positive side alone loses/)).toBeTruthy();
  });
});
