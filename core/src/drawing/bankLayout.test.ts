import { describe, expect, it } from 'vitest';
import { unit12, unit24 } from '../../test/visitFixture';
import { leadsFor } from '../index';

const clamp = (unit: Parameters<typeof leadsFor>[0], point: string) => leadsFor(unit, 'charge.recharge', point).clamp;

describe('the clamp for the recharge current', () => {
  it('goes round both cables of a post whose cable goes on to the next battery, else round the lead alone', () => {
    expect(clamp(unit12(), 'A')?.at).toBe('post:A');
    expect(clamp(unit12(), 'A')?.words).toMatch(/both cables on post A \+ together/);
    expect(clamp(unit12(), 'B')?.at).toBe('riser:B');
    expect(clamp(unit12(), 'B')?.words).toMatch(/lead of battery B by itself/);
  });
  it('goes round the lead of a set or a string, and of the bank round all of them', () => {
    expect(clamp(unit12(), 'set:2')?.at).toBe('riser:C');
    expect(clamp(unit24(), 'string:1')?.at).toBe('riser:A');
    expect(clamp(unit12(), 'bank')?.at).toBe('bank');
  });
  it('finds one current through all of a string', () => expect(clamp(unit24(), 'A')?.at).toBe('riser:A'));
});
