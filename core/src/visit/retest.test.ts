import { describe, expect, it } from 'vitest';
import { loaded, looks, minute, rested, unit24, visitWith, type Written } from '../../test/visitFixture';
import { beforeAndAfter, judge, retestsDue, type Repair, type VisitFile } from '../index';

const REPAIRED = 100;
const repair = (part: Partial<Repair>): Repair => ({
  id: 'p1',
  at: minute(REPAIRED),
  point: 'B',
  action: 'Replace battery B',
  kind: 'replace',
  ...part,
});
const owed = (file: VisitFile): string[] => retestsDue(file, judge(file)).map(({ step, point }) => `${step}@${point}`);
const lookAt = (point: string, at: number): Written => ({
  step: 'look.joint',
  point,
  condition: 'clean',
  at: minute(at),
});

describe('joints undone to replace a battery', () => {
  const early = ['A+', 'A-', 'B+', 'B-'].map((point) => lookAt(point, 1));
  const after = (repairs: Repair[], ...later: Written[]): string[] =>
    owed(visitWith([...early, ...later], { repairs }));

  it('are looked at again: those of that battery, and no other', () => {
    expect(after([repair({})])).toEqual(['look.joint@B+', 'look.joint@B-']);
  });
  it('are those of every battery that was looked at where the whole bank was replaced', () => {
    expect(after([repair({ point: 'bank' })])).toEqual(early.map(({ point }) => `look.joint@${point}`));
  });
  it('are those of the batteries of a set that was replaced', () => {
    const looked = ['A', 'B', 'C'].flatMap((position) => [lookAt(`${position}+`, 1), lookAt(`${position}-`, 1)]);
    expect(owed(visitWith(looked, { repairs: [repair({ point: 'set:1' })] }))).toEqual(
      ['A+', 'A-', 'B+', 'B-'].map((joint) => `look.joint@${joint}`),
    );
  });
  it('are owed no more once they were looked at since, each by itself', () => {
    expect(after([repair({})], lookAt('B+', REPAIRED + 5))).toEqual(['look.joint@B-']);
    expect(after([repair({})], lookAt('B+', REPAIRED), lookAt('B-', REPAIRED + 5))).toEqual([]);
  });
  it('are not owed for what undoes none: a charge, a cleaned post', () => {
    expect(after([repair({ kind: 'recharge' }), repair({ id: 'p2', kind: 'clean', point: 'B+' })])).toEqual([]);
  });
  it('that were never looked at are owed as the first look, and as nothing else', () => {
    expect(owed(visitWith([lookAt('A+', 1)], { repairs: [repair({})] }))).toEqual([]);
  });
});

describe('a finding that is to be closed by a repair', () => {
  const drop = (point: string, volts: number, at: number, id = `${point}${at}`): Written => ({
    step: 'start.drop',
    point,
    volts,
    by: 'pile',
    amps: 500,
    at: minute(at),
    id,
  });
  const loss = [drop('positive', 0.14, 5), drop('negative', 0.62, 6)];
  const cleaned = repair({ kind: 'clean', point: 'A-', closes: ['cable.starter-negative@negative'] });

  it('owes again what told of it, in the order of the repairs', () => {
    const weak = [rested('A', 12.7, { at: minute(3) }), loaded('A', 8.9, { at: minute(4) })];
    const ofBattery = repair({ id: 'p2', point: 'A', kind: 'other', closes: ['battery.weak@A'] });
    const drops = ['start.drop@negative', 'start.drop@positive'];
    const ofA = ['battery.load@A', 'battery.openCircuit@A'];
    const after = (...repairs: Repair[]): string[] => owed(visitWith([...loss, ...weak], { repairs }));
    expect(after(cleaned)).toEqual(drops);
    expect(after(ofBattery, cleaned)).toEqual([...ofA, ...drops]);
    expect(after(cleaned, ofBattery)).toEqual([...drops, ...ofA]);
    // Two repairs for one finding owe its tests once.
    expect(after(cleaned, { ...cleaned, id: 'p3', at: minute(REPAIRED + 1) })).toEqual(drops);
  });
  it('owes nothing that was read at the minute of the repair or since', () => {
    const again = (at: number): string[] =>
      owed(visitWith([...loss, drop('negative', 0.6, at)], { repairs: [cleaned] }));
    expect(again(REPAIRED)).not.toContain('start.drop@negative');
    expect(again(REPAIRED - 1)).toContain('start.drop@negative');
  });
});

describe('a test before and after a repair', () => {
  const B_WEAK = 8.9;
  const load = (lowestVolts: number, at: number): Written[] => [
    rested('B', 12.7, { at: minute(at) }),
    loaded('B', lowestVolts, { at: minute(at + 1), id: `load${at}` }),
  ];
  const pairs = (readings: Written[], repairs: Repair[]): string[] =>
    beforeAndAfter(visitWith([...looks().map((look) => ({ ...look, at: minute(0) })), ...readings], { repairs }))
      .filter(({ step }) => step === 'battery.load')
      .map(({ repair: { id }, before, after }) => `${id}: ${before.reading.id} ${after.reading.id}`);

  it('stands beside itself: once, with the reading of each time', () => {
    expect(pairs([...load(B_WEAK, 10), ...load(10.6, REPAIRED + 10)], [repair({})])).toEqual(['p1: load10 load110']);
  });
  it('does not stand where it was taken on one side of the repair only', () => {
    expect(pairs(load(B_WEAK, 10), [repair({})])).toEqual([]);
    expect(pairs(load(B_WEAK, REPAIRED + 10), [repair({})])).toEqual([]);
  });
  it('stands with the last repair before it, and with what was read last before that one', () => {
    const twice = ['p1', 'p2'].map((id, index) => repair({ id, kind: 'clean', at: minute((index + 1) * REPAIRED) }));
    expect(pairs([...load(B_WEAK, 10), ...load(10.6, 2 * REPAIRED + 10)], twice)).toEqual(['p2: load10 load210']);
    expect(
      pairs([...load(B_WEAK, 10), ...load(B_WEAK, REPAIRED + 10), ...load(10.6, 2 * REPAIRED + 10)], twice),
    ).toEqual(['p2: load110 load210']);
  });
  it('stands with the repair that brought the battery it is of: what another one read is not its own before', () => {
    const twice = [repair({}), repair({ id: 'p2', kind: 'clean', at: minute(2 * REPAIRED) })];
    expect(pairs([...load(B_WEAK, 10), ...load(10.6, 2 * REPAIRED + 10)], twice)).toEqual(['p1: load10 load210']);
  });
  it('tells by the place: another battery is no other time', () => {
    const unit = unit24();
    const file = visitWith(
      [rested('A', 25.4 / 2, { at: minute(1) }), rested('B', 12.6, { at: minute(REPAIRED + 1) })],
      { unit, repairs: [repair({})] },
    );
    expect(beforeAndAfter(file)).toEqual([]);
  });
});
