import { screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { show } from '../../test/show';
import {
  asideCounted,
  clockAheadFound,
  serverLost,
  serverReached,
  turnedAway,
  waitingCounted,
} from '../outbox/outboxSlice';
import { createStore } from '../store';
import { failureTold } from './failureSlice';
import { WaitingMark } from './WaitingMark';

const marked = (...actions: Parameters<ReturnType<typeof createStore>['dispatch']>[0][]) => {
  const store = createStore();
  for (const action of actions) store.dispatch(action);
  return show(<WaitingMark />, { store });
};
const strips = () => screen.queryAllByRole('status').map(({ textContent }) => textContent);

describe('the mark of what waits', () => {
  it('is not there when all is well', () => {
    marked(serverReached(), clockAheadFound(3000));
    expect(strips()).toEqual([]);
  });
  it.each([
    [1, '1 reading waiting for the server. Kept on this device.'],
    [12, '12 readings waiting for the server. Kept on this device.'],
  ])('counts what waits while the server is away: %i', (count, words) => {
    marked(serverLost(), waitingCounted(count));
    expect(strips()).toEqual([words]);
  });
  it('says why the server turns the device away', () => {
    marked(waitingCounted(2), turnedAway('this device sends from another page'));
    expect(strips()).toEqual(['2 readings waiting. Kept here; the server says: this device sends from another page']);
  });
  it.each([
    [8 * 60_000, '8 minutes fast'],
    [-3 * 3_600_000, '3 hours slow'],
    [-86_400_000, '1 day slow'],
    [2.1 * 86_400_000, '2 days fast'],
  ])('tells a device that is off by %i ms so', (aheadMs, words) => {
    marked(clockAheadFound(aheadMs));
    expect(strips()).toEqual([
      `The clock of this device is ${words}. Set it right; until then the server puts readings in order.`,
    ]);
  });
  it('leads to what was not taken', () => {
    marked(asideCounted(1));
    const link = screen.getByRole('link', { name: 'The server did not take 1 entry: see why' });
    expect(link.getAttribute('href')).toBe('/waiting');
  });
  it('says what to do where a device has no room, though whoever saved is told too that it failed', () => {
    const words = 'The quota has been exceeded.';
    marked(failureTold({ what: 'keep', words }), failureTold({ what: 'act', words }));
    expect(screen.getByRole('alert').textContent).toContain('What you typed is still on screen');
  });
  it('tells the failure that came last', () => {
    marked(
      failureTold({ what: 'keep', words: 'The quota has been exceeded.' }),
      failureTold({ what: 'act', words: 'no answer' }),
    );
    expect(screen.getByRole('alert').textContent).toContain('It did not come about. (no answer)');
  });
  it('tells what failed until it was read', async () => {
    const { user } = marked(failureTold({ what: 'keep', words: 'The quota has been exceeded.' }));
    expect(screen.getByRole('alert').textContent).toContain('What you typed is still on screen');
    await user.click(screen.getByRole('button', { name: 'Read' }));
    expect(screen.queryByRole('alert')).toBeNull();
  });
});
