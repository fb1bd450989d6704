/** A quoted cell that never ends, or goes on after its closing quote. */
interface QuoteProblem {
  readonly row: number;
  readonly column: number;
}

export interface Records {
  readonly rows: readonly (readonly string[])[];
  readonly quotes: QuoteProblem | null;
  /** A record with more cells than any sheet has. */
  readonly tooManyColumns: boolean;
  readonly tooManyRows: boolean;
}

export const MOST_COLUMNS = 1000;
const LINE_FEED = 10;
const RETURN = 13;
const QUOTE = 34;
const SPACE = 32;

/**
 * Cuts a text into records and cells.
 * @param most records at the most; the rest is left
 */
export const recordsOf = (text: string, delimiter: string, most: number): Records => {
  const rows: (readonly string[])[] = [];
  const part = delimiter.charCodeAt(0);
  const { length } = text;
  let at = 0;
  while (at < length) {
    if (rows.length >= most) return { rows, quotes: null, tooManyColumns: false, tooManyRows: true };
    const cells: string[] = [];
    for (;;) {
      let from = at;
      while (from < length && text.charCodeAt(from) === SPACE) from += 1;
      if (text.charCodeAt(from) === QUOTE) {
        const problem: QuoteProblem = { row: rows.length + 1, column: cells.length + 1 };
        let inner = '';
        let begin = from + 1;
        for (;;) {
          const end = text.indexOf('"', begin);
          if (end < 0) return { rows, quotes: problem, tooManyColumns: false, tooManyRows: false };
          inner += text.slice(begin, end);
          if (text.charCodeAt(end + 1) !== QUOTE) {
            at = end + 1;
            break;
          }
          inner += '"';
          begin = end + 2;
        }
        while (at < length && text.charCodeAt(at) === SPACE) at += 1;
        const after = text.charCodeAt(at);
        if (at < length && after !== part && after !== LINE_FEED && after !== RETURN)
          return { rows, quotes: problem, tooManyColumns: false, tooManyRows: false };
        cells.push(inner);
      } else {
        let end = at;
        for (; end < length; end++) {
          const code = text.charCodeAt(end);
          if (code === part || code === LINE_FEED || code === RETURN) break;
        }
        cells.push(text.slice(at, end));
        at = end;
      }
      if (cells.length > MOST_COLUMNS)
        return { rows: [...rows, cells], quotes: null, tooManyColumns: true, tooManyRows: false };
      if (at >= length || text.charCodeAt(at) !== part) break;
      at += 1;
      // A delimiter at the very end leaves one more cell, which is blank.
      if (at >= length) {
        cells.push('');
        break;
      }
    }
    rows.push(cells);
    if (text.charCodeAt(at) === RETURN) at += text.charCodeAt(at + 1) === LINE_FEED ? 2 : 1;
    else if (text.charCodeAt(at) === LINE_FEED) at += 1;
  }
  return { rows, quotes: null, tooManyColumns: false, tooManyRows: false };
};
