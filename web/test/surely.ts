import { screen, waitFor, type within } from '@testing-library/react';
import type { UserEvent } from '@testing-library/user-event';
import { expect } from 'vitest';

/** Presses what cannot be taken back, and once more when it asks: a press that bounces is not that one. */
export const surely = async (
  user: UserEvent,
  words: string,
  sureWords: string,
  where: Pick<ReturnType<typeof within>, 'findByRole'> = screen,
): Promise<void> => {
  await user.click(await where.findByRole('button', { name: words }));
  const sure = await where.findByRole('button', { name: sureWords });
  await waitFor(async () => {
    await user.click(sure);
    expect(sure.isConnected).toBe(false);
  });
};
