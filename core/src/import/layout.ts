import { cleaned, isBlank } from './cells';
import { fold } from './fold';
import { leadOf, placeNamed, type ColumnLead } from './headerName';
import { dateHintOf, isAnyMeasure, standardOf, type ImportKind } from './vocabulary';

type Row = readonly string[];

/** Rows a header is looked for in. */
export const HEADER_ROWS = 30;
const LEAST_NAMES = 2;

/** How many different fields the names of a row lead to, or are named by a map. */
const namesIn = (kind: ImportKind, row: Row, mapped: ReadonlySet<string>): number => {
  const found = new Set<string>();
  for (const cell of row) {
    const text = cleaned(cell);
    if (text === '') continue;
    if (mapped.has(fold(text))) found.add(`map:${fold(text)}`);
    else {
      const lead = leadOf(kind, text);
      if (lead !== null) found.add(lead.name);
    }
  }
  return found.size;
};

/** The row that names the columns, from 0, and how many fields it names; null where none does. */
export const headerRow = (
  kind: ImportKind,
  rows: readonly Row[],
  mapped: ReadonlySet<string>,
): { readonly row: number; readonly names: number } | null => {
  let best: { row: number; names: number } | null = null;
  rows.slice(0, HEADER_ROWS).forEach((row, index) => {
    const names = namesIn(kind, row, mapped);
    if (names >= LEAST_NAMES && names > (best?.names ?? 0)) best = { row: index, names };
  });
  return best;
};

/** A group's cell reaches right over blank ones to the next. */
const reaching = (row: Row, columns: number): readonly string[] => {
  let last = '';
  return Array.from({ length: columns }, (_, index) => {
    const own = cleaned(row[index] ?? '');
    if (own !== '') last = own;
    return last;
  });
};

/** The names of the columns, and what each leads to. */
export interface Names {
  /** As shown: with the group before it. */
  readonly headers: readonly string[];
  readonly leads: readonly (ColumnLead | null)[];
}

const leadUnder = (kind: ImportKind, group: string, name: string): ColumnLead | null => {
  if (name === '') return null;
  if (group === '') return leadOf(kind, name);
  const position = placeNamed(group);
  if (position !== null) return leadOf(kind, name, position) ?? leadOf(kind, name);
  const alone = leadOf(kind, name);
  if (alone !== null && !alone.isWeak) return alone;
  return leadOf(kind, `${group} ${name}`) ?? alone;
};

/** The names of a header with the groups above it, where there are any. */
export const namesOf = (kind: ImportKind, header: Row, groups: Row | null): Names => {
  const names = header.map(cleaned);
  if (groups === null) return { headers: names, leads: names.map((name) => (name === '' ? null : leadOf(kind, name))) };
  const above = reaching(groups, names.length);
  return {
    headers: names.map((name, index) => {
      const group = above[index] ?? '';
      return group === '' || name === '' ? name : `${group} / ${name}`;
    }),
    leads: names.map((name, index) => leadUnder(kind, above[index] ?? '', name)),
  };
};

/** True where the row above a header parts its columns into groups. */
export const areGroups = (kind: ImportKind, header: Row, above: Row): boolean => {
  const names = header.map(cleaned);
  const filled = names.filter((name) => name !== '').map(fold);
  const isTwice = new Set(filled).size < filled.length;
  const leadsNowhere = (name: string): boolean => name !== '' && leadOf(kind, name) === null;
  if (!isTwice && !names.some(leadsNowhere)) return false;
  const groups = reaching(above, names.length);
  return names.some((name, index) => {
    const group = groups[index] ?? '';
    if (group === '') return false;
    return (
      (placeNamed(group) !== null && cleaned(above[index] ?? '') !== '') ||
      (leadsNowhere(name) && leadOf(kind, `${group} ${name}`) !== null)
    );
  });
};

const withoutBrackets = (text: string): string => text.replace(/[()[\]]/g, '').trim();

/** True of a row that tells measures, standards and orders of dates, and nothing else. */
export const areMeasures = (row: Row): boolean => {
  let told = 0;
  for (const cell of row) {
    const text = cleaned(cell);
    if (isBlank(text)) continue;
    const folded = fold(withoutBrackets(text));
    if (!isAnyMeasure(folded) && standardOf(folded) === null && dateHintOf(folded) === null) return false;
    told += 1;
  }
  return told > 0;
};

export const measureWord = (cell: string): string => fold(withoutBrackets(cleaned(cell)));
