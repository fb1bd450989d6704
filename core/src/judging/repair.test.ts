import { describe, expect, it } from 'vitest';
import { battery, findingsIn, loaded, minute, rested, unit12, visitWith } from '../../test/visitFixture';
import { judge, type Repair, type Unit } from '../index';

const repair = (kind: Repair['kind'], point: string, at: string, hours?: number): Repair => ({
  id: `${kind} ${point}`,
  kind,
  point,
  at,
  action: 'As said',
  ...(hours === undefined ? {} : { hours }),
});

/** Two strings of two: A and B are string 1, C and D string 2; A and C are set 1, B and D set 2. */
const strung: Unit = unit12({
  systemVolts: 24,
  bank: {
    arrangement: '2S2P',
    batteries: [
      battery('A', { string: 1, set: 1 }),
      battery('B', { string: 1, set: 2 }),
      battery('C', { string: 2, set: 1 }),
      battery('D', { string: 2, set: 2 }),
    ],
  },
});
const POSITIONS = ['A', 'B', 'C', 'D'];

/** Positions at which volts of five cells condemn the battery: it was charged before. */
const chargedBy = (point: string, unit = strung): string[] =>
  POSITIONS.filter((position) =>
    findingsIn([{ ...rested(position, 10.4), at: minute(200) }], {
      unit,
      repairs: [repair('recharge', point, minute(5), 1)],
    }).includes(`battery.dead-cell@${position} replace`),
  );

describe('a charge', () => {
  it.each([
    ['A', ['A']],
    ['set:1', ['A', 'C']],
    ['string:2', ['C', 'D']],
    ['bank', POSITIONS],
    // What names no battery, as the charge for low volts at the starter once did, is one of the bank.
    ['starter', POSITIONS],
  ])('kept at %s reaches %j', (point, reached) => expect(chargedBy(point)).toEqual(reached));
  it('of a set that no battery of the unit is of is one of the bank', () =>
    expect(chargedBy('set:7')).toEqual(POSITIONS));
  it.each([
    ['set:1', 'inconclusive'],
    ['starter', 'inconclusive'],
    ['set:2', 'pass'],
  ])('of %s between rest and load of A: %s', (point, verdict) => {
    const visit = visitWith([rested('A', 12.7), loaded('A', 10)], {
      repairs: [repair('recharge', point, minute(3))],
    });
    const judged = judge(visit).steps.find(({ step }) => step === 'battery.load');
    expect(judged?.verdict).toBe(verdict);
  });
});

describe('a replacement', () => {
  const stillJudged = (point: string): string[] =>
    judge(
      visitWith(
        POSITIONS.map((position) => rested(position, 12.7)),
        { unit: strung, repairs: [repair('replace', point, minute(30))] },
      ),
    ).steps.flatMap((entry) => (entry.step === 'battery.openCircuit' ? [entry.point] : []));
  it.each([
    ['B', ['A', 'C', 'D']],
    ['set:1', ['B', 'D']],
    ['string:2', ['A', 'B']],
    ['bank', []],
    ['starter', POSITIONS],
    ['negative', POSITIONS],
  ])('of %s leaves what was read of %j', (point, left) => expect(stillJudged(point)).toEqual(left));
});
