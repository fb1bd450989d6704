import type { WatchRow } from '@vaktman/contract';
import { describe, expect, it } from 'vitest';
import { filterFrom, filterParameters, watchLines } from './watchFilter';

const row = (unitId: string, yardId: string, part: Partial<WatchRow> = {}): WatchRow => ({
  unitId,
  yardId,
  description: 'Plough truck',
  systemVolts: 12,
  arrangement: '1S4P',
  disposition: 'ready',
  headline: 'Everything read and good',
  findingCount: 0,
  lastVisitAt: null,
  lastVisitId: null,
  openVisitId: null,
  ...part,
});
const yards = [
  { yardId: 's', name: 'Summit Station' },
  { yardId: 'l', name: 'Lower Yard' },
];
const watch = {
  units: [
    row('P-1', 'l'),
    row('P-2', 's', { disposition: 'hold', headline: 'Weak under load: battery B' }),
    row('G-1', 's', { disposition: null, description: 'Grader' }),
  ],
};
const shown = (query: string) =>
  watchLines(watch, yards, filterFrom(new URLSearchParams(query))).map((line) =>
    line.kind === 'yard' ? line.yard.name : line.row.unitId,
  );

describe('the watch', () => {
  it('lists units by yard, those that need most first', () =>
    expect(shown('')).toEqual(['Summit Station', 'P-2', 'G-1', 'Lower Yard', 'P-1']));
  it.each([
    ['q=weak', ['Summit Station', 'P-2']],
    ['q=grad', ['Summit Station', 'G-1']],
    ['standing=unfinished', ['Summit Station', 'G-1']],
    ['yard=l', ['Lower Yard', 'P-1']],
    ['q=zzz', []],
    ['standing=odd', ['Summit Station', 'P-2', 'G-1', 'Lower Yard', 'P-1']],
  ])('for ?%s', (query, lines) => expect(shown(query)).toEqual(lines));
  it('keeps its filter in the address', () => {
    const filter = { search: 'p-0', standing: 'hold', yardId: 'l' } as const;
    expect(filterFrom(filterParameters(filter))).toEqual(filter);
  });
});
