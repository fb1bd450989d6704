import type { Asked, ImportCode, ImportProblem } from './answer';
import type { Column } from './columns';
import { dayUnder } from './dateOrders';
import { evidenceOf } from './numbers';
import { fold } from './fold';
import type { ImportKnown, ImportMap } from './mapFile';
import { problemAt, type ReadRow, type ReadSheet, type RowCell, type Value } from './readRows';
import type { Sheet } from './sheet';
import { digitsOf, hasNumbers } from './digits';
import { readCell, type RatingValue } from './values';
import { constantNamed, QUANTITIES, type ImportKind } from './vocabulary';

/** Two ids are the same when equal without case and white space. */
export const sameId = (id: string): string => id.toLowerCase().replace(/\s+/g, '');

/** A constant of a map as a value, or what is wrong with it. */
const constantValue = (
  kind: ImportKind,
  name: string,
  given: string | number | boolean,
): { readonly value: Value | null } | { readonly expected: string } => {
  const field = constantNamed(kind, name);
  if (field === null) return { expected: 'a field of the kind' };
  if (typeof given !== 'string') return { value: given };
  const text = given.trim();
  if (text === '') return { value: null };
  const digits = hasNumbers(field) ? digitsOf(text, field) : null;
  const evidence = digits === null ? null : evidenceOf(digits.body);
  const measure = field.quantity === undefined ? null : QUANTITIES[field.quantity].canonical;
  const read = readCell(text, { field, decimal: evidence === ',' ? ',' : '.', measure });
  if (!read.ok) return { expected: read.expected };
  if (typeof read.value !== 'object' || !('kind' in read.value)) return { value: read.value };
  const day = dayUnder(read.value, undefined);
  return day === null || day === 'unclear'
    ? { expected: 'a date such as 2025-10-02' }
    : { value: { day, clock: read.value.time } };
};

/** Constants of a map that cannot be read, by their path. */
export const constantProblems = (map: ImportMap): readonly { path: string; message: string }[] =>
  Object.entries(map.constants ?? {}).flatMap(([name, given]) => {
    const read = constantValue(map.kind, name, given);
    return 'expected' in read
      ? [{ path: `constants.${name}`, message: `expected ${read.expected}, received ${String(given)}` }]
      : [];
  });

/** Hears how far a list is understood, from 0 to 1. */
export type Told = (share: number) => void;
const TOLD_EVERY = 200;

/** What the rows of a kind are made into things with. */
export class RowContext {
  readonly known: ImportKnown | null;
  readonly rows: readonly ReadRow[];
  /** Fields that have a column, in the order of the columns. */
  readonly names: readonly string[];
  readonly #columns: ReadonlyMap<string, Column>;
  readonly #constants = new Map<string, Value>();
  readonly #sections: string | undefined;
  readonly #asked = new Map<string, Asked>();
  readonly #defaults = new Map<string, string | boolean>();
  readonly #units: ReadonlyMap<string, NonNullable<ImportKnown['units']>[number]>;
  readonly #serials: ReadonlySet<string>;
  readonly #told: Told;

  constructor(
    kind: ImportKind,
    sheet: Sheet,
    read: ReadSheet,
    map: ImportMap | null,
    known: ImportKnown | null,
    told: Told,
  ) {
    this.known = known;
    this.#told = told;
    this.#units = new Map((known?.units ?? []).map((unit) => [sameId(unit.id), unit]));
    this.#serials = new Set((known?.serials ?? []).map(sameId));
    this.rows = read.rows;
    this.#columns = new Map(sheet.columns.flatMap((column) => (column.name === null ? [] : [[column.name, column]])));
    this.#sections = map?.sections;
    this.names = [...this.#columns.keys()];
    for (const [name, given] of Object.entries(map?.constants ?? {})) {
      const own = constantValue(kind, name, given);
      if ('value' in own && own.value !== null) this.#constants.set(name, own.value);
    }
  }
  /** Tells now and then how far the rows are made into things. */
  reached(index: number): void {
    if (index % TOLD_EVERY === 0) this.#told(index / this.rows.length);
  }
  get asked(): readonly Asked[] {
    return [...this.#asked.values()];
  }
  /** Defaults that were used, by field. */
  get defaults(): Readonly<Record<string, string | boolean>> {
    return Object.fromEntries(this.#defaults);
  }
  column(name: string): Column | null {
    return this.#columns.get(name) ?? null;
  }
  constant(name: string): Value | undefined {
    return this.#constants.get(name);
  }
  /** True of a cell that is not blank, also where it cannot be read. */
  isFilled({ cells, faulty }: ReadRow, name: string): boolean {
    return cells.has(name) || faulty.has(name);
  }
  cell({ cells }: ReadRow, name: string): RowCell | undefined {
    return cells.get(name);
  }
  /** The value of a field in a row: its cell's, else the constant; undefined where it is blank or faulty. */
  value(row: ReadRow, name: string): Value | undefined {
    const cell = row.cells.get(name);
    if (cell !== undefined) return cell.value;
    return row.faulty.has(name) ? undefined : this.#constants.get(name);
  }
  text(row: ReadRow, name: string): string | undefined {
    const value = this.value(row, name);
    return typeof value === 'string' ? value : undefined;
  }
  number(row: ReadRow, name: string): number | undefined {
    const value = this.value(row, name);
    return typeof value === 'number' ? value : undefined;
  }
  day(row: ReadRow, name: string): string | undefined {
    const value = this.value(row, name);
    return typeof value === 'object' && 'day' in value ? value.day : undefined;
  }
  /** The value, else the default, which is then told. */
  withDefault<Default extends string | boolean>(row: ReadRow, name: string, usual: Default): Default {
    const value = this.value(row, name);
    if (value !== undefined) return value as Default;
    if (!row.faulty.has(name)) this.#defaults.set(name, usual);
    return usual;
  }
  /** A default that is used, and told. */
  usual<Default extends string | boolean>(name: string, usual: Default): Default {
    this.#defaults.set(name, usual);
    return usual;
  }
  ask(what: Asked['what'], field: string, column: Column | null, choices?: readonly string[]): void {
    const key = `${what} ${field} ${column?.column ?? ''}`;
    if (this.#asked.has(key)) return;
    this.#asked.set(key, {
      what,
      field,
      column: column?.column ?? null,
      ...(column === null || column.header === '' ? {} : { header: column.header }),
      ...(choices === undefined ? {} : { choices }),
    });
  }
  /** Asks for a field that is needed and has neither column nor constant. */
  needs(field: string): void {
    if (!this.#columns.has(field) && !this.#constants.has(field) && field !== this.#sections)
      this.ask('field', field, null);
  }
  problem(row: ReadRow, name: string | null, code: ImportCode, expected: string): void {
    this.problemAt(row, name === null ? null : this.column(name), code, expected);
  }
  problemAt(row: ReadRow, column: Column | null, code: ImportCode, expected: string): void {
    const problem: ImportProblem = problemAt(row, column, code, expected);
    if (!row.problems.some((own) => own.column === problem.column && own.code === code)) row.problems.push(problem);
  }
  /** The yard a text names: with known ones its id, else null. */
  yard(text: string): string | null {
    if (this.known?.yards === undefined) return text;
    const folded = fold(text);
    return this.known.yards.find(({ id, name }) => fold(id) === folded || fold(name) === folded)?.id ?? null;
  }
  /** A unit that is on record, or null; undefined where units are not asked. */
  unit(id: string): NonNullable<ImportKnown['units']>[number] | null | undefined {
    if (this.known?.units === undefined) return undefined;
    return this.#units.get(sameId(id)) ?? null;
  }
  isKnownSerial(serial: string): boolean {
    return this.#serials.has(sameId(serial));
  }
  /** A rating with its standard; null where that has to be asked. */
  rated(
    row: ReadRow,
    cell: RowCell,
    standardCell: string,
    constant: string,
  ): { readonly value: number; readonly standard: string } | null {
    const { value, standard } = cell.value as RatingValue;
    const { column } = cell;
    const found =
      standard ??
      this.text(row, standardCell) ??
      column.standard ??
      (this.#constants.get(constant) as string | undefined) ??
      column.nameStandard;
    if (found !== null) return { value, standard: found };
    this.ask('standard', column.name ?? '', column, ['SAE', 'EN', 'DIN', 'IEC', 'CA']);
    return null;
  }
}

/** Tells every row concerned of what stands twice. */
export const tellTwice = <Entry extends { readonly key: string }>(
  entries: readonly Entry[],
  tell: (entry: Entry) => void,
): void => {
  const counts = new Map<string, number>();
  for (const { key } of entries) counts.set(key, (counts.get(key) ?? 0) + 1);
  for (const entry of entries) if ((counts.get(entry.key) ?? 0) > 1) tell(entry);
};

/** Positions of a bank, in order. */
export const positionsOf = (count: number): readonly string[] => 'ABCDEF'.slice(0, count).split('');
