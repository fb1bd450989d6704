import type { Fitting } from '@vaktman/core';
import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { show } from '../../test/show';
import { unitOf } from '../../test/units';
import { BatteryFitting } from './BatteryFitting';

const fitting = (at: readonly string[]) => {
  const saved: Fitting[][] = [];
  let closed = 0;
  const shown = show(
    <BatteryFitting
      unit={unitOf('1S4P')}
      at={at}
      save={(fitted) => saved.push(fitted)}
      close={() => {
        closed += 1;
      }}
    />,
  );
  return { ...shown, saved, closed: () => closed };
};
const field = (name: string | RegExp) => screen.getByRole('textbox', { name });

describe('a battery that is fitted in a repair', () => {
  it('begins as the one it stands for, with a serial of its own', async () => {
    const { user, saved } = fitting(['B']);
    expect(screen.getByRole('heading', { name: 'The new battery at B' })).toBeTruthy();
    await user.type(field('Serial at B'), 'TP-204');
    await user.click(screen.getByRole('button', { name: 'It is fitted' }));
    await waitFor(() => expect(saved).toHaveLength(1));
    expect(saved[0]).toEqual([
      {
        position: 'B',
        batteryId: expect.stringMatching(/^[0-9a-f-]{36}$/) as string,
        old: 'scrap',
        battery: expect.objectContaining({
          serial: 'TP-204',
          chemistry: 'flooded',
          duty: 'truck',
          rating: { value: 920, standard: 'SAE' },
        }) as object,
      },
    ]);
  });
  it('of a whole set has a serial each, and each an id of its own', async () => {
    const { user, saved } = fitting(['A', 'B']);
    await user.type(field('Serial at A'), 'TP-204');
    await user.type(field('Serial at B'), 'TP-205');
    await user.click(screen.getByRole('button', { name: 'It is fitted' }));
    await waitFor(() => expect(saved).toHaveLength(1));
    expect(saved[0]?.map(({ position, battery }) => [position, battery.serial])).toEqual([
      ['A', 'TP-204'],
      ['B', 'TP-205'],
    ]);
    expect(new Set(saved[0]?.map(({ batteryId }) => batteryId)).size).toBe(2);
  });
  it('with a serial nobody could read is fitted without one', async () => {
    const { user, saved } = fitting(['C']);
    await user.click(screen.getByRole('button', { name: 'It is fitted' }));
    await waitFor(() => expect(saved).toHaveLength(1));
    expect(saved[0]?.[0]?.battery).not.toHaveProperty('serial');
  });
  it('is refused at the field that is wrong, and the field has the keyboard', async () => {
    const { user, saved } = fitting(['B']);
    await user.click(field('Serial at B'));
    await user.paste('x'.repeat(201));
    await user.click(screen.getByRole('button', { name: 'It is fitted' }));
    await waitFor(() => expect(field(/Serial at B/)).toBe(document.activeElement));
    expect(field(/Serial at B/).getAttribute('aria-invalid')).toBe('true');
    expect(saved).toEqual([]);
  });
  it('is left by going back', async () => {
    const { user, saved, closed } = fitting(['B']);
    await user.click(screen.getByRole('button', { name: 'Back' }));
    expect(closed()).toBe(1);
    expect(saved).toEqual([]);
  });
});
