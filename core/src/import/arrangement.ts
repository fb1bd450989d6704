import { fold } from './fold';
import { ARRANGEMENT_WORDS, BATTERY_WORDS } from './vocabulary';

/** What a cell says of how batteries are joined. */
export interface SaidArrangement {
  readonly series: number | null;
  readonly parallel: number | null;
  /** Where nothing but a number of batteries is told. */
  readonly count: number | null;
  /** Volts of each battery, where told. */
  readonly nominalVolts: number | null;
}

const ALLOWED = new Set(['1S1P', '1S2P', '1S3P', '1S4P', '1S5P', '1S6P', '2S1P', '2S2P', '2S3P', '4S1P']);
export const isAllowed = (series: number, parallel: number): boolean => ALLOWED.has(`${series}S${parallel}P`);

const VOLTS = /(?<!\d)(6|12|24)\s*-?\s*v(?:olts?|dc)?(?![a-z])/;
const begins = (word: string, list: readonly string[]): boolean => list.some((beginning) => word.startsWith(beginning));

/** Words for series and parallel, each with its number before it, or alone with its number after. */
const fromWords = (text: string): Pick<SaidArrangement, 'series' | 'parallel'> | null => {
  const words = text.match(/\d+|\p{L}+/gu) ?? [];
  const found: { series: number | null; parallel: number | null } = { series: null, parallel: null };
  let number: number | null = null;
  let waits: 'series' | 'parallel' | null = null;
  for (const word of words) {
    if (/^\d/.test(word)) {
      if (number !== null) return null;
      if (waits === null) number = Number(word);
      else {
        found[waits] = Number(word);
        waits = null;
      }
      continue;
    }
    const folded = fold(word);
    const what = begins(folded, ARRANGEMENT_WORDS.parallel)
      ? 'parallel'
      : begins(folded, ARRANGEMENT_WORDS.series)
        ? 'series'
        : null;
    if (what === null) continue;
    if (found[what] !== null || waits !== null) return null;
    if (number === null) waits = what;
    else {
      found[what] = number;
      number = null;
    }
  }
  return waits !== null || number !== null || (found.series === null && found.parallel === null) ? null : found;
};

/** @returns null where the cell tells no arrangement */
export const saidArrangement = (cell: string): SaidArrangement | null => {
  const lower = cell.toLowerCase().replace(/[×*]/g, 'x');
  const volts = VOLTS.exec(lower);
  const nominalVolts = volts === null ? null : Number(volts[1]);
  const text = lower.replace(VOLTS, ' ').trim();
  const said = (series: number | null, parallel: number | null, count: number | null = null): SaidArrangement => ({
    series,
    parallel,
    count,
    nominalVolts,
  });
  const number = (own: string | undefined): number => Number(own);
  const both = /^(\d+)\s*s\s*x?\s*(\d+)\s*p$/.exec(text);
  if (both !== null) return said(number(both[1]), number(both[2]));
  const one = /^(\d+)\s*([sp])$/.exec(text);
  if (one !== null) return one[2] === 's' ? said(number(one[1]), 1) : said(1, number(one[1]));
  const product = /^(\d+)\s*x\s*(\d+)$/.exec(text);
  if (product !== null) return said(number(product[1]), number(product[2]));
  const count = /^(\d+)\s*x?\s*(\p{L}*)$/u.exec(text);
  if (count !== null && (count[2] === '' || isBatteries(fold(count[2] ?? ''))))
    return said(null, null, number(count[1]));
  const [first = '', ...rest] = text.match(/\p{L}+/gu) ?? [];
  if (
    !/\d/.test(text) &&
    ARRANGEMENT_WORDS.single.includes(fold(first)) &&
    rest.every((word) => isBatteries(fold(word)))
  )
    return said(null, null, 1);
  const words = fromWords(text);
  return words === null ? null : said(words.series ?? 1, words.parallel ?? 1);
};

const isBatteries = (folded: string): boolean =>
  BATTERY_WORDS.has(folded) || /^(?:batter|batt|accu|akku|stk|pcs)/.test(folded);

/** The string a battery at a position belongs to: batteries in series share one. */
export const stringAt = (position: string, series: number): number =>
  Math.floor('ABCDEF'.indexOf(position) / series) + 1;
