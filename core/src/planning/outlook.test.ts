import { beforeEach, describe, expect, it } from 'vitest';
import { unitOf } from '../../test/machineFixture';
import { outlookOf, type PastVisit, type Repair, type Stay, type VisitFigures } from '../index';

const DAY_MS = 86_400_000;
const NOW = Date.parse('2026-11-27T08:00:00Z');
const ago = (days: number): string => new Date(NOW - days * DAY_MS).toISOString();
const unit = unitOf('1S2P');
const stay = (position: string, batteryId: string, fromDays: number, toDays: number | null = null): Stay => ({
  batteryId,
  unitId: unit.id,
  position,
  from: ago(fromDays),
  to: toDays === null ? null : ago(toDays),
});
const STAYS = [stay('A', 'a', 2000), stay('B', 'b', 2000)];

interface Read {
  readonly percent?: readonly [number, number];
  readonly ids?: readonly [string | null, string | null];
  readonly negative?: number;
  readonly contacts?: number;
  /** Null where it was not cranked. */
  readonly amps?: number | null;
  readonly charge?: number;
  readonly repairs?: readonly Partial<Repair>[];
  readonly unitId?: string;
}
/** A visit so many days ago: capability of A and B, the ground side, the solenoid's contacts, what was repaired then. */
const visit = (days: number, read: Read = {}): PastVisit => {
  const at = ago(days);
  const [ofA, ofB] = read.percent ?? [100, 100];
  const of = (index: 0 | 1, capabilityPercent: number) => ({
    at,
    batteryId: read.ids?.[index] ?? null,
    capabilityPercent,
    celsius: 20,
    stateOfChargePercent: read.charge ?? 95,
  });
  const figures: VisitFigures = {
    at,
    ambientC: 0,
    batteries: { A: of(0, ofA), B: of(1, ofB) },
    left: [],
    readAt: { 'starter.positive': at, 'starter.negative': at, 'starter.contacts': at, 'starter.crank': at },
    starterMilliohm: { positive: 0.4, negative: read.negative ?? 0.4 },
    chargeMilliohm: {},
    outputPercent: {},
    ...(read.amps === null ? {} : { crank: { starterVolts: 10, amps: read.amps ?? 700 } }),
    ...(read.contacts === undefined ? {} : { contactMilliohm: read.contacts }),
  };
  const repairs = (read.repairs ?? []).map((part): Repair => ({
    id: 'r',
    at,
    point: 'starter',
    action: 'Replace the solenoid or its contacts',
    ...part,
  }));
  return { unitId: read.unitId ?? unit.id, figures, repairs };
};

let asked: Parameters<typeof outlookOf>[0];
beforeEach(() => {
  asked = { unit, visits: [], stays: STAYS, findings: [], profile: 'pile', limits: {}, nowMs: NOW };
});
/** @param visits latest first */
const outlook = (visits: readonly PastVisit[], part: Partial<typeof asked> = {}) =>
  outlookOf({ ...asked, visits, ...part });
const cold = (...given: Parameters<typeof outlook>) => {
  const told = outlook(...given).cold;
  if (told.kind === 'unsaid') throw new Error(told.lacks.join(', '));
  return told;
};

describe('the outlook of a battery', () => {
  const fading = [
    visit(30, { percent: [74, 98] }),
    visit(300, { percent: [82, 99] }),
    visit(600, { percent: [90, 99] }),
    visit(900, { percent: [98, 100] }),
  ];
  it('is of the one that sits there: what its predecessor read is not its own', () => {
    const stays = [stay('A', 'old', 2000, 0.05), stay('A', 'new', 0.04), STAYS[1]!];
    const [ofA, ofB] = outlook(fading, { stays }).batteries;
    expect(ofA).toMatchObject({ batteryId: 'new', forecast: { kind: 'too-few', visits: 0 } });
    expect(ofB?.segments[0]?.points).toHaveLength(4);
    expect(outlook(fading, { stays }).cold).toEqual({ kind: 'unsaid', lacks: ['a load test of battery A'] });
  });
  it('is none of a place that stands empty', () => {
    const { batteries, cold: told } = outlook(fading, { stays: [STAYS[0]!, stay('B', 'b', 2000, 5)] });
    expect(batteries.map(({ position }) => position)).toEqual(['A']);
    expect(told).toEqual({ kind: 'unsaid', lacks: ['a load test of battery B'] });
  });
  it('goes by the battery a reading names, where it names one', () => {
    const named = [visit(30, { percent: [60, 98], ids: ['another', 'b'] }), visit(300, { percent: [99, 99] })];
    const [ofA, ofB] = outlook(named).batteries;
    expect(ofA?.segments[0]?.points).toHaveLength(1);
    expect(ofB?.segments[0]?.points).toHaveLength(2);
    // The cold start goes by the same: the reading before, which is its own.
    expect(cold(named).coldest.p50).toBeCloseTo(cold([visit(30, { percent: [99, 98] })]).coldest.p50, 0);
  });
  it('brings along what was read of it in another unit, which says nothing of the cables of this one', () => {
    const there: Stay = { batteryId: 'a', unitId: 'P-2', position: 'A', from: ago(2000), to: ago(400) };
    const visits = [visit(30, { percent: [74, 98] }), visit(500, { percent: [95, 50], negative: 3, unitId: 'P-2' })];
    const { batteries, sides } = outlook(visits, { stays: [there, stay('A', 'a', 400), STAYS[1]!] });
    expect(batteries[0]?.segments.map(({ began, points }) => [began, points.length])).toEqual([
      [null, 1],
      [`moved to ${unit.id}, A`, 1],
    ]);
    expect(batteries[1]?.segments[0]?.points).toHaveLength(1);
    expect(sides.find(({ side }) => side === 'negative')?.segments[0]?.points.map(({ value }) => value)).toEqual([0.4]);
  });
  it('that falls first is named: never in the past, and today where it lies under', () => {
    const first = outlook(fading).firstUnder!;
    expect(first.position).toBe('A');
    expect(first.p10Ms).toBeGreaterThanOrEqual(NOW);
    expect(first.p50Ms).toBeGreaterThan(NOW);
    const percents = [[74, 60] as const, [82, 68] as const, [90, 80] as const, [98, 92] as const];
    const both = percents.map((percent, index) => visit(30 + 290 * index, { percent }));
    expect(outlook(both).firstUnder).toEqual({ position: 'B', p10Ms: NOW, p50Ms: NOW });
    const steady = [0, 1, 2, 3].map((index) => visit(30 + 290 * index));
    expect(outlook(steady).firstUnder).toBeNull();
  });
});

describe('the outlook of a side of the starter cables', () => {
  it('is a line from three visits on, in milliohms a year, of what was read since it was repaired', () => {
    const visits = [0.7, 0.6, 0.5].map((negative, index) => visit(30 + 365.25 * index, { negative }));
    const trend = (given: readonly PastVisit[]) =>
      outlook(given).sides.find(({ side }) => side === 'negative')?.trend ?? null;
    expect(trend(visits)?.slope).toBeCloseTo(0.1, 6);
    expect(trend(visits.slice(0, 2))).toBeNull();
    const repair = { point: 'starter.ground', kind: 'clean' as const, action: 'Clean the ground stud', at: ago(100) };
    expect(trend([{ ...visits[0]!, repairs: [{ id: 'r', ...repair }] }, ...visits.slice(1)])).toBeNull();
  });
});

describe('the coldest start', () => {
  it('is told as it will be once what is open is done; what is to be watched changes nothing', () => {
    const weak = [visit(30, { percent: [70, 99] })];
    const finding = { code: 'battery.weak', subject: 'A' } as const;
    const open = cold(weak, { findings: [{ ...finding, severity: 'replace' }] });
    expect(open.after!.coldest.p50).toBeLessThan(open.coldest.p50 - 0.3);
    expect(open.gains[0]?.subject).toBe('A');
    expect(cold(weak, { findings: [{ ...finding, severity: 'watch' }] }).after).toBeNull();
    expect(cold(weak).after).toBeNull();
  });
  it('promises for what is open just what it says that part alone would help', () => {
    for (const [code, subject, part] of [
      ['battery.weak', 'A', 'A'],
      ['cable.starter-negative', 'negative', 'negative'],
      ['starter.solenoid-contacts', 'starter', 'contacts'],
    ] as const) {
      const read = [visit(30, { percent: [70, 99], negative: 1.4, contacts: 1.2 })];
      const told = cold(read, { findings: [{ code, subject, severity: 'replace' }] });
      const gain = told.gains.find((own) => own.subject === part)!;
      expect(gain.degrees, part).toBeGreaterThan(0.3);
      expect(told.coldest.p50 - told.after!.coldest.p50, part).toBeCloseTo(gain.degrees, 0);
    }
  });
  it('carries nothing over of contacts that were replaced since they were read', () => {
    const repair = { kind: 'replace' as const, closes: ['starter.solenoid-contacts@starter'], at: ago(29.9) };
    const burnt = visit(30, { contacts: 1.2 });
    const replaced = visit(30, { contacts: 1.2, repairs: [repair] });
    expect(cold([burnt]).gains.map(({ subject }) => subject)).toContain('contacts');
    expect(cold([replaced]).gains.map(({ subject }) => subject)).not.toContain('contacts');
    // As promised before it was done: the engine asks for what it asked for.
    const promised = cold([burnt], {
      findings: [{ code: 'starter.solenoid-contacts', subject: 'starter', severity: 'replace' }],
    });
    expect(cold([replaced]).coldest.p50).toBeCloseTo(promised.after!.coldest.p50, 0);
    // The new ones read since, without a crank: that of before was with the old ones.
    const since = [visit(10, { contacts: 0.1, amps: null }), replaced];
    expect(cold(since).coldest.p50).toBeCloseTo(promised.after!.coldest.p50, 0);
    // Of a whole starter they are part; of a repair elsewhere they are not.
    const starter = { kind: 'replace' as const, closes: ['starter.motor@starter'], action: 'Replace the starter' };
    expect(
      cold([visit(30, { contacts: 1.2, repairs: [{ ...starter, at: ago(29.9) }] })]).gains.map(
        ({ subject }) => subject,
      ),
    ).not.toContain('contacts');
    const cable = { kind: 'clean' as const, point: 'starter.B+', closes: [], at: ago(29.9) };
    expect(
      cold([visit(10), visit(30, { contacts: 1.2, repairs: [cable] })]).gains.map(({ subject }) => subject),
    ).toContain('contacts');
    // What is read after the repair counts.
    const again = visit(20, { contacts: 1.2 });
    expect(cold([again, replaced]).gains.map(({ subject }) => subject)).toContain('contacts');
  });
  it('asks nothing of how the starter before it cranked', () => {
    const repair = { kind: 'replace' as const, closes: ['starter.draws-much@starter'], at: ago(29.9) };
    const width = ({ coldest }: ReturnType<typeof cold>): number => coldest.p90 - coldest.p10;
    const labours = visit(30, { amps: 1100 });
    const replaced = cold([
      { ...labours, repairs: [{ id: 'r', point: 'starter', action: 'Replace the starter', ...repair }] },
    ]);
    expect(replaced.coldest.p50).toBeLessThan(cold([labours]).coldest.p50 - 1);
    // Engines differ: without a crank of its own less is known of this one.
    expect(width(replaced)).toBeGreaterThan(1.2 * width(cold([labours])));
    const contacts = { ...repair, closes: ['starter.solenoid-contacts@starter'] };
    const asBefore = cold([visit(30, { amps: 1100, repairs: [contacts] })]);
    expect(asBefore.coldest.p50).toBeCloseTo(cold([labours]).coldest.p50, 0);
    // A crank of the new one counts again.
    const cranked = cold([visit(10, { amps: 650 }), visit(30, { amps: 1100, repairs: [repair] })]);
    expect(width(cranked)).toBeLessThan(width(replaced));
  });
  it('goes by what charge the bank was read with, unless it was charged since', () => {
    const flat = visit(30, { charge: 55 });
    const charged = { id: 'r', kind: 'recharge' as const, point: 'bank', action: 'Recharge the bank', at: ago(29.9) };
    const degrees = (given: PastVisit): number => cold([given]).coldest.p50;
    expect(degrees(flat)).toBeGreaterThan(degrees(visit(30)) + 1);
    expect(degrees({ ...flat, repairs: [charged] })).toBeLessThan(degrees(flat) - 1);
    expect(degrees({ ...flat, repairs: [{ ...charged, at: ago(31) }] })).toBeCloseTo(degrees(flat), 6);
    expect(degrees({ ...flat, repairs: [{ ...charged, kind: 'clean' }] })).toBeCloseTo(degrees(flat), 6);
  });
  it('is not said of a side that was repaired since it was read, nor of a battery without a rating', () => {
    const repair = { id: 'r', kind: 'clean' as const, point: 'starter.ground', action: 'Clean the stud' };
    const lacks = { kind: 'unsaid', lacks: ['the volts lost on the negative side of the starter cables'] };
    expect(outlook([{ ...visit(30), repairs: [{ ...repair, at: ago(29.9) }] }]).cold).toEqual(lacks);
    expect(outlook([{ ...visit(30), repairs: [{ ...repair, at: ago(31) }] }]).cold.kind).toBe('said');
    const [a, b] = unit.bank.batteries;
    const { rating: _, ...unrated } = b!;
    const bank = { ...unit.bank, batteries: [a!, unrated] };
    expect(outlook([visit(30)], { unit: { ...unit, bank } }).cold).toEqual({
      kind: 'unsaid',
      lacks: ['the rating of battery B'],
    });
  });
});
