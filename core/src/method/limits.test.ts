import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CHARGE_DROP_RULES,
  isFarFromUsual,
  LIMIT_NAMES,
  LIMITS,
  limitBook,
  limitOverridesSchema,
  limitWords,
  PROFILE_NAMES,
  PROFILES,
  STARTER_DROP_RULES,
  type LimitName,
} from '../index';

/** What a method says where nobody said otherwise: at 12 V, and at 24 V where that differs. */
const AGREED: [name: LimitName, at12: number, at24?: number][] = [
  ['deadCellVolts', 10.5],
  ['fiveCellVolts', 11.4],
  ['gateVolts', 12.4],
  ['gateAgmVolts', 12.4],
  ['loadSureVolts', 12.6],
  ['loadSureAgmVolts', 12.8],
  ['loadVoltsAt21C', 9.6],
  ['loadAgmAddVolts', 0.5],
  ['loadWatchBandVolts', 0.3],
  ['loadMinSeconds', 14.5],
  ['loadMaxSeconds', 17],
  ['recoveryDropVolts', 0.3],
  ['conductancePassPercent', 80],
  ['conductanceFailPercent', 70],
  ['gravitySpreadFail', 0.05],
  ['gravitySpreadMarginal', 0.03],
  ['gravityLow', 1.225],
  ['caseLeakVolts', 0.5],
  ['imbalanceVolts', 0.2],
  ['matchRatingPercent', 5],
  ['matchMonths', 12],
  ['crankStarterVolts', 8, 16],
  ['starterDropSumVolts', 0.5, 1],
  ['starterDropSideVolts', 0.5],
  ['jointVolts', 0.2],
  ['jointMarginalVolts', 0.1],
  ['solenoidVolts', 0.5],
  ['controlVolts', 1, 2],
  ['linkVolts', 0.2],
  ['switchVolts', 0.3],
  ['segmentVolts', 0.1],
  ['runningMinVolts', 13.8, 27.6],
  ['runningMaxVolts', 15, 30],
  ['overvoltageVolts', 15.2, 30.4],
  ['remoteSenseMaxVolts', 15.8, 31.6],
  ['runningMaxAgmVolts', 14.8, 29.6],
  ['runningMaxGelVolts', 14.6, 29.2],
  ['runningMinRpm', 1200],
  ['riseVolts', 0.5, 1],
  ['chargeDropSumVolts', 0.5, 1],
  ['chargeDropSideVolts', 0.3, 0.6],
  ['outputPassPercent', 95],
  ['outputFailPercent', 90],
  ['rechargeSetAmps', 10],
  ['rechargeBankAmps', 20],
  ['rippleVolts', 0.5, 0.3],
  ['fieldVolts', 0.55],
  ['regulatorVolts', 0.2],
  ['halvesApartVolts', 0.5],
  ['idleLoadedVolts', 12, 24],
  ['standingVolts', 0.2, 0.4],
  ['fuseVolts', 0.1],
  ['fullFieldRiseVolts', 0.5, 1],
  ['drainAmps', 0.05],
  ['drainWaitMinutes', 30],
];
const rounded = (value: number): number => Number(value.toFixed(9));

describe('the limits of the usual method', () => {
  it.each(AGREED.map(([name, at12, at24 = at12]) => [name, at12, at24] as const))('%s', (name, at12, at24) => {
    expect(rounded(limitBook('pile', 12).get(name).value)).toBe(at12);
    expect(rounded(limitBook('pile', 24).get(name).value)).toBe(at24);
  });
  it('each have a unit, a direction and a reason in words', () => {
    for (const name of LIMIT_NAMES) {
      expect(LIMITS[name].reason, name).toMatch(/\.$/);
      expect(['min', 'max'], name).toContain(LIMITS[name].kind);
    }
  });
  it('are each called something of their own, in words that fit a field', () => {
    const called = LIMIT_NAMES.map(limitWords);
    expect(new Set(called).size).toBe(LIMIT_NAMES.length);
    for (const words of called) {
      expect(words.length, words).toBeLessThanOrEqual(52);
      expect(words).not.toMatch(/[a-z][A-Z]|\b(?:min|max|gate|sum|segment)\b/);
    }
  });
  it('keep their order: what fails lies beyond what is watched', () => {
    const { get } = limitBook('pile', 12);
    const rising = (...names: LimitName[]) => {
      const values = names.map((name) => get(name).value);
      expect(values).toEqual([...values].sort((a, b) => a - b));
    };
    rising('deadCellVolts', 'fiveCellVolts', 'gateVolts', 'loadSureVolts');
    rising('runningMinVolts', 'runningMaxGelVolts', 'runningMaxAgmVolts', 'runningMaxVolts', 'overvoltageVolts');
    rising('overvoltageVolts', 'remoteSenseMaxVolts');
    rising('outputFailPercent', 'outputPassPercent');
    rising('conductanceFailPercent', 'conductancePassPercent');
    rising('gravitySpreadMarginal', 'gravitySpreadFail');
    rising('jointMarginalVolts', 'jointVolts');
    rising('loadMinSeconds', 'loadMaxSeconds');
  });
});

describe('a method', () => {
  it.each(PROFILE_NAMES)('%s is called something, says why, and changes only limits there are', (name) => {
    const profile = PROFILES[name];
    expect(profile.name).toBe(name);
    expect(profile.title).not.toBe('');
    expect(profile.why).toMatch(/\.$/);
    expect(profile.version).toBeGreaterThan(0);
    for (const changed of Object.keys(profile.limits)) expect(LIMIT_NAMES).toContain(changed);
    expect(STARTER_DROP_RULES).toContain(profile.starterDropRule);
    expect(CHARGE_DROP_RULES).toContain(profile.chargeDropRule);
  });
  it('of a full rest asks for a day and for more volts', () => {
    const { get } = limitBook('rested', 12);
    expect([get('gateVolts').value, get('gateAgmVolts').value, get('gateRestHours').value]).toEqual([12.6, 12.8, 24]);
    expect(get('overvoltageVolts').value).toBe(15.2);
  });
});

describe('whose figure holds', () => {
  const any = fc.constantFrom(...LIMIT_NAMES);
  const figure = fc.double({ min: 0, max: 1000, noNaN: true });
  it('the maker’s before the visit’s, the visit’s before the method’s', () =>
    fc.assert(
      fc.property(any, figure, figure, fc.constantFrom(12, 24), (name, maker, visit, volts) => {
        expect(limitBook('pile', volts, { [name]: maker }, { [name]: visit }).get(name)).toEqual({
          name,
          value: maker,
          from: 'maker',
        });
        expect(limitBook('pile', volts, {}, { [name]: visit }).get(name).from).toBe('visit');
        expect(limitBook('pile', volts).get(name).from).toBe('profile');
      }),
    ));
  it('the maker’s holds as it was read on the machine, the visit’s is said per 12 V', () =>
    fc.assert(
      fc.property(any, figure, (name, value) => {
        const [twelve, twentyFour] = [12, 24].map((volts) => limitBook('pile', volts, {}, { [name]: value }).get(name));
        expect(twentyFour!.value).toBeCloseTo(twelve!.value * (LIMITS[name].scale === 'system' ? 2 : 1), 6);
      }),
    ));
  it('a figure of one limit moves no other', () =>
    fc.assert(
      fc.property(any, any, figure, (changed, other, value) => {
        if (changed === other) return;
        expect(limitBook('pile', 24, { [changed]: value }).get(other)).toEqual(limitBook('pile', 24).get(other));
      }),
    ));
  it('a 6 V battery is held against half of what a 12 V one is', () => {
    const { get } = limitBook('pile', 12);
    expect(get('gateVolts', 0.5).value).toBeCloseTo(6.2, 9);
    expect(get('deadCellVolts', 0.5).value).toBeCloseTo(5.25, 9);
    expect(get('runningMinVolts', 0.5).value).toBeCloseTo(13.8, 9);
  });
  it('what was kept when a visit was opened holds, whatever the method says by now', () => {
    const kept = {
      version: 1,
      limits: { gateVolts: 12.3 },
      starterDropRule: 'each-by-crank',
      chargeDropRule: 'each',
    } as unknown as Parameters<typeof limitBook>[4];
    const book = limitBook('pile', 12, {}, {}, kept);
    expect(book.get('gateVolts')).toMatchObject({ value: 12.3, from: 'profile' });
    expect([book.version, book.starterDropRule, book.chargeDropRule]).toEqual([1, 'each-by-crank', 'each']);
  });
});

describe('a figure far from the usual', () => {
  it('is one with its point in the wrong place, either way', () =>
    expect([13.8, 10, 1.38, 138, 0, 55.3].map((stated) => isFarFromUsual(stated, 13.8))).toEqual([
      false,
      false,
      true,
      true,
      true,
      false,
    ]));
  it('is none of what the methods themselves say', () =>
    expect(
      PROFILE_NAMES.flatMap((profile) =>
        LIMIT_NAMES.filter((name) => isFarFromUsual(limitBook(profile, 12).get(name).value, LIMITS[name].value)),
      ),
    ).toEqual([]));
});

describe('limits that are stated', () => {
  const problems = (value: unknown) => {
    const parsed = limitOverridesSchema.safeParse(value);
    return parsed.success ? [] : parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`);
  };
  it('are taken by name', () =>
    expect(problems({ gateVolts: 12.5, starterDropRule: 'each-by-crank', chargeDropRule: 'each' })).toEqual([]));
  it('of a name there is none are an error', () => expect(problems({ gateVolt: 12.5 })).toHaveLength(1));
  it('say the unit that is expected', () => {
    expect(problems({ gateVolts: '12.5' })).toEqual(['gateVolts: expected a number in V']);
    expect(problems({ drainAmps: -1 })).toEqual(['drainAmps: expected a number in A, not negative']);
    expect(problems({ runningMinRpm: Number.NaN })).toEqual(['runningMinRpm: expected a number in rpm']);
  });
  it('name the ways there are', () => expect(problems({ starterDropRule: 'by-ear' })).toHaveLength(1));
});
