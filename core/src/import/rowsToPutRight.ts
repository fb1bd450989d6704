import type { Rows } from './delimiter';
import { isFormula } from './digits';
import type { ImportKnown, ImportMap } from './mapFile';
import { sheetOf } from './sheet';
import { understood } from './understood';
import type { Field, ImportKind } from './vocabulary';

/** What calls something after a dash. */
const CALLS = /[=(|!]/;

/** A cell that no spreadsheet computes; what reads as a number stays one. */
const uncomputed = (cell: string, field: Field | null): string =>
  isFormula(cell, field ?? { type: 'text' }) || (cell.startsWith('-') && CALLS.test(cell)) ? `'${cell}` : cell;

/**
 * The rows of a file that cannot be taken in, below the rows that tell what its columns are, to be put right and read again: what
 * stood once for several rows stands in each, and a cell that a spreadsheet would take for a formula is told by an apostrophe.
 * @param bytes the file
 * @param map how it was read
 * @param known what is on record; null where that was not asked
 * @returns cells by row; none where the file is no sheet
 */
export const rowsToPutRight = (
  kind: ImportKind,
  bytes: Uint8Array,
  map: ImportMap | null = null,
  known: ImportKnown | null = null,
): Rows => {
  const found = sheetOf(kind, bytes, map);
  if (found.kind !== 'sheet') return [];
  const { sheet } = found;
  const { context } = understood(kind, sheet, map, known, () => undefined);
  const wrong = new Set(context.rows.filter(({ problems }) => problems.length > 0).map(({ row }) => row));
  const rows = sheet.rows.filter(({ row }) => wrong.has(row));
  return [
    ...sheet.heads,
    ...rows.map(({ cells }) => cells.map((cell, index) => uncomputed(cell, sheet.columns[index]?.field ?? null))),
  ];
};
