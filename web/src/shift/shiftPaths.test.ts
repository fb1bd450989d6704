import { describe, expect, it } from 'vitest';
import { watchRow as row } from '../../test/watchRow';
import { isStale, wantedOf, yardsKept } from './shiftPaths';

const HOUR_MS = 3_600_000;

describe('what a device keeps for a shift without network', () => {
  it('is every unit of its yards and none of another', () => {
    const wanted = wantedOf([row('P-07', 'lower'), row('S/1', 'summit')], ['summit']);
    expect(wanted.map(({ path }) => path)).toEqual(['/units/S%2F1', '/units/S%2F1/history', '/units/S%2F1/parts']);
  });
  it('is asked for anew once the unit stands otherwise on the watch, or after six hours', () => {
    const [before] = wantedOf([row('P-07', 'lower')], ['lower']);
    const [after] = wantedOf([row('P-07', 'lower', { openVisitId: 'v-1' })], ['lower']);
    const kept = { of: before!.of, atMs: 0 };
    expect(isStale(null, before!.of, 0)).toBe(true);
    expect(isStale(kept, before!.of, HOUR_MS)).toBe(false);
    expect(isStale(kept, after!.of, HOUR_MS)).toBe(true);
    expect(isStale(kept, before!.of, 6 * HOUR_MS + 1)).toBe(true);
  });
  it('is all yards where nobody chose, unless they are too many; and what was chosen, also none', () => {
    const few = [row('P-07', 'lower'), row('S-01', 'summit'), row('S-02', 'summit')];
    const many = Array.from({ length: 501 }, (_, nth) => row(`U-${nth}`, 'lower'));
    expect(yardsKept(null, few)).toEqual(['lower', 'summit']);
    expect(yardsKept(null, many)).toEqual([]);
    expect(yardsKept(['lower'], many)).toEqual(['lower']);
    expect(yardsKept([], few)).toEqual([]);
  });
});
