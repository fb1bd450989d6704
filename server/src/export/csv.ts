import Papa from 'papaparse';

/** Tells spreadsheets the encoding; a reader of CSV passes over it. */
const MARK = '\uFEFF';
/** As RFC 4180 has it. A text that a spreadsheet would take for a formula is told by an apostrophe that it is none. */
const AS_TABLE = { newline: '\r\n', escapeFormulae: true, header: false } as const;

type Cell = string | number | boolean | null;

/** Rows as lines of CSV, each ended. */
export const csvLines = (rows: readonly (readonly Cell[])[]): string =>
  rows.length === 0 ? '' : `${Papa.unparse(rows as Cell[][], AS_TABLE)}\r\n`;

/** The head of a table: what comes before its rows. */
export const csvHead = (headings: readonly string[]): string => MARK + csvLines([headings]);
