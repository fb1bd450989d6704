import type { Watch, WatchRow, Yard } from '@vaktman/contract';
import { DISPOSITIONS, type Disposition } from '@vaktman/core';

/** How a unit stands in the watch; a unit never visited stands with those that cannot be judged yet. */
export type Standing = Disposition;

export const standingOf = ({ disposition }: WatchRow): Standing => disposition ?? 'unfinished';

export interface WatchFilter {
  readonly search: string;
  readonly standing: Standing | null;
  readonly yardId: string | null;
}

/** The filter as the address bar holds it. */
export const filterFrom = (parameters: URLSearchParams): WatchFilter => {
  const standing = parameters.get('standing');
  return {
    search: parameters.get('q') ?? '',
    standing: DISPOSITIONS.find((known) => known === standing) ?? null,
    yardId: parameters.get('yard'),
  };
};

export const filterParameters = ({ search, standing, yardId }: WatchFilter): URLSearchParams => {
  const parameters = new URLSearchParams();
  if (search !== '') parameters.set('q', search);
  if (standing !== null) parameters.set('standing', standing);
  if (yardId !== null) parameters.set('yard', yardId);
  return parameters;
};

const matches = (row: WatchRow, { search, standing, yardId }: WatchFilter): boolean => {
  const wanted = search.trim().toLowerCase();
  return (
    (standing === null || standingOf(row) === standing) &&
    (yardId === null || row.yardId === yardId) &&
    (wanted === '' || `${row.unitId} ${row.description} ${row.headline ?? ''}`.toLowerCase().includes(wanted))
  );
};

/** A line of the list: the head of a yard, or a unit. */
export type WatchLine =
  | { readonly kind: 'yard'; readonly yard: Yard; readonly count: number }
  | { readonly kind: 'unit'; readonly row: WatchRow };

/** Units by yard, those that need most first, as lines of one list. */
export const watchLines = ({ units }: Watch, yards: readonly Yard[], filter: WatchFilter): WatchLine[] => {
  const shown = units.filter((row) => matches(row, filter));
  const byYard = new Map<string, WatchRow[]>();
  for (const row of shown) {
    const rows = byYard.get(row.yardId);
    if (rows === undefined) byYard.set(row.yardId, [row]);
    else rows.push(row);
  }
  return yards.flatMap((yard): WatchLine[] => {
    const rows = byYard.get(yard.yardId);
    if (rows === undefined) return [];
    rows.sort(
      (a, b) =>
        DISPOSITIONS.indexOf(standingOf(a)) - DISPOSITIONS.indexOf(standingOf(b)) || (a.unitId < b.unitId ? -1 : 1),
    );
    return [{ kind: 'yard', yard, count: rows.length }, ...rows.map((row): WatchLine => ({ kind: 'unit', row }))];
  });
};

export const countByStanding = ({ units }: Watch): Readonly<Record<Standing, number>> => {
  const counts: Record<Standing, number> = { hold: 0, unfinished: 0, 'ready-watch': 0, ready: 0 };
  for (const row of units) counts[standingOf(row)] += 1;
  return counts;
};
