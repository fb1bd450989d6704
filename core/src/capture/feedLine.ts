/** What an instrument can send, and in which unit. */
export const FEED_QUANTITIES = {
  'dc-volts': 'V',
  'ac-volts': 'V',
  'dc-amps': 'A',
  rpm: 'rpm',
  celsius: 'C',
} as const;
export type FeedQuantity = keyof typeof FEED_QUANTITIES;

/** A line of a burst of samples: its beginning, a few of its samples, its end. */
export type BurstLine =
  | { readonly kind: 'burst'; readonly instrument: string; readonly intervalS: number; readonly samples: number }
  /** Volts of the bank and amperes out of it, in turn. */
  | { readonly kind: 'samples'; readonly pairs: readonly number[] }
  | { readonly kind: 'end' };

/** One line of the instrument feed. */
export type FeedLine =
  | { readonly kind: 'read'; readonly instrument: string; readonly quantity: FeedQuantity; readonly value: number }
  | { readonly kind: 'note'; readonly text: string }
  | BurstLine;

export type ParsedLine =
  | { readonly ok: true; readonly line: FeedLine }
  | { readonly ok: false; readonly problem: string };

const LONGEST_LINE = 400;

const isQuantity = (text: string): text is FeedQuantity => Object.hasOwn(FEED_QUANTITIES, text);

const MOST_SAMPLES = 1_000_000;

/** `BURST instrument interval_s samples`, `SAMPLES volts amps volts amps ...`, `END`; null for any other line. */
const parseBurst = (words: readonly string[]): ParsedLine | null => {
  const [word, ...rest] = words;
  const wrong = (problem: string): ParsedLine => ({ ok: false, problem });
  const numbers = rest.map(Number);
  switch (word) {
    case 'BURST': {
      const [instrument] = rest;
      const [, intervalS = NaN, samples = NaN] = numbers;
      if (instrument === undefined || rest.length !== 3)
        return wrong('line: expected BURST instrument interval_s samples');
      if (!(intervalS > 0 && intervalS <= 1))
        return wrong(`interval: expected seconds up to 1, received ${rest[1] ?? ''}`);
      if (!(Number.isInteger(samples) && samples > 0 && samples <= MOST_SAMPLES))
        return wrong(`samples: expected a whole number up to ${MOST_SAMPLES}, received ${rest[2] ?? ''}`);
      return { ok: true, line: { kind: 'burst', instrument, intervalS, samples } };
    }
    case 'SAMPLES':
      return numbers.length === 0 || numbers.length % 2 === 1 || !numbers.every(Number.isFinite)
        ? wrong('line: expected SAMPLES and pairs of volts and amperes')
        : { ok: true, line: { kind: 'samples', pairs: numbers } };
    case 'END':
      return rest.length === 0 ? { ok: true, line: { kind: 'end' } } : wrong('line: expected END alone');
    default:
      return null;
  }
};

/**
 * One line of the feed: `READ instrument quantity value unit`, `NOTE text`, or a line of a burst.
 * @example parseFeedLine('READ meter dc-volts 12.654 V')
 */
export const parseFeedLine = (text: string): ParsedLine => {
  const wrong = (problem: string): ParsedLine => ({ ok: false, problem });
  if (text.length > LONGEST_LINE)
    return wrong(`line: expected at most ${LONGEST_LINE} characters, received ${text.length}`);
  const words = text.trim().split(/\s+/);
  const burst = parseBurst(words);
  if (burst !== null) return burst;
  const [word, instrument, quantity, value, unit, ...more] = words;
  if (word === 'NOTE') return { ok: true, line: { kind: 'note', text: text.trim().slice(5) } };
  if (word !== 'READ') return wrong(`word: expected READ, NOTE, BURST, SAMPLES or END, received ${word ?? 'nothing'}`);
  if (
    instrument === undefined ||
    quantity === undefined ||
    value === undefined ||
    unit === undefined ||
    more.length > 0
  )
    return wrong('line: expected READ instrument quantity value unit');
  if (!isQuantity(quantity))
    return wrong(`quantity: expected one of ${Object.keys(FEED_QUANTITIES).join(', ')}, received ${quantity}`);
  if (unit !== FEED_QUANTITIES[quantity])
    return wrong(`unit: expected ${FEED_QUANTITIES[quantity]} for ${quantity}, received ${unit}`);
  const number = Number(value);
  if (!Number.isFinite(number)) return wrong(`value: expected a number, received ${value}`);
  return { ok: true, line: { kind: 'read', instrument, quantity, value: number } };
};

/** Writes a reading as the feed sends it. */
export const feedText = (instrument: string, quantity: FeedQuantity, value: number): string =>
  `READ ${instrument} ${quantity} ${Number(value.toFixed(4))} ${FEED_QUANTITIES[quantity]}`;
