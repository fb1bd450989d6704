import { describe, expect, it } from 'vitest';
import { battery, unit12 } from '../../test/visitFixture';
import { changeCosts } from '../index';

const ON = new Date('2026-11-27T10:00:00Z');
const bank = (...fitted: (string | undefined)[]) =>
  unit12({
    bank: {
      arrangement: '1S4P',
      batteries: ['A', 'B', 'C', 'D'].map((at, index) =>
        battery(at, fitted[index] === undefined ? {} : { fitted: fitted[index] }),
      ),
    },
  });

describe('what a change costs', () => {
  it('is told for one and for the set: of an old set the others follow, each with a visit of its own', () => {
    const [one, set] = changeCosts(bank('2023-10-01', '2023-10-01', '2023-10-01', '2023-10-01'), 'B', ON, 200);
    expect(one).toEqual({ way: 'one', batteriesNow: 1, batteriesLater: 3, minutes: 200, price: 800 });
    expect(set).toEqual({ way: 'set', batteriesNow: 4, batteriesLater: 0, minutes: 110, price: 800 });
  });
  it('counts only those that are old, and none whose age nobody knows', () => {
    expect(changeCosts(bank('2023-10-01', '2023-10-01', '2026-05-01', undefined), 'B', ON, null)[0]).toMatchObject({
      batteriesLater: 1,
      price: null,
    });
  });
  it('has one way where there is one battery', () => {
    const single = unit12({ bank: { arrangement: '1S1P', batteries: [battery('A', { set: undefined })] } });
    expect(changeCosts(single, 'A', ON, null).map(({ way }) => way)).toEqual(['one']);
  });
});
