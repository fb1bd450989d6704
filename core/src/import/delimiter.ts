import { HEADER_ROWS, headerRow } from './layout';
import type { ImportMap } from './mapFile';
import { recordsOf } from './records';
import type { ImportKind } from './vocabulary';

export const DELIMITERS = [';', ',', '\t', '|'] as const;
type Delimiter = (typeof DELIMITERS)[number];

export type Rows = readonly (readonly string[])[];
export const widest = (rows: Rows): number => rows.reduce((most, row) => Math.max(most, row.length), 0);

/** How many records a delimiter cuts to one same count above one: the most. */
const evenness = (rows: Rows): number => {
  const counts = new Map<number, number>();
  for (const { length } of rows) if (length > 1) counts.set(length, (counts.get(length) ?? 0) + 1);
  return Math.max(0, ...counts.values());
};

/** The delimiter under which the header is recognised best. */
export const delimiterOf = (
  text: string,
  kind: ImportKind,
  given: ImportMap['file'],
  mapped: ReadonlySet<string>,
): Delimiter => {
  const header = given?.header;
  const scored = DELIMITERS.map((delimiter) => {
    const { rows } = recordsOf(
      text,
      delimiter,
      header === null ? HEADER_ROWS * 10 : Math.max(HEADER_ROWS, header ?? 0),
    );
    if (header === null) return { delimiter, score: evenness(rows), columns: widest(rows) };
    const candidates = header === undefined ? rows : rows.slice(header - 1, header);
    const found = headerRow(kind, candidates, mapped);
    return found === null
      ? { delimiter, score: 0, columns: header === undefined ? widest(rows) : (candidates[0]?.length ?? 0) }
      : { delimiter, score: found.names, columns: candidates[found.row]?.length ?? 0 };
  });
  return scored.reduce((best, own) =>
    own.score > best.score || (own.score === best.score && own.columns > best.columns) ? own : best,
  ).delimiter;
};
