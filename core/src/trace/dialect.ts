/** How a file of samples is written. */
export interface Dialect {
  readonly delimiter: string;
  readonly decimal: '.' | ',';
  /** Lines before the first sample. */
  readonly headLines: number;
  /** Names of the columns; empty where the file has none. */
  readonly names: readonly string[];
  /** Units of the columns, from a row of their own; empty where it has none. */
  readonly units: readonly string[];
  readonly columns: number;
  /** Seconds between two samples, where the head says so. */
  readonly intervalS: number | null;
  /** Millivolts a clamp gives for one ampere, where the head says so. */
  readonly clampMvPerA: number | null;
}

const DELIMITERS = [';', '\t', '|', ',', ' '] as const;
const NUMBER = /^[-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][-+]?\d+)?$/;
/** What instruments write where a value went beyond their range. */
export const BEYOND_RANGE = /^[-+]?(?:∞|inf(?:inity)?|ol|ovr|over(?:load|flow)?|clip(?:ped)?|-{2,}|\*+)$/i;
const UNIT =
  /^[[(]?(?:(?:[munpkµ]?(?:s|v|a|hz))|sec(?:onds?)?|volts?|amps?|amperes?|ms|min|mv\/a|a\/v|date|time|-)[\])]?$/i;

/** Cells of a line; a quoted cell is taken without its quotes. */
export const cellsOf = (line: string, delimiter: string): string[] => {
  const text = line.trim();
  const cells = delimiter === ' ' ? text.split(/\s+/) : text.split(delimiter);
  // Quotes round a decimal comma keep it together where the comma parts the cells as well.
  if (delimiter === ',' && text.includes('"')) return (text.match(/"[^"]*"|[^,]+|(?<=,)(?=,|$)/g) ?? []).map(bare);
  return cells.map(bare);
};
const bare = (cell: string): string =>
  cell
    .trim()
    .replace(/^"(.*)"$/, '$1')
    .trim();

/** A time of day, with or without its date before it. */
const CLOCK = /^(?:\d{4}-\d{2}-\d{2}[T ])?(\d{1,2}):(\d{2}):(\d{2}(?:[.,]\d+)?)$/;

/** Seconds since midnight of a time of day; null where a cell is none. */
export const clockSeconds = (cell: string): number | null => {
  const [, hours, minutes, seconds] = CLOCK.exec(cell) ?? [];
  return seconds === undefined ? null : Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds.replace(',', '.'));
};

const isNumberish = (cell: string): boolean => NUMBER.test(cell) || CLOCK.test(cell) || BEYOND_RANGE.test(cell);

/** True of a line of samples: numbers, and blanks between them. */
const isData = (cells: readonly string[]): boolean =>
  cells.some((cell) => NUMBER.test(cell)) && cells.every((cell) => cell === '' || isNumberish(cell));

/** Cells of numbers that would not be read the same with a point for a decimal comma. */
const decimalOf = (lines: readonly string[], delimiter: string): '.' | ',' => {
  const cells = lines.flatMap((line) => cellsOf(line, delimiter));
  const comma = cells.filter((cell) => /^[-+]?\d*,\d+([eE][-+]?\d+)?$/.test(cell)).length;
  return comma > cells.filter((cell) => /^[-+]?\d*\.\d+([eE][-+]?\d+)?$/.test(cell)).length ? ',' : '.';
};

const TIMES: Readonly<Record<string, number>> = { s: 1, sec: 1, ms: 1e-3, us: 1e-6, µs: 1e-6, ns: 1e-9 };
const numberOf = (text: string): number => Number(text.replace(',', '.'));

/** Seconds between samples as a head tells them: an interval, or samples a second. */
const intervalIn = (head: readonly string[]): number | null => {
  for (const line of head) {
    const [, value, unit = 's'] =
      /(?:interval|increment|sample period|sampling period|abtastintervall|dt|delta ?t|step|time base|horizontal)[^\d-]*?(\d[\d.,]*(?:e[-+]?\d+)?)\s*["';,\t ]*\s*(s|sec|ms|us|µs|ns)?\b/i.exec(
        line,
      ) ?? [];
    if (value !== undefined && numberOf(value) > 0) return numberOf(value) * (TIMES[unit.toLowerCase()] ?? 1);
    const [, rate, scale = ''] =
      /(?:sampl\w* ?rate|rate|frequency|abtastrate|samples? (?:a|per) second)[^\d-]*?(\d[\d.,]*(?:e[-+]?\d+)?)\s*["';,\t ]*\s*(k|m)?(?:hz|s\/s|sa\/s|\/s)?/i.exec(
        line,
      ) ?? [];
    if (rate !== undefined && numberOf(rate) > 0)
      return 1 / (numberOf(rate) * (scale === '' ? 1 : scale.toLowerCase() === 'k' ? 1e3 : 1e6));
  }
  return null;
};

/** The scale of a clamp, mV per A, as words of a head or a header tell it; null where they do not. */
export const clampScaleIn = (text: string): number | null => {
  const perAmp = /([\d.,]*)\s*mV\s*(?:\/|per)\s*([\d.,]*)\s*A\b/i.exec(text);
  if (perAmp !== null) return numberOf(perAmp[1] || '1') / numberOf(perAmp[2] || '1');
  const perVolt = /([\d.,]*)\s*A\s*(?:\/|per)\s*V\b/i.exec(text);
  return perVolt === null ? null : 1000 / numberOf(perVolt[1] || '1');
};

const LEAST_AGREEING = 3;

/**
 * Finds how a file of samples is written from its first lines.
 * @returns null where no samples are among them
 */
export const dialectOf = (lines: readonly string[]): Dialect | null => {
  const filled = lines.map((line, index) => ({ line, index })).filter(({ line }) => line.trim() !== '');
  const tail = filled.slice(-40).map(({ line }) => line);
  const scored = DELIMITERS.map((delimiter) => {
    const cells = tail.map((line) => cellsOf(line, delimiter));
    const data = cells.filter(isData);
    const width = Math.max(0, ...data.map((own) => own.length));
    return { delimiter, width, agreeing: data.filter((own) => own.length === width).length };
  });
  // Of those under which most lines are samples of one width, the first: a blank parts only where nothing else does.
  const most = Math.max(...scored.map(({ agreeing }) => agreeing));
  if (most < Math.min(LEAST_AGREEING, tail.length)) return null;
  const best =
    scored.find(({ agreeing, width }) => agreeing === most && width > 1) ??
    scored.find(({ agreeing }) => agreeing === most);
  if (best === undefined || best.width === 0) return null;
  const { delimiter, width: columns } = best;
  const isSample = (line: string): boolean => {
    const cells = cellsOf(line, delimiter);
    return cells.length === columns && isData(cells);
  };
  // The samples begin with the first of three lines in a row that are samples; what is wrong after that is told by its line.
  const first = filled.findIndex((_, index) =>
    filled.slice(index, index + LEAST_AGREEING).every(({ line }) => isSample(line)),
  );
  const start = filled[first];
  if (start === undefined) return null;
  const head = filled.slice(0, first).map(({ line }) => line);
  const rows = head.map((line) => cellsOf(line, delimiter));
  const isUnits = (cells: readonly string[] | undefined): boolean =>
    cells !== undefined && cells.some((cell) => cell !== '') && cells.every((cell) => cell === '' || UNIT.test(cell));
  const last = rows.at(-1);
  const unitsLast = isUnits(last) && (rows.length < 2 || (rows.at(-2)?.length ?? 0) >= 1);
  const names = (unitsLast ? rows.at(-2) : last) ?? [];
  const told = head.join('\n');
  return {
    delimiter,
    decimal: decimalOf(
      filled.slice(first).map(({ line }) => line),
      delimiter,
    ),
    headLines: start.index,
    names: names.length >= Math.min(columns, 2) || columns === 1 ? names : [],
    units: unitsLast ? (last ?? []) : [],
    columns,
    intervalS: intervalIn(head),
    clampMvPerA: clampScaleIn(told),
  };
};
