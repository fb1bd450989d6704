/** What an instrument can send, and in which unit. */
export const FEED_QUANTITIES = {
  'dc-volts': 'V',
  'ac-volts': 'V',
  'dc-amps': 'A',
  rpm: 'rpm',
  celsius: 'C',
} as const;
export type FeedQuantity = keyof typeof FEED_QUANTITIES;

/** One line of the instrument feed. */
export type FeedLine =
  | { readonly kind: 'read'; readonly instrument: string; readonly quantity: FeedQuantity; readonly value: number }
  | { readonly kind: 'note'; readonly text: string };

export type ParsedLine =
  { readonly ok: true; readonly line: FeedLine } | { readonly ok: false; readonly problem: string };

const LONGEST_LINE = 400;

const isQuantity = (text: string): text is FeedQuantity => Object.hasOwn(FEED_QUANTITIES, text);

/**
 * One line of the feed: `READ instrument quantity value unit`, or `NOTE text`.
 * @example parseFeedLine('READ meter dc-volts 12.654 V')
 */
export const parseFeedLine = (text: string): ParsedLine => {
  const wrong = (problem: string): ParsedLine => ({ ok: false, problem });
  if (text.length > LONGEST_LINE)
    return wrong(`line: expected at most ${LONGEST_LINE} characters, received ${text.length}`);
  const [word, instrument, quantity, value, unit, ...more] = text.trim().split(/\s+/);
  if (word === 'NOTE') return { ok: true, line: { kind: 'note', text: text.trim().slice(5) } };
  if (word !== 'READ') return wrong(`word: expected READ or NOTE, received ${word ?? 'nothing'}`);
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
