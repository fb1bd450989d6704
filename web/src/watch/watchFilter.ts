import type { Watch, WatchRow, Weather, Yard } from '@vaktman/contract';
import {
  COLD_ANSWERS,
  coldAnswer,
  DISPOSITIONS,
  watchMark,
  type ColdAnswer,
  type Disposition,
  present,
} from '@vaktman/core';

/** Orders of the list: what needs most, the warmest coldest start, what is due, what fails first, by number. */
export const SORTS = ['need', 'cold', 'due', 'under', 'unit'] as const;
export type Sort = (typeof SORTS)[number];

export interface WatchFilter {
  readonly search: string;
  readonly standing: Disposition | null;
  readonly yardId: string | null;
  readonly cold: ColdAnswer | null;
  readonly sort: Sort;
  /** Shows the watch as it will stand once what is open is done. */
  readonly done: boolean;
}

/** The filter as the address bar holds it; what is not known there is left out. */
export const filterFrom = (parameters: URLSearchParams): WatchFilter => {
  const standing = parameters.get('standing');
  const cold = parameters.get('cold');
  const sort = parameters.get('sort');
  return {
    search: parameters.get('q') ?? '',
    standing: DISPOSITIONS.find((known) => known === standing) ?? null,
    yardId: parameters.get('yard'),
    cold: COLD_ANSWERS.find((known) => known === cold) ?? null,
    sort: SORTS.find((known) => known === sort) ?? 'need',
    done: parameters.get('done') === '1',
  };
};

export const filterParameters = ({ search, standing, yardId, cold, sort, done }: WatchFilter): URLSearchParams => {
  const parameters = new URLSearchParams();
  if (search !== '') parameters.set('q', search);
  if (standing !== null) parameters.set('standing', standing);
  if (yardId !== null) parameters.set('yard', yardId);
  if (cold !== null) parameters.set('cold', cold);
  if (sort !== 'need') parameters.set('sort', sort);
  if (done) parameters.set('done', '1');
  return parameters;
};

/** The coldest of a yard's coming nights. */
export interface ColdestNight {
  readonly date: string;
  readonly lowestC: number;
}

/**
 * The coldest night of each yard.
 * @param from date of the first night that counts: an answer kept since yesterday tells of nights that are over
 */
export const coldestNights = (weather: Weather | undefined, from: string): ReadonlyMap<string, ColdestNight> =>
  new Map(
    (weather?.yards ?? []).flatMap(({ yardId, nights }): [string, ColdestNight][] => {
      const coldest = nights.reduce<ColdestNight | null>(
        (least, night) => (night.date < from || (least !== null && night.lowestC >= least.lowestC) ? least : night),
        null,
      );
      return coldest === null ? [] : [[yardId, coldest]];
    }),
  );

/** The row as it will stand once what is open on it is done; tests still owed are not done by repairing. */
const afterRepairs = (row: WatchRow): WatchRow => ({
  ...row,
  cold: row.coldAfter === null ? row.cold : [row.coldAfter[0], row.coldAfter[0], row.coldAfter[1]],
  disposition: row.disposition === 'hold' ? 'ready' : row.disposition,
  headline:
    row.actions.length === 0 || row.disposition !== 'hold' ? row.headline : `Done: ${present(row.actions[0]).action}`,
  underAt: row.coldAfter === null ? row.underAt : null,
  underOn: row.coldAfter === null ? row.underOn : null,
  actions: row.disposition === 'hold' ? [] : row.actions,
});

/** A unit with what the cold will do to it. */
export interface WatchUnit {
  readonly row: WatchRow;
  readonly answer: ColdAnswer;
  readonly lowestC: number | null;
  readonly mark: ReturnType<typeof watchMark>;
}

export const watchUnits = (
  { units }: Watch,
  nights: ReadonlyMap<string, ColdestNight>,
  done: boolean,
): readonly WatchUnit[] =>
  units.map((unit) => {
    const row = done ? afterRepairs(unit) : unit;
    const lowestC = nights.get(row.yardId)?.lowestC ?? null;
    // A visit left half-way says what was, not what is.
    const answer = row.disposition === 'unfinished' ? 'unsaid' : coldAnswer(row.cold, lowestC);
    return { row, answer, lowestC, mark: watchMark(row.disposition, answer) };
  });

const matches = ({ row, answer }: WatchUnit, { search, standing, yardId, cold }: WatchFilter): boolean => {
  const wanted = search.trim().toLowerCase();
  return (
    (standing === null || (row.disposition ?? 'unfinished') === standing) &&
    (yardId === null || row.yardId === yardId) &&
    (cold === null || answer === cold) &&
    (wanted === '' || `${row.unitId} ${row.description} ${row.headline ?? ''}`.toLowerCase().includes(wanted))
  );
};

const MARKS = ['failed', 'marginal', 'notyet', 'passed'] as const;
const LAST = '9999';

const byUnit = (a: WatchUnit, b: WatchUnit): number => (a.row.unitId < b.row.unitId ? -1 : 1);
/** Those the cold decides about by how far they reach; the others by what comes first: a battery under its limit, a visit. */
const inTime = (a: WatchUnit, b: WatchUnit): number =>
  a.answer === 'will-not' || a.answer === 'may-not'
    ? (b.row.cold?.[1] ?? -99) - (a.row.cold?.[1] ?? -99)
    : (a.row.underOn ?? LAST).localeCompare(b.row.underOn ?? LAST) ||
      (a.row.dueOn ?? LAST).localeCompare(b.row.dueOn ?? LAST);
const ORDERS: Readonly<Record<Sort, (a: WatchUnit, b: WatchUnit) => number>> = {
  need: (a, b) =>
    MARKS.indexOf(a.mark) - MARKS.indexOf(b.mark) ||
    COLD_ANSWERS.indexOf(a.answer) - COLD_ANSWERS.indexOf(b.answer) ||
    inTime(a, b) ||
    byUnit(a, b),
  cold: (a, b) => (b.row.cold?.[1] ?? -99) - (a.row.cold?.[1] ?? -99) || byUnit(a, b),
  due: (a, b) => (a.row.dueOn ?? LAST).localeCompare(b.row.dueOn ?? LAST) || byUnit(a, b),
  under: (a, b) => (a.row.underOn ?? LAST).localeCompare(b.row.underOn ?? LAST) || byUnit(a, b),
  unit: byUnit,
};

/** A line of the list: the head of a yard, or a unit. */
export type WatchLine =
  | { readonly kind: 'yard'; readonly yard: Yard; readonly count: number }
  | { readonly kind: 'unit'; readonly unit: WatchUnit };

/** Units by yard in the order asked for, as lines of one list. */
export const watchLines = (
  units: readonly WatchUnit[],
  yards: readonly Yard[],
  filter: WatchFilter,
): readonly WatchLine[] => {
  const byYard = new Map<string, WatchUnit[]>();
  for (const unit of units) {
    if (!matches(unit, filter)) continue;
    const rows = byYard.get(unit.row.yardId);
    if (rows === undefined) byYard.set(unit.row.yardId, [unit]);
    else rows.push(unit);
  }
  return yards.flatMap((yard): WatchLine[] => {
    const rows = byYard.get(yard.yardId);
    if (rows === undefined) return [];
    rows.sort(ORDERS[filter.sort]);
    return [{ kind: 'yard', yard, count: rows.length }, ...rows.map((unit): WatchLine => ({ kind: 'unit', unit }))];
  });
};

export const countByAnswer = (units: readonly WatchUnit[]): Readonly<Record<ColdAnswer, number>> => {
  const counts = { 'will-not': 0, 'may-not': 0, unsaid: 0, will: 0 };
  for (const { answer } of units) counts[answer] += 1;
  return counts;
};
