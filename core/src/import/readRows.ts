import type { Asked, ImportCode, ImportProblem } from './answer';
import { faultOf, hasBadEncoding, isBlank, LONGEST_CELL, shownValue } from './cells';
import type { Column } from './columns';
import { dateOrdersOf, dayUnder, type DateCell, type DateOrders } from './dateOrders';
import { writtenDate, type Clock } from './dates';
import { fold } from './fold';
import type { ImportMap } from './mapFile';
import { evidenceOf, type Decimal } from './numbers';
import { mainOf, stepNamed } from './readingFields';
import type { DataRow, Sheet } from './sheet';
import { digitsOf, hasNumbers, isFormula } from './digits';
import { readCell, type CellValue } from './values';
import { fieldNamed, type Field, type ImportKind } from './vocabulary';

/** A day, and the time that stood beside it. */
export interface DayValue {
  readonly day: string;
  readonly clock: Clock | null;
}
export type Value = Exclude<CellValue, { readonly kind: string }> | DayValue;

/** One filled cell of a row that was read. */
export interface RowCell {
  readonly value: Value;
  readonly column: Column;
  /** As it was read, words of a map put in. */
  readonly text: string;
}

/** A row of data as values by the full names of its fields. */
export interface ReadRow {
  readonly row: number;
  readonly raw: readonly string[];
  readonly cells: ReadonlyMap<string, RowCell>;
  /** Fields with a problem: they are not blank, and no rule is tried with them. */
  readonly faulty: ReadonlySet<string>;
  /** Cut short: nothing else of it was looked at. */
  readonly stopped: boolean;
  readonly problems: ImportProblem[];
}

export interface ReadSheet {
  readonly rows: readonly ReadRow[];
  readonly decimal: Decimal | null;
  readonly dates: DateOrders;
  readonly asked: readonly Asked[];
  /** Problems of the header's own cells. */
  readonly problems: readonly ImportProblem[];
}

const EXPECTED: Readonly<Partial<Record<ImportCode, string>>> = {
  'too-long': `at most ${LONGEST_CELL} characters`,
  encoding: 'letters of the encoding of the file',
  control: 'a text without control characters',
  formula: 'a value, not a formula',
  cells: 'no cell beyond the header',
};

export const problemAt = (
  { row, raw }: Pick<ReadRow, 'row' | 'raw'>,
  column: Pick<Column, 'column' | 'header'> | null,
  code: ImportCode,
  expected: string,
): ImportProblem => ({
  row,
  column: column === null || column.column === 0 ? null : column.column,
  ...(column === null || column.header === '' ? {} : { header: column.header }),
  code,
  ...(column === null || column.column === 0 ? {} : { value: shownValue(raw[column.column - 1] ?? '') }),
  expected,
});

/** Where a value comes from no cell of its row. */
const NO_COLUMN: Column = {
  column: 0,
  header: '',
  name: null,
  field: null,
  measure: null,
  standard: null,
  nameStandard: null,
  dateOrder: null,
};

/** A field's name without its position: words of a map hold for every battery. */
const genericName = (name: string): string =>
  name.replace(/^battery\.(?:[A-F]|each)\./, 'battery.').replace(/^alternator\.[1-4]\./, 'alternator.');

/** The text of a cell with the words a map has for it. */
const worded = (text: string, name: string, field: Field, words: ImportMap['words']): string => {
  if (words === undefined) return text;
  const folded = fold(text);
  for (const key of [name, field.field, genericName(name), '*']) {
    const own = words[key];
    if (own === undefined) continue;
    const found = Object.entries(own).find(([word]) => fold(word) === folded && (folded !== '' || word === text));
    if (found !== undefined) return found[1];
  }
  return text;
};

interface Open {
  readonly source: DataRow;
  readonly row: ReadRow & { readonly faulty: Set<string> };
  readonly texts: readonly {
    readonly column: Column;
    readonly name: string;
    readonly field: Field;
    readonly text: string;
  }[];
}

/** A row with what is wrong with its letters told, and the texts that can be read. */
const opened = (
  kind: ImportKind,
  source: DataRow,
  columns: readonly Column[],
  width: number,
  is1252: boolean,
  map: ImportMap | null,
): Open => {
  const row: Open['row'] = {
    row: source.row,
    raw: source.raw,
    cells: new Map(),
    faulty: new Set(),
    stopped: false,
    problems: [],
  };
  const beyond = source.cells.findIndex((cell, index) => index >= width && !isBlank(cell));
  if (beyond >= 0) {
    row.problems.push(problemAt(row, { column: beyond + 1, header: '' }, 'cells', EXPECTED.cells ?? ''));
    return { source, row: { ...row, stopped: true }, texts: [] };
  }
  const texts: Open['texts'][number][] = [];
  for (const column of columns) {
    const raw = source.raw[column.column - 1] ?? '';
    const { name, field } = column;
    if (name === null || field === null) {
      if (raw.length > LONGEST_CELL) row.problems.push(problemAt(row, column, 'too-long', EXPECTED['too-long'] ?? ''));
      continue;
    }
    const fault = faultOf(raw, is1252);
    const text = fault === null ? worded(source.cells[column.column - 1] ?? '', name, field, map?.words) : '';
    const code = fault ?? (!isBlank(text) && isFormula(text, field) ? 'formula' : null);
    if (code !== null) {
      row.problems.push(problemAt(row, column, code, EXPECTED[code] ?? ''));
      row.faulty.add(name);
    } else if (!isBlank(text)) texts.push({ column, name, field, text });
  }
  const { sections } = map ?? {};
  const field = sections === undefined ? null : fieldNamed(kind, sections);
  if (
    sections !== undefined &&
    field !== null &&
    source.section !== null &&
    !columns.some(({ name }) => name === sections)
  ) {
    const text = worded(source.section, sections, field, map?.words);
    if (!isBlank(text)) texts.push({ column: { ...NO_COLUMN, name: sections, field }, name: sections, field, text });
  }
  return { source, row, texts };
};

/** The field a value beside a test in the same row is meant for; null where the test cannot be told. */
const mainAt = (texts: Open['texts']): Field | null => {
  const step = texts.find(({ name }) => name === 'reading.step');
  const named = step === undefined ? null : stepNamed(step.text);
  return named === null ? null : (mainOf(named.step)?.field ?? null);
};

/** The decimal sign of a file from all its numbers; `asked` where it cannot be told. */
const decimalOf = (rows: readonly Open[]): Decimal | 'asked' | null => {
  const votes = { '.': 0, ',': 0 };
  let unclear = 0;
  for (const { texts } of rows)
    for (const { column, field, text } of texts) {
      if (!hasNumbers(field)) continue;
      const digits = digitsOf(text, field);
      const evidence = digits === null ? null : evidenceOf(digits.body);
      if (evidence === null) continue;
      if (evidence !== 'unclear') {
        votes[evidence] += 1;
        continue;
      }
      const of = field.type === 'value' ? mainAt(texts) : field;
      const ways = (['.', ','] as const).filter(
        (decimal) => of === null || readCell(text, { field: of, decimal, measure: column.measure }).ok,
      );
      const [only] = ways;
      if (ways.length === 1 && only !== undefined) votes[only] += 1;
      else unclear += 1;
    }
  if (votes['.'] === votes[',']) return votes['.'] === 0 && unclear === 0 ? null : 'asked';
  return votes['.'] > votes[','] ? '.' : ',';
};

const askedOf = (what: Asked['what'], column: Column | null, choices: readonly string[]): Asked => ({
  what,
  field: column?.name ?? null,
  column: column?.column ?? null,
  ...(column === null || column.header === '' ? {} : { header: column.header }),
  choices,
});

/** Every cell of a sheet read; what cannot be known is asked. */
export const readRows = (
  kind: ImportKind,
  { detected, headerCells, columns, rows }: Sheet,
  map: ImportMap | null,
): ReadSheet => {
  const is1252 = detected.encoding === 'windows-1252';
  const asked: Asked[] = [];
  const width = columns.length;
  const open = rows.map((row) => opened(kind, row, columns, width, is1252, map));
  const found = map?.file?.decimal ?? decimalOf(open);
  if (found === 'asked') asked.push({ what: 'decimal', field: null, column: null, choices: ['.', ','] });
  const decimal = found === 'asked' ? '.' : (found ?? '.');

  const said = new Map<number, string>();
  for (const { column, dateOrder, field } of columns) {
    const order = dateOrder ?? map?.file?.dateOrder ?? null;
    if (field?.type === 'date' && order !== null) said.set(column, order);
  }
  const dateCells: DateCell[] = open.flatMap(({ texts }) =>
    texts.flatMap(({ column, field, text }) => {
      const date = field.type === 'date' ? writtenDate(text.replace(/\s+/g, ' ')) : null;
      return date === null ? [] : [{ column: column.column, date }];
    }),
  );
  const dates = dateOrdersOf(dateCells, said);
  for (const column of columns)
    if (dates.of.get(column.column) === null) asked.push(askedOf('dateOrder', column, ['dmy', 'mdy']));

  const needsMeasure = new Set<number>();
  const read = open.map(({ row, texts }): ReadRow => {
    const cells = new Map<string, RowCell>();
    for (const { column, name, field, text } of texts) {
      const cell = readCell(text, { field, decimal, measure: column.measure });
      if (cell.needsMeasure === true) needsMeasure.add(column.column);
      if (!cell.ok) {
        row.problems.push(problemAt(row, column, cell.code, cell.expected));
        row.faulty.add(name);
        continue;
      }
      const { value } = cell;
      if (typeof value !== 'object' || !('kind' in value)) {
        cells.set(name, { value, column, text });
        continue;
      }
      const day = dayUnder(value, said.get(column.column) ?? dates.of.get(column.column));
      if (day === null || day === 'unclear') {
        row.problems.push(
          problemAt(
            row,
            column,
            day === null ? 'date' : 'date-unclear',
            day === null
              ? 'a date in the order of its column, from 1980 to 2079'
              : 'a date that cannot be read two ways, such as 2025-10-02',
          ),
        );
        row.faulty.add(name);
      } else cells.set(name, { value: { day, clock: value.time }, column, text });
    }
    return { ...row, cells };
  });
  for (const column of columns)
    if (needsMeasure.has(column.column) && column.field !== null)
      asked.push(askedOf('measure', column, measureChoices(column.field)));

  const header = detected.header;
  const problems = headerCells.flatMap((cell, index): ImportProblem[] =>
    header !== null && hasBadEncoding(cell, is1252)
      ? [
          {
            row: header,
            column: index + 1,
            code: 'encoding',
            value: shownValue(cell),
            expected: EXPECTED.encoding ?? '',
          },
        ]
      : [],
  );
  return { rows: read, decimal: found === 'asked' ? null : found, dates, asked, problems };
};

const MEASURE_CHOICES: Readonly<Record<string, readonly string[]>> = {
  celsius: ['C', 'F'],
  distance: ['km', 'mi', 'mil'],
  length: ['m', 'cm', 'ft', 'in'],
  area: ['mm2', 'awg'],
};
const measureChoices = ({ quantity }: Field): readonly string[] => MEASURE_CHOICES[quantity ?? ''] ?? [];
