import { describe, expect, it } from 'vitest';
import { freezesAtC, mayBeFrozen } from '../index';

describe('frost', () => {
  it('takes a flat battery on a night on which a full one starts', () => {
    expect(freezesAtC(0)).toBeCloseTo(-9);
    expect(freezesAtC(100)).toBeCloseTo(-57);
    expect(mayBeFrozen(10, -18)).toBe(true);
    expect(mayBeFrozen(90, -18)).toBe(false);
  });
  it('is not said where no temperature is known', () => expect(mayBeFrozen(0, null)).toBe(false));
});
