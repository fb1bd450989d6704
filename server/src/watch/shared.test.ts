import { describe, expect, it } from 'vitest';
import { Shared } from './shared';

/** Something that takes until it is told to end, and is counted. */
const counted = () => {
  const ends: ((fails?: Error) => void)[] = [];
  const shared = new Shared(
    () =>
      new Promise<number>((resolve, reject) => {
        const number = ends.length + 1;
        ends.push((fails) => (fails === undefined ? resolve(number) : reject(fails)));
      }),
  );
  return { shared, ends };
};
const settled = () => new Promise((resolve) => setImmediate(resolve));

describe('what many ask for at once', () => {
  it('gives whoever asks meanwhile what was begun after they asked, once for all of them', async () => {
    const { shared, ends } = counted();
    const first = shared.ask();
    const [second, third] = [shared.ask(), shared.ask()];
    expect(ends).toHaveLength(1);
    ends[0]?.();
    await settled();
    expect(ends).toHaveLength(2);
    ends[1]?.();
    expect(await Promise.all([first, second, third])).toEqual([1, 2, 2]);
  });
  it('begins anew for whoever asks once nothing is under way', async () => {
    const { shared, ends } = counted();
    const first = shared.ask();
    ends[0]?.();
    expect(await first).toBe(1);
    await settled();
    const second = shared.ask();
    ends[1]?.();
    expect(await second).toBe(2);
  });
  it('tells a failure to those it was for alone', async () => {
    const { shared, ends } = counted();
    const first = shared.ask();
    const second = shared.ask();
    ends[0]?.(new Error('the database is away'));
    await expect(first).rejects.toThrow('the database is away');
    await settled();
    ends[1]?.();
    expect(await second).toBe(2);
  });
});
