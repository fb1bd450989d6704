import { describe, expect, it } from 'vitest';
import {
  CLOCKS_KEY,
  clockRemoved,
  clockSeen,
  clockSlice,
  clockStarted,
  clocksUsed,
  clockText,
  listed,
  loadClocks,
  secondsLeft,
  visitClocksEnded,
  type Clock,
} from './clockSlice';

const NOW = Date.parse('2026-11-24T09:00:00Z');
const clock = (id: string, startedMs: number, seconds = 600, path = '/visits/one/charge.recharge/bank'): Clock => ({
  id,
  name: `${id}: idle`,
  path,
  startedMs,
  seconds,
});
const { reducer } = clockSlice;
const kept = (text: string | null) => ({ getItem: () => text, setItem: () => undefined });

describe('a named clock', () => {
  it.each([
    [0, 600],
    [1, 600],
    [999, 600],
    [1000, 599],
    [599_001, 1],
    [600_000, 0],
    [9_000_000, 0],
  ])('%d ms after its start has %d s left', (after, left) =>
    expect(secondsLeft({ startedMs: NOW, seconds: 600 }, NOW + after)).toBe(left),
  );
  it.each([
    [0, '0:00'],
    [9, '0:09'],
    [61, '1:01'],
    [3600, '60:00'],
  ])('writes %d s as %s', (seconds, text) => expect(clockText(seconds)).toBe(text));
});

describe('the clocks of a device', () => {
  it('has one of a name: starting it again begins it anew', () => {
    const twice = [clock('idle', NOW), clock('idle', NOW + 5000)].reduce(
      (state, own) => reducer(state, clockStarted(own)),
      [] as Clock[],
    );
    expect(twice).toEqual([clock('idle', NOW + 5000)]);
  });
  it('lets go of a clock that ran out once what it was waited for is read, and of no other', () => {
    const all = [
      clock('done', NOW - 700_000),
      clock('running', NOW),
      clock('other', NOW - 700_000, 600, '/visits/two/look'),
    ];
    const left = reducer(all, clocksUsed({ path: '/visits/one/charge.recharge/bank', nowMs: NOW }));
    expect(left.map(({ id }) => id)).toEqual(['running', 'other']);
  });
  it('lists one that ran out no more once it was followed, and still knows when it began', () => {
    const all = [clock('off', NOW - 700_000), clock('other', NOW)];
    const after = reducer(all, clockSeen('off'));
    expect(listed(after).map(({ id }) => id)).toEqual(['other']);
    expect(after.find(({ id }) => id === 'off')?.startedMs).toBe(NOW - 700_000);
    // Started over, it is waited for again.
    expect(listed(reducer(after, clockStarted(clock('off', NOW)))).map(({ id }) => id)).toEqual(['other', 'off']);
    expect(loadClocks(kept(JSON.stringify(after)), NOW)).toEqual(after);
  });
  it('ends what ran out in a visit that is over, and lets a charger run on', () => {
    const all = [
      clock('done', NOW - 700_000),
      clock('charger', NOW, 14_400, '/visits/one/findings'),
      clock('other', NOW - 700_000, 600, '/visits/two/look'),
    ];
    expect(reducer(all, visitClocksEnded({ visitId: 'one', nowMs: NOW })).map(({ id }) => id)).toEqual([
      'charger',
      'other',
    ]);
  });
  it('takes one away when told', () =>
    expect(reducer([clock('a', NOW), clock('b', NOW)], clockRemoved('a')).map(({ id }) => id)).toEqual(['b']));
  it('comes back after a reload without what ran out long ago', () => {
    const text = JSON.stringify([clock('old', NOW - 13 * 3_600_000, 0), clock('new', NOW - 60_000)]);
    expect(loadClocks(kept(text), NOW).map(({ id }) => id)).toEqual(['new']);
  });
  it.each([null, 'not json', '{}', '[{"id":1}]'])('is empty where what was kept is %s', (text) =>
    expect(loadClocks(kept(text), NOW)).toEqual([]),
  );
  it('is kept under its own name', () => expect(CLOCKS_KEY).toBe('vaktman.clocks'));
});
