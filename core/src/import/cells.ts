import { isBlankWord } from './vocabulary';

/** What cannot stand in a cell, whatever it is for. */
export type CellFault = 'too-long' | 'encoding' | 'control';

export const LONGEST_CELL = 32_767;
const LONGEST_SHOWN = 60;
// Bytes that are nothing in windows-1252 arrive as these.

const NOTHING_1252 = /[\u0081\u008d\u008f\u0090\u009d]/;
const REPLACED = '\ufffd';
// oxlint-disable-next-line no-control-regex
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/;
const EDGES = /^[\s\u200b\ufeff]+|[\s\u200b\ufeff]+$/g;

/** A cell as it is read: trimmed, and without the way spreadsheets force a text. */
export const cleaned = (cell: string): string => {
  // What is too long is told of, not read.
  if (cell === '' || cell.length > LONGEST_CELL) return cell;
  const trimmed = cell.replace(EDGES, '').normalize('NFC');
  const [, forced] = /^="([^"]*)"$/.exec(trimmed) ?? [];
  return forced === undefined ? trimmed : forced.replace(EDGES, '');
};

/** A text with every run of white space as one space. */
export const asText = (cell: string): string => cell.replace(/\s+/g, ' ');

export const isBlank = (cleanedCell: string): boolean => cleanedCell === '' || isBlankWord(cleanedCell);

export const hasBadEncoding = (cell: string, is1252: boolean): boolean =>
  cell.includes(REPLACED) || (is1252 && NOTHING_1252.test(cell));

/** The first thing wrong with the letters of a mapped cell, or null. */
export const faultOf = (cell: string, is1252: boolean): CellFault | null => {
  if (cell.length > LONGEST_CELL) return 'too-long';
  if (hasBadEncoding(cell, is1252)) return 'encoding';
  return CONTROL.test(cell) ? 'control' : null;
};

/** A cell as a problem shows it. */
export const shownValue = (cell: string): string =>
  cell.length > LONGEST_SHOWN ? `${cell.slice(0, LONGEST_SHOWN)} …` : cell;
