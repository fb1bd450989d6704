import type { WatchRow, Weather } from '@vaktman/contract';
import { describe, expect, it } from 'vitest';
import { dueThisWeek, toBuy } from './plans';
import { coldestNights, countByAnswer, filterFrom, filterParameters, watchLines, watchUnits } from './watchFilter';
import { answerWords, doneWords, nightWords } from './watchWords';

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
  cold: [-30, -25, -22],
  coldAfter: null,
  underAt: null,
  underOn: null,
  dueOn: null,
  dueBy: null,
  actions: [],
  ...part,
});
const part = (name: string, count = 1) => ({
  finding: 'f',
  says: 's',
  action: `Replace ${name}`,
  part: { name, count },
});
const yards = [
  { yardId: 's', name: 'Summit Station', endedAt: null },
  { yardId: 'l', name: 'Lower Yard', endedAt: null },
];
const weather: Weather = {
  problem: null,
  yards: [
    {
      yardId: 's',
      nights: [
        { date: '2026-11-27', lowestC: -12, from: 'service' },
        { date: '2026-11-28', lowestC: -20, from: 'service' },
      ],
    },
    { yardId: 'l', nights: [{ date: '2026-11-27', lowestC: -14, from: 'typed' }] },
  ],
};
const watch = {
  units: [
    row('P-1', 'l'),
    row('P-2', 's', {
      disposition: 'hold',
      headline: 'Weak under load: battery B',
      findingCount: 1,
      cold: [-18, -15, -12],
      coldAfter: [-26, -23],
      underAt: 'B',
      underOn: '2026-11-20',
      dueOn: '2026-11-20',
      dueBy: 'date',
      actions: [part('battery', 1)],
    }),
    row('P-3', 's', {
      cold: [-25, -21, -17],
      underAt: 'A',
      underOn: '2027-03-01',
      dueOn: '2026-11-27',
      dueBy: 'hours',
    }),
    row('G-1', 's', { disposition: null, description: 'Grader', cold: null, headline: null }),
  ],
};
const TONIGHT = '2026-11-25';
const nights = coldestNights(weather, TONIGHT);
const shown = (query: string) => {
  const filter = filterFrom(new URLSearchParams(query));
  return watchLines(watchUnits(watch, nights, filter.done), yards, filter).map((line) =>
    line.kind === 'yard' ? line.yard.name : line.unit.row.unitId,
  );
};

describe('the watch', () => {
  it('lists units by yard, those that need most first', () =>
    expect(shown('')).toEqual(['Summit Station', 'P-2', 'P-3', 'G-1', 'Lower Yard', 'P-1']));
  it.each([
    ['q=weak', ['Summit Station', 'P-2']],
    ['q=grad', ['Summit Station', 'G-1']],
    ['standing=unfinished', ['Summit Station', 'G-1']],
    ['yard=l', ['Lower Yard', 'P-1']],
    ['cold=will-not', ['Summit Station', 'P-2']],
    ['cold=may-not', ['Summit Station', 'P-3']],
    ['sort=due', ['Summit Station', 'P-2', 'P-3', 'G-1', 'Lower Yard', 'P-1']],
    ['sort=unit', ['Summit Station', 'G-1', 'P-2', 'P-3', 'Lower Yard', 'P-1']],
    ['cold=will-not&done=1', []],
    ['cold=will', ['Lower Yard', 'P-1']],
    ['q=zzz', []],
    ['standing=odd&sort=odd', ['Summit Station', 'P-2', 'P-3', 'G-1', 'Lower Yard', 'P-1']],
  ])('for ?%s', (query, lines) => expect(shown(query)).toEqual(lines));
  it('keeps its filter in the address', () => {
    const filter = {
      search: 'p-0',
      standing: 'hold',
      yardId: 'l',
      cold: 'may-not',
      sort: 'under',
      done: true,
    } as const;
    expect(filterFrom(filterParameters(filter))).toEqual(filter);
  });
  it('says in one sentence what the coldest night will do', () => {
    const counts = countByAnswer(watchUnits(watch, nights, false));
    expect(answerWords(counts, nightWords(nights)).map(({ words }) => words)).toEqual([
      'One will not start on Saturday night',
      'one may not start',
      'one cannot be judged yet',
      'one will start',
    ]);
  });
  it('says what the planned repairs change', () => {
    expect(doneWords(watchUnits(watch, nights, true), 'on Saturday night')).toBe(
      'None fails on Saturday night. P-3 may not. G-1 depends on its tests.',
    );
  });
  it('is not planned for nights that are over, in an answer kept since before them', () => {
    const cold = { date: '2026-11-24', lowestC: -35, from: 'typed' as const };
    const kept = { ...weather, yards: weather.yards.map((yard) => ({ ...yard, nights: [cold, ...yard.nights] })) };
    expect(coldestNights(kept, TONIGHT)).toEqual(nights);
    expect(coldestNights({ ...weather, yards: [{ yardId: 's', nights: [cold] }] }, TONIGHT)).toEqual(new Map());
  });
  it('judges no unit where no night is known', () => {
    const blind = watchUnits(watch, coldestNights(undefined, TONIGHT), false);
    expect(countByAnswer(blind).unsaid).toBe(4);
    expect(nightWords(new Map())).toBe('in the coming cold');
  });
});

describe('the week', () => {
  it('has what is due within seven days, the latest first, and by what', () => {
    expect(dueThisWeek(watch.units, '2026-11-25')).toEqual([
      { unitId: 'P-2', dueOn: '2026-11-20', daysLate: 5, by: 'date', what: 'Replace battery' },
      { unitId: 'P-3', dueOn: '2026-11-27', daysLate: 0, by: 'hours', what: 'visit' },
    ]);
    expect(dueThisWeek(watch.units, '2026-11-01')).toEqual([]);
  });
  it('groups the parts that open actions need', () => {
    const rows = [
      row('A-1', 'l', { actions: [part('Battery, 12 V'), part('Belt')] }),
      row('A-2', 'l', { actions: [part('Battery, 12 V', 4), { finding: 'f', says: 's', action: 'Clean it' }] }),
    ];
    expect(toBuy(rows)).toEqual([
      { part: 'Battery, 12 V', count: 5, units: ['A-1', 'A-2'] },
      { part: 'Belt', count: 1, units: ['A-1'] },
    ]);
  });
});
