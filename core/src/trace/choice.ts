import type { Dialect } from './dialect';
import type { TraceColumn, TraceColumns } from './columns';

/** A column chosen by hand: from 1, and what its numbers are multiplied with to be s, V or A. */
export interface ColumnChoice {
  readonly column: number;
  readonly factor: number;
}

/** Which column is what, where somebody put it right. */
export interface TraceChoice {
  readonly time: ColumnChoice | null;
  readonly volts: ColumnChoice;
  readonly amps: ColumnChoice | null;
}

/** How a file looks to whoever puts its columns right. */
export interface TracePreview {
  readonly names: readonly string[];
  readonly rows: readonly (readonly string[])[];
  /** The same for every file written this way: what was put right once holds for the next. */
  readonly headKey: string;
}

/** Files with the same head are written by the same instrument. */
export const headKeyOf = ({ names, units, delimiter, decimal, columns }: Dialect): string =>
  JSON.stringify([delimiter, decimal, columns, names, units]);

/** The columns as they were put right; those found by themselves where nobody did, or where the file has fewer. */
export const chosenColumns = (dialect: Dialect, found: TraceColumns, choice: TraceChoice | undefined): TraceColumns => {
  if (choice === undefined) return found;
  const own = [choice.time, choice.volts, choice.amps];
  if (own.some((one) => one !== null && !(one.column >= 1 && one.column <= dialect.columns))) return found;
  const column = (one: ColumnChoice | null): TraceColumn | null =>
    one === null
      ? null
      : {
          column: one.column,
          header: dialect.names[one.column - 1] ?? '',
          unit: dialect.units[one.column - 1] ?? '',
          factor: one.factor,
        };
  return {
    time: column(choice.time),
    volts: column(choice.volts),
    amps: column(choice.amps),
    notes: ['columns: put right by hand'],
  };
};
