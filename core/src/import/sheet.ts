import type { Asked, Detected, ImportProblem, Skipped } from './answer';
import { decoded } from './bytes';
import { cleaned, isBlank } from './cells';
import { columnsOf, type Column } from './columns';
import { delimiterOf, DELIMITERS, widest, type Rows } from './delimiter';
import { fold } from './fold';
import { areGroups, areMeasures, headerRow, namesOf } from './layout';
import type { ImportMap } from './mapFile';
import { MOST_COLUMNS, recordsOf } from './records';
import { TOTALS, type ImportKind } from './vocabulary';

const MOST_ROWS = 200_000;
/** Title, header and what is skipped come on top of the rows of data. */
const MOST_RECORDS = MOST_ROWS + 2000;

/** A row of data as it stands, after what repeats from above was filled in. */
export interface DataRow {
  /** From 1, as a spreadsheet counts. */
  readonly row: number;
  readonly raw: readonly string[];
  /** Cleaned; filled from above where that is done. */
  readonly cells: readonly string[];
  /** The cell that heads the section the row stands in; null outside of one. */
  readonly section: string | null;
}

/** A file cut into cells, its header found, its columns told apart. */
export interface Sheet {
  readonly detected: Omit<Detected, 'decimal' | 'dateOrder'>;
  readonly headerCells: readonly string[];
  /** The rows that tell what the columns are, as they stand in the file: groups, names, measures. */
  readonly heads: Rows;
  readonly columns: readonly Column[];
  readonly rows: readonly DataRow[];
  readonly skipped: readonly Skipped[];
  /** Fields that were filled from above. */
  readonly filled: readonly string[];
}

export type SheetAnswer =
  | { readonly kind: 'sheet'; readonly sheet: Sheet }
  | { readonly kind: 'problems'; readonly detected: Detected; readonly problems: readonly ImportProblem[] }
  | { readonly kind: 'asked'; readonly detected: Detected; readonly asked: readonly Asked[]; readonly rows: number };

const NOTHING: Detected = {
  encoding: null,
  delimiter: null,
  decimal: null,
  header: null,
  groups: null,
  measures: null,
  dateOrder: null,
};
const ofFile = (code: ImportProblem['code'], expected: string): ImportProblem => ({
  row: null,
  column: null,
  code,
  expected,
});

const SEPARATOR = /^"?sep=(.)"?[ \t]*(?:\r\n|\r|\n|$)/i;

const filledIn = (cells: readonly string[]): readonly number[] =>
  cells.flatMap((cell, index) => (isBlank(cell) ? [] : [index]));

const isTotal = (cells: readonly string[], filled: readonly number[]): boolean => {
  const first = cells[filled[0] ?? -1];
  return first !== undefined && TOTALS.has(fold(first).replace(/\d+$/, ''));
};

/** Fields that stand once for several rows below one another, by kind. */
const MERGED: Readonly<Record<ImportKind, readonly string[]>> = {
  units: ['unit.yard'],
  batteries: ['battery.unit'],
  results: ['visit.unit', 'visit.id', 'visit.date', 'visit.technician'],
};

const looksMerged = (cells: readonly string[]): boolean => {
  if (isBlank(cells[0] ?? '') || !cells.some(isBlank)) return false;
  let before: string | null = null;
  for (const cell of cells) {
    if (isBlank(cell)) continue;
    if (cell === before) return false;
    before = cell;
  }
  return true;
};

/** What makes a row a thing of its own, by kind: one of these lists is filled. */
const IDS: Readonly<Record<ImportKind, readonly (readonly string[])[]>> = {
  units: [['unit.id']],
  batteries: [['battery.serial'], ['battery.unit', 'battery.position']],
  results: [['visit.unit', 'visit.date']],
};

/** Cells as one text, blank ones at the end left out. */
const comparable = (cells: readonly string[]): string =>
  cells.slice(0, cells.findLastIndex((cell) => cell !== '') + 1).join('\u0000');

interface Loose {
  readonly row: number;
  readonly raw: readonly string[];
  cells: string[];
}

/** Rows of data, without what is none; those under a section have its field filled in. */
const dataRows = (
  kind: ImportKind,
  records: Rows,
  from: number,
  header: readonly string[] | null,
  columns: readonly Column[],
  map: ImportMap | null,
): { readonly rows: readonly DataRow[]; readonly skipped: readonly Skipped[]; readonly filled: readonly string[] } => {
  const skipped: Skipped[] = [];
  const named = columns.filter(({ header: own }) => own !== '').length;
  const headerText = header === null ? null : comparable(header.map(cleaned));
  const loose: (Loose & { readonly filled: readonly number[]; readonly isTotal: boolean })[] = [];
  records.slice(from).forEach((raw, index) => {
    const cells = raw.map(cleaned);
    const filled = filledIn(cells);
    if (filled.length > 0) loose.push({ row: from + index + 1, raw, cells, filled, isTotal: isTotal(cells, filled) });
  });
  const lastFull = loose.findLastIndex(({ filled, isTotal: total }) => filled.length >= 2 && !total);
  const sectionAt = map?.sections === undefined ? -1 : columns.findIndex(({ name }) => name === map.sections);
  let section: string | null = null;
  const kept: (Loose & { readonly section: string | null })[] = [];
  loose.forEach((own, index) => {
    const why =
      headerText !== null && comparable(own.cells) === headerText
        ? 'header'
        : own.isTotal
          ? 'total'
          : own.filled.length === 1 && map?.sections !== undefined
            ? 'section'
            : own.filled.length === 1 && index > lastFull && named >= 3
              ? 'footer'
              : null;
    if (why === null) {
      kept.push({ row: own.row, raw: own.raw, cells: own.cells, section });
      return;
    }
    if (why === 'section') section = own.cells[own.filled[0] ?? 0] ?? null;
    skipped.push({ row: own.row, why });
  });

  const at = (name: string): number => columns.findIndex((column) => column.name === name);
  const position = at('battery.position');
  const filled: string[] = [];
  const fill = (name: string): void => {
    const column = at(name);
    if (column < 0) return;
    filled.push(name);
    let above = '';
    for (const own of kept) {
      const cell = own.cells[column] ?? '';
      if (!isBlank(cell)) above = cell;
      else if (above !== '' && (name !== 'battery.unit' || !isBlank(own.cells[position] ?? '')))
        own.cells[column] = above;
    }
  };
  const wanted =
    map?.fillDown ??
    MERGED[kind].filter((name) => at(name) >= 0 && looksMerged(kept.map(({ cells }) => cells[at(name)] ?? '')));
  wanted.forEach(fill);

  if (sectionAt >= 0)
    for (const own of kept)
      if (own.section !== null && isBlank(own.cells[sectionAt] ?? '')) own.cells[sectionAt] = own.section;

  const mapped = columns.flatMap(({ name, column }) => (name === null ? [] : [column - 1]));
  const seen = new Set<string>();
  const rows = kept.filter(({ row, cells }) => {
    const hasId = IDS[kind].some((names) => names.every((name) => at(name) >= 0 && !isBlank(cells[at(name)] ?? '')));
    if (!hasId) return true;
    const key = mapped.map((index) => cells[index] ?? '').join('\u0000');
    if (seen.has(key)) {
      skipped.push({ row, why: 'repeat' });
      return false;
    }
    seen.add(key);
    return true;
  });
  return { rows, skipped: skipped.sort((a, b) => a.row - b.row), filled };
};

/** A file as a sheet of cells with named columns, or what keeps it from being one. */
export const sheetOf = (kind: ImportKind, bytes: Uint8Array, map: ImportMap | null): SheetAnswer => {
  const given = map?.file;
  const read = decoded(bytes, given?.encoding);
  if (!read.ok) return { kind: 'problems', detected: NOTHING, problems: [ofFile(read.code, read.expected)] };
  const { encoding, text } = read;
  const mapped = new Set((map?.columns ?? []).flatMap(({ header }) => (header === undefined ? [] : [fold(header)])));
  const separator = SEPARATOR.exec(text);
  const told = DELIMITERS.find((own) => own === separator?.[1]);
  const delimiter = given?.delimiter ?? told ?? delimiterOf(text, kind, given, mapped);
  const detected: Detected = { ...NOTHING, encoding, delimiter };
  const { rows: records, quotes, tooManyColumns, tooManyRows } = recordsOf(text, delimiter, MOST_RECORDS);
  if (quotes !== null)
    return {
      kind: 'problems',
      detected,
      problems: [
        {
          row: quotes.row,
          column: quotes.column,
          code: 'quotes',
          expected: 'a closing quote, and nothing after it in the cell',
        },
      ],
    };
  if (tooManyColumns)
    return {
      kind: 'problems',
      detected,
      problems: [ofFile('too-many-columns', `at most ${MOST_COLUMNS} cells in a record`)],
    };
  if (tooManyRows) return { kind: 'problems', detected, problems: [ofFile('too-large', `at most ${MOST_ROWS} rows`)] };
  if (!records.some((record) => filledIn(record.map(cleaned)).length > 0))
    return { kind: 'problems', detected, problems: [ofFile('empty', 'a header and rows')] };

  const header =
    given?.header === undefined
      ? (headerRow(kind, records, mapped)?.row ?? null)
      : given.header === null
        ? -1
        : given.header - 1;
  if (header === null)
    return {
      kind: 'asked',
      detected,
      asked: [{ what: 'header', field: null, column: null }],
      rows: 0,
    };
  const headerCells = header < 0 ? null : (records[header] ?? []);
  const above = header > 0 ? (records[header - 1] ?? null) : null;
  const groups =
    headerCells === null
      ? null
      : given?.groups === undefined
        ? above !== null && areGroups(kind, headerCells, above)
          ? header - 1
          : null
        : given.groups === null
          ? null
          : given.groups - 1;
  const below = records[header + 1];
  const measures =
    headerCells === null
      ? null
      : given?.measures === undefined
        ? below !== undefined && areMeasures(below)
          ? header + 1
          : null
        : given.measures === null
          ? null
          : given.measures - 1;
  const nameless = Array.from({ length: headerCells === null ? widest(records) : 0 }, () => '');
  const names =
    headerCells === null
      ? { headers: nameless, leads: nameless.map(() => null) }
      : namesOf(kind, headerCells, groups === null ? null : (records[groups] ?? null));
  const { columns, problems } = columnsOf(
    kind,
    names,
    measures === null ? null : (records[measures] ?? null),
    map?.columns ?? [],
  );
  const found: Detected = {
    ...detected,
    header: header < 0 ? null : header + 1,
    groups: groups === null ? null : groups + 1,
    measures: measures === null ? null : measures + 1,
  };
  if (problems.length > 0) return { kind: 'problems', detected: found, problems };
  const begin = headerCells === null ? (separator === null ? 0 : 1) : Math.max(header, measures ?? -1) + 1;
  const data = dataRows(kind, records, begin, headerCells, columns, map);
  if (data.rows.length === 0 && data.skipped.every(({ why }) => why !== 'repeat'))
    return { kind: 'problems', detected: found, problems: [ofFile('empty', 'rows of data below the header')] };
  if (data.rows.length > MOST_ROWS)
    return { kind: 'problems', detected: found, problems: [ofFile('too-large', `at most ${MOST_ROWS} rows`)] };
  const heads = [groups, headerCells === null ? null : header, measures]
    .filter((row) => row !== null)
    .sort((a, b) => a - b)
    .flatMap((row) => records.slice(row, row + 1));
  return { kind: 'sheet', sheet: { detected: found, headerCells: headerCells ?? [], heads, columns, ...data } };
};
