import { describe, expect, it } from 'vitest';
import { Capture, LoadRelease } from '../index';

describe('samples of a load test', () => {
  it('count until the load is released, and no longer', () => {
    const release = new LoadRelease(460);
    const volts = new Capture();
    const amps = new Capture();
    const samples: [number, number, number][] = [
      [0, 12.7, 0],
      [500, 11.2, 300],
      [1000, 10.4, 470],
      [8000, 10.1, 462],
      [14_900, 9.9, 458],
      // The knob is turned back: the battery recovers, and a spark or a slipped lead may even show less.
      [15_400, 11.8, 120],
      [15_900, 9.1, 0],
      [16_400, 12.3, 0],
    ];
    for (const [ms, v, a] of samples) {
      if (release.counts('dc-amps', a, ms)) amps.add(ms / 1000, a);
      if (release.counts('dc-volts', v, ms)) volts.add(ms / 1000, v);
    }
    expect(release.releasedMs).toBe(15_400);
    expect(volts.captured.lowest).toBe(9.9);
    expect(amps.captured.last).toBe(458);
  });
  it('count while the load is still being turned up', () => {
    const release = new LoadRelease(460);
    expect(release.counts('dc-amps', 100, 0)).toBe(true);
    expect(release.counts('dc-amps', 0, 100)).toBe(true);
    expect(release.releasedMs).toBeNull();
  });
});
