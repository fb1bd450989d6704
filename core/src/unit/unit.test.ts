import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/machineFixture';
import { battery, unit12, unit24 } from '../../test/visitFixture';
import {
  ARRANGEMENTS,
  bankEnds,
  batteriesInOrder,
  batteryFitsBank,
  chargeSidePoints,
  differences,
  joints,
  parseArrangement,
  pointName,
  positions,
  ratedOutputAmps,
  rechargePoints,
  runPoints,
  runsOf,
  seriesLinks,
  setNumbers,
  strings,
  unitCardSchema,
  unitSchema,
  type Unit,
} from '../index';

const problems = (unit: unknown): string[] => {
  const parsed = unitSchema.safeParse(unit);
  return parsed.success ? [] : parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`);
};
const withBank = (bank: Partial<Unit['bank']>, part: Partial<Unit> = {}) => ({
  ...unit12(part),
  bank: { ...unit12().bank, ...bank },
});
const TWO: NonNullable<Unit['alternators']> = ['ALT1', 'ALT2'].map((id, index) => ({
  id,
  ratedAmps: 100 + 60 * index,
  ground: 'case',
  remoteSense: false,
}));

describe('a unit as it is described', () => {
  it.each(ARRANGEMENTS)('%s is taken with as many batteries as it has', (arrangement) => {
    const { series, parallel } = parseArrangement(arrangement);
    const four = series === 4 ? { nominalVolts: 6 as const } : {};
    const batteries = Array.from({ length: series * parallel }, (_, index) =>
      battery('ABCDEF'[index]!, { string: Math.floor(index / series) + 1, set: undefined, ...four }),
    );
    const unit = { ...unit12(), systemVolts: series === 1 ? 12 : 24, bank: { arrangement, batteries } };
    expect(problems(unit)).toEqual([]);
    expect(problems({ ...unit, bank: { arrangement, batteries: batteries.slice(1) } })).not.toEqual([]);
    expect(strings(unit.bank)).toHaveLength(parallel);
    expect(seriesLinks(unit.bank)).toHaveLength(parallel * (series - 1));
  });
  it('names what is wrong, and where', () => {
    expect(problems(withBank({ arrangement: '1S3P' }))).toEqual([
      'bank.arrangement: 1S3P has 3 batteries, but 4 are listed',
      'bank.batteries: expected 3 batteries for 1S3P, received 4',
    ]);
    const twice = ['A', 'B', 'B', 'D'].map((position) => battery(position));
    expect(problems(withBank({ batteries: twice }))).toContain(
      'bank.batteries.2.position: position B is listed twice; expected each of ABCD once',
    );
    const beyond = ['A', 'B', 'C', 'F'].map((position) => battery(position));
    expect(problems(withBank({ batteries: beyond }))).toContain(
      'bank.batteries.3.position: expected positions ABCD, received F',
    );
    expect(problems({ ...unit12(), systemVolts: 24 })).toContain(
      'systemVolts: 1 batteries of 12 V in series give 12 V, but the system is 24 V',
    );
    const six = ['A', 'B', 'C', 'D'].map((position, index) =>
      battery(position, index === 2 ? { nominalVolts: 6 } : {}),
    );
    expect(problems(withBank({ batteries: six }))).toContain(
      'bank.batteries.2.nominalVolts: expected 12 V like the first battery, received 6',
    );
  });
  it('takes three strings of two, but not three batteries in one of them', () => {
    const of = (...numbers: number[]) => ({
      ...unit24(),
      bank: {
        arrangement: '2S3P',
        batteries: numbers.map((string, index) => battery('ABCDEF'[index]!, { string, set: undefined })),
      },
    });
    expect(problems(of(1, 1, 2, 2, 3, 3))).toEqual([]);
    expect(problems(of(1, 2, 3, 1, 2, 3))).toEqual([]);
    expect(problems(of(1, 1, 1, 2, 2, 3))).toEqual([
      'bank.batteries.2.string: expected 2 in series for each string of 2S3P, string 1 has more',
    ]);
  });
  it.each([
    ['position', { position: 'G' }],
    ['chemistry', { chemistry: 'lithium' }],
    ['nominalVolts', { nominalVolts: 8 }],
    ['fitted', { fitted: '2. 10. 2025' }],
    ['capacityAh', { capacityAh: 0 }],
    ['serial', { serial: ' ' }],
    ['string', { string: 0 }],
  ])('refuses a battery by its %s', (field, wrong) => {
    const batteries = ['A', 'B', 'C', 'D'].map((position) => ({
      ...battery(position),
      ...(position === 'B' ? wrong : {}),
    }));
    expect(problems(withBank({ batteries: batteries as never }))[0]).toMatch(
      new RegExp(`^bank\\.batteries\\.1\\.${field}: `),
    );
  });
  it('takes nothing it does not know', () => {
    expect(problems({ ...unit12(), colour: 'orange' })).toHaveLength(1);
    expect(problems({ ...unit12(), runs: { lighting: ['fuse'] } })).toHaveLength(1);
    expect(problems({ ...unit12(), runs: { 'starterPositive.ALT1': ['fuse'] } })).toHaveLength(1);
    expect(problems({ ...unit12(), takeOff: { positive: ['A-'] } })).toHaveLength(1);
  });
});

describe('places of a unit', () => {
  it('of a bank are its batteries in the order of the alphabet, however they are listed', () =>
    fc.assert(
      fc.property(fc.shuffledSubarray(['A', 'B', 'C', 'D'], { minLength: 4 }), (order) => {
        const unit = unit12({ bank: { arrangement: '1S4P', batteries: order.map((position) => battery(position)) } });
        expect(positions(unit)).toEqual(['A', 'B', 'C', 'D']);
        expect(batteriesInOrder(unit.bank)).toHaveLength(4);
      }),
    ));
  it('have two joints a battery, and the studs', () => {
    expect(joints(unit24()).slice(0, 4)).toEqual(['A+', 'A-', 'B+', 'B-']);
    expect(joints(unit12())).toContain('block.ground');
  });
  it('of the charging cables name the alternator only where there are several', () => {
    expect(chargeSidePoints(unit12())).toEqual(['positive', 'negative']);
    expect(chargeSidePoints(unit12({ alternators: TWO }))).toEqual([
      'positive:ALT1',
      'negative:ALT1',
      'positive:ALT2',
      'negative:ALT2',
    ]);
  });
  it('of the recharge current are bank, sets, strings and batteries, each once', () => {
    const points = rechargePoints(unit12());
    expect(points).toEqual([...new Set(points)]);
    expect(points).toEqual(expect.arrayContaining(['bank', 'set:1', 'set:2', 'string:4', 'D']));
    expect(rechargePoints(unit24())).not.toContain('set:1');
  });
  it('along a run end where the run ends, with those named on the unit before', () => {
    const unit = unit12({ runs: { starterPositive: ['isolator.in', 'isolator.out'] } });
    const run = runsOf(unit).find(({ key }) => key === 'starterPositive');
    expect(run).toMatchObject({ from: 'bank+', points: ['isolator.in', 'isolator.out', 'starter.B+'] });
    expect(runPoints(unit)).toContain('starterPositive:isolator.out');
    const keys = runsOf(unit12({ alternators: TWO })).map(({ key }) => key);
    expect(keys).toEqual(expect.arrayContaining(['chargePositive.ALT1', 'chargeNegative.ALT2', 'field', 'control']));
    expect(keys).not.toContain('chargePositive');
  });
  it('each have words that hide no code of ours', () => {
    const unit = unit12({ alternators: TWO, runs: { 'chargePositive.ALT2': ['fuse'] } });
    const points = [
      ...joints(unit),
      ...rechargePoints(unit),
      ...runPoints(unit),
      ...chargeSidePoints(unit),
      'A-B',
      '3',
    ];
    for (const point of points) expect(pointName(point), point).not.toMatch(/[a-z][A-Z]|:/);
    expect(pointName('A-')).toBe('post A −');
    expect(pointName('starterPositive:bank+-isolator.in')).toMatch(/^positive starter run, bank \+ to /);
  });
});

describe('the bank', () => {
  it('is tapped at the head of its first string and the foot of its last, unless the unit says where', () => {
    expect(bankEnds(unit12())).toEqual({ plus: 'A', minus: 'D' });
    expect(bankEnds(unit24())).toEqual({ plus: 'A', minus: 'B' });
    expect(bankEnds(unitOf('2S2P'))).toEqual({ plus: 'A', minus: 'D' });
    expect(bankEnds(unit12({ takeOff: { positive: ['C+'], negative: ['B-', 'D-'] } }))).toEqual({
      plus: 'C',
      minus: 'B',
    });
    // A post of a battery that is not there any more says nothing.
    expect(bankEnds(unit12({ takeOff: { positive: ['F+'] } })).plus).toBe('A');
  });
  it('knows its sets only where every battery says so', () => {
    expect(setNumbers(unit12().bank)).toEqual([1, 2]);
    expect(setNumbers(unit24().bank)).toBeNull();
  });
  it('takes batteries of its own volts only', () => {
    expect(batteryFitsBank(unit12(), {})).toBeNull();
    expect(batteryFitsBank(unit12(), { nominalVolts: 6 })).toMatch(
      /expected a battery of 12 V for P-07, this one is of 6 V/,
    );
    const four = { ...unit24(), bank: { ...unit24().bank, arrangement: '4S1P' as const } };
    expect(batteryFitsBank(four, { nominalVolts: 6 })).toBeNull();
    expect(batteryFitsBank(four, {})).not.toBeNull();
  });
  it('is fed by what its alternators give together, where every plate was read', () => {
    expect(ratedOutputAmps(unit12({ alternators: TWO }))).toBe(260);
    expect(ratedOutputAmps(unit12({ alternators: [{ ...TWO[0]!, ratedAmps: undefined }, TWO[1]!] }))).toBeNull();
    expect(ratedOutputAmps(unit12({ alternators: [] }))).toBeNull();
  });
});

describe('two descriptions', () => {
  it('that are the same differ in nothing', () => expect(differences(unit12(), unit12())).toEqual([]));
  it('tell every field in which they differ, ours and theirs', () => {
    const ours = unit12({ description: 'Wing plough' });
    const theirs = unit12();
    const batteries = theirs.bank.batteries.map((own) => (own.position === 'B' ? { ...own, serial: 'BR-2' } : own));
    expect(differences({ ...theirs, bank: { ...theirs.bank, batteries } }, ours)).toEqual([
      { path: 'description', ours: 'Wing plough', theirs: 'Plough truck' },
      { path: 'bank.batteries[1].serial', ours: 'not stated', theirs: 'BR-2' },
    ]);
  });
});

describe('the card of a unit', () => {
  const wrong = (card: unknown) => {
    const parsed = unitCardSchema.safeParse(card);
    return parsed.success ? [] : parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`);
  };
  it('wants the day hours or distance were read', () => {
    expect(wrong({ engineHours: 4200 })).toEqual(['metersOn: expected the day hours or distance were read']);
    expect(wrong({ odometerKm: 99000, metersOn: '2026-11-20' })).toEqual([]);
  });
  it.each([
    [{ year: 1900 }, 'year: expected a year from 1950 to 2100'],
    [{ year: 2014.5 }, 'year: expected a year such as 2014'],
    [{ engineHours: -1, metersOn: '2026-11-20' }, 'engineHours: expected 0 to 10000000 h'],
    [{ plate: ' ' }, 'plate: expected some text'],
    [{ metersOn: '20.11.2026' }, 'metersOn: expected a date such as 2026-11-20'],
  ])('%o: %s', (card, message) => expect(wrong(card)).toContain(message));
});
