/** What a spreadsheet would take for a formula, and is no number. */
const FORMULA = /^[=+\-@\t\r](?!\d+([.,]\d+)?$)/;

/** One cell as it is pasted: on one line, and nothing a spreadsheet would reckon with. */
const cellText = (text: string): string => {
  const line = text.replaceAll(/\s+/g, ' ').trim();
  return FORMULA.test(line) ? `'${line}` : line;
};

/** Rows as text that spreadsheets paste as a table: cells parted by tabs, rows by lines, the head first. */
export const tableText = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  [head, ...rows].map((cells) => cells.map(cellText).join('\t')).join('\n');
