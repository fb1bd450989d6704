import { act } from '@testing-library/react';
import { vi } from 'vitest';
import { BOUNCE_MS } from '../src/control/useSettled';

/**
 * Lets the moment in which a press may bounce last until it is let go: on a slow machine two presses of a test may be further
 * apart than those of a thumb. Everything else goes on in time.
 * @returns lets it go, and those that come later pass in time
 */
export const holdBounce = (): (() => Promise<void>) => {
  const inTime = globalThis.setTimeout;
  const held: (() => void)[] = [];
  const holding = vi
    .spyOn(globalThis, 'setTimeout')
    .mockImplementation(((work: () => void, ms?: number) =>
      ms === BOUNCE_MS ? (held.push(work), 0) : inTime(work, ms)) as typeof setTimeout);
  return async () => {
    holding.mockRestore();
    await act(async () => held.forEach((work) => work()));
  };
};
