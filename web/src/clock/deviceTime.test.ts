import { describe, expect, it } from 'vitest';
import { onThisDevice } from './deviceTime';

const NOW = 1_000_000_000;
const S = 1000;

describe('the time of a fact by the clock of a device that is off', () => {
  it.each([
    ['is as it stands while nothing is known', null],
    ['is as it stands within what the network takes', 1500],
  ])('%s', (_what, ahead) => {
    expect(onThisDevice(NOW - 30 * S, ahead, NOW)).toBe(NOW - 30 * S);
  });
  it('is brought back from what the server put right, so that a wait is not cut short', () => {
    // Four minutes ahead, put right by the server: half a minute ago here.
    expect(onThisDevice(NOW - 270 * S, 240 * S, NOW)).toBe(NOW - 30 * S);
    // Four minutes slow: the server's time is still to come here.
    expect(onThisDevice(NOW + 210 * S, -240 * S, NOW)).toBe(NOW - 30 * S);
  });
  it('stays as this device wrote it until it came back from the server', () => {
    expect(onThisDevice(NOW - 30 * S, 240 * S, NOW)).toBe(NOW - 30 * S);
  });
  it('never lies in the future, nor makes a wait shorter than it is', () => {
    for (const ahead of [-240, -20, 20, 240])
      for (const ago of [1, 30, 200, 500])
        for (const stands of [NOW - ago * S, NOW - ago * S - ahead * S]) {
          const at = onThisDevice(stands, ahead * S, NOW);
          expect(at).toBeLessThanOrEqual(NOW);
          expect(at).toBeGreaterThanOrEqual(NOW - ago * S);
        }
  });
});
