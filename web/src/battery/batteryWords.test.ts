import { describe, expect, it } from 'vitest';
import { expectedWords, madeWords } from './batteryWords';

const TODAY = '2026-11-27';

describe('when a battery was made', () => {
  it.each([
    [null, 'store', 'not on record'],
    ['2025-11', 'fitted', 'Nov 2025'],
    ['2026-11', 'store', 'Nov 2026'],
    ['2026-10', 'store', 'Oct 2026, 1 month ago'],
    ['2026-05', 'store', 'May 2026, 6 months ago'],
    ['2026-04', 'store', 'Apr 2026, 7 months ago: charge and test first'],
  ] as const)('%s, %s: %s', (made, state, words) => expect(madeWords({ made, state }, TODAY)).toBe(words));
});

describe('how long a battery may be expected to last', () => {
  const lives = [{ by: 'yard' as const, name: 'Lower Yard', inUse: 20, gone: 6, years: 3.5, inWarranty: 1 }];
  const battery = { chemistry: 'flooded', duty: 'truck', fitted: '2025-08-31' } as const;
  const of = (part: Partial<Parameters<typeof expectedWords>[0]>) =>
    expectedWords({ yard: 'Lower Yard', battery, scrappedAt: null, ...part }, lives);
  it('is as long as those of its yard that are gone', () => expect(of({})).toBe('to Feb 2029'));
  it('is not said where nothing tells', () => {
    expect(of({ yard: 'Summit Station' })).toBeNull();
    expect(of({ yard: null })).toBeNull();
    expect(of({ scrappedAt: '2026-01-01T00:00:00Z' })).toBeNull();
    expect(of({ battery: { chemistry: 'flooded', duty: 'truck' } })).toBeNull();
  });
});
