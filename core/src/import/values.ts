import { saidArrangement, isAllowed, type SaidArrangement } from './arrangement';
import { asText } from './cells';
import { clockOf, writtenDate, type Clock, type WrittenDate } from './dates';
import { fold } from './fold';
import { placeNamed, positionLetter } from './headerName';
import type { ImportCode } from './answer';
import { valueOfBody, writtenNumber, type Decimal } from './numbers';
import { choiceWords } from './mapFile';
import {
  choiceOf,
  measureOf,
  POINT_WORDS,
  QUANTITIES,
  standardOf,
  STANDARDS,
  type Field,
  type QuantityName,
} from './vocabulary';

/** How the cells of a column are meant. */
export interface ReadAs {
  readonly field: Field;
  readonly decimal: Decimal;
  /** Where the cell itself tells none. */
  readonly measure: string | null;
}

export interface RatingValue {
  readonly value: number;
  /** As the cell itself tells. */
  readonly standard: string | null;
}
export type CableValue = { readonly awg: string } | { readonly areaMm2: number };

/** What a cell says. */
export type CellValue =
  | string
  | number
  | boolean
  | RatingValue
  | CableValue
  | SaidArrangement
  | { readonly count: number; readonly amps: number }
  | WrittenDate
  | Clock;

export type ReadCell =
  | { readonly ok: true; readonly value: CellValue; readonly needsMeasure?: boolean }
  | { readonly ok: false; readonly code: ImportCode; readonly expected: string; readonly needsMeasure?: boolean };

const good = (value: CellValue, needsMeasure = false): ReadCell => ({ ok: true, value, needsMeasure });
const bad = (code: ImportCode, expected: string, needsMeasure = false): ReadCell => ({
  ok: false,
  code,
  expected,
  needsMeasure,
});

const ID = /^[\p{L}\p{N}#_][\p{L}\p{N}\p{M} \-_./#+():&']*$/u;
const LONGEST_ID = 200;
const RATING = { min: 50, max: 5000 } as const;
const MOST_MM2 = 1000;
const FINEST_AWG = 40;

/** Rounded to six decimals, as numbers are answered. */
const rounded = (value: number): number => Number(value.toFixed(6));

const rangeText = ({ min, max, above, quantity }: Field): string => {
  const unit = quantity === undefined ? '' : QUANTITIES[quantity].canonical;
  const from = above === undefined ? String(min ?? '') : `more than ${above}`;
  return `${from} to ${max ?? ''} ${unit}`.trim();
};

const isWithin = ({ min, max, above }: Field, value: number): boolean =>
  (min === undefined || value >= min - 1e-9) &&
  (max === undefined || value <= max + 1e-9) &&
  (above === undefined || value > above);

/** A value brought to the measure it is kept in. */
const canonical = (quantity: QuantityName, measure: string, value: number): number =>
  quantity === 'celsius' && measure === 'F'
    ? (value - 32) / 1.8
    : value * (QUANTITIES[quantity].factor?.[measure] ?? 1);

/** The number of a cell with its measure: its digits, and what is told behind them. */
const readNumber = (text: string, { field, decimal, measure }: ReadAs): ReadCell => {
  const written = writtenNumber(text);
  const quantity = field.quantity ?? 'count';
  const expected = `a number, ${rangeText(field)}`;
  if (written === null) return bad('number', expected);
  const own = written.suffix === '' ? null : measureOf(quantity, fold(written.suffix));
  if (written.suffix !== '' && own === null) return bad('number', expected);
  const body = valueOfBody(written.body, decimal);
  if (body === null) return bad('number', expected);
  const needsMeasure = own === null && measure === null;
  const value = rounded(canonical(quantity, own ?? measure ?? QUANTITIES[quantity].canonical, written.sign * body));
  if (field.integer === true && !Number.isInteger(value))
    return bad('number', `a whole number, ${rangeText(field)}`, needsMeasure);
  return isWithin(field, value) ? good(value, needsMeasure) : bad('range', rangeText(field), needsMeasure);
};

/** Where the digits of a rating begin and end, and the standard beside them; null where it is none. */
export const ratingParts = (text: string): { readonly written: string; readonly standard: string | null } | null => {
  const plain = text.replace(/[()[\]]/g, ' ').trim();
  const [, before = '', number, behind = ''] =
    /^(\p{L}*(?:\s+\p{L}+)*)\s*([+\-\u2212\u2013]?[\d.,](?:[\d.,]|[ \u00a0\u202f'’](?=\d))*)\s*(.*)$/su.exec(plain) ??
    [];
  if (number === undefined) return null;
  const standards: string[] = [];
  for (const side of [before, behind]) {
    const words = side.split(/\s+/).filter((word) => word !== '');
    const rest = words.filter((word) => measureOf('amps', fold(word)) !== 'A');
    if (rest.length === 0) continue;
    const standard = standardOf(fold(rest.join('')));
    if (standard === null) return null;
    standards.push(standard);
  }
  if (new Set(standards).size > 1) return null;
  return { written: number, standard: standards[0] ?? null };
};

const readRating = (text: string, { decimal }: ReadAs): ReadCell => {
  const expected = `cold-cranking amperes, ${RATING.min} to ${RATING.max} A`;
  const parts = ratingParts(text);
  const written = parts === null ? null : writtenNumber(parts.written);
  const body = written === null ? null : valueOfBody(written.body, decimal);
  if (parts === null || written === null || body === null) return bad('number', expected);
  const value = rounded(written.sign * body);
  return value >= RATING.min && value <= RATING.max
    ? good({ value, standard: parts.standard })
    : bad('range', `${RATING.min} to ${RATING.max} A`);
};

/** Number of alternators and the digits of each. */
export const alternatorParts = (text: string): { readonly count: number; readonly written: string } => {
  const [, count, written] = /^([1-4])\s*[x×*]\s*(.*)$/is.exec(text) ?? [];
  return count === undefined || written === undefined ? { count: 1, written: text } : { count: Number(count), written };
};

const readAlternators = (text: string, how: ReadAs): ReadCell => {
  const { count, written } = alternatorParts(text);
  const read = readNumber(written, how);
  return read.ok ? good({ count, amps: read.value as number }, read.needsMeasure) : read;
};

/** The digits of a cable's size, and the measure it names. */
export const cableParts = (
  text: string,
): { readonly written: string; readonly measure: string | null; readonly isNought: boolean } | null => {
  const nought = /^(?:awg\s*)?([1-4]\/0)\s*(?:awg)?$/i.exec(text);
  if (nought !== null) return { written: nought[1] ?? '', measure: 'awg', isNought: true };
  const before = /^awg\s*(\d+)$/i.exec(text);
  if (before !== null) return { written: before[1] ?? '', measure: 'awg', isNought: false };
  const written = writtenNumber(text);
  if (written === null) return null;
  const measure = written.suffix === '' ? null : measureOf('area', fold(written.suffix));
  if (written.suffix !== '' && measure === null) return null;
  return { written: text.slice(0, text.length - written.suffix.length).trim(), measure, isNought: false };
};

const readCable = (text: string, { decimal, measure }: ReadAs): ReadCell => {
  const expected = 'a size such as 95 mm², 4/0 or AWG 2';
  const parts = cableParts(text);
  if (parts === null) return bad('number', expected);
  if (parts.isNought) return good({ awg: parts.written });
  const written = writtenNumber(parts.written);
  const body = written === null ? null : valueOfBody(written.body, decimal);
  if (written === null || body === null) return bad('number', expected);
  const needsMeasure = parts.measure === null && measure === null;
  const value = rounded(written.sign * body);
  if ((parts.measure ?? measure) === 'awg') {
    if (!Number.isInteger(value)) return bad('number', expected);
    return value >= 0 && value <= FINEST_AWG
      ? good({ awg: value === 0 ? '1/0' : String(value) })
      : bad('range', 'AWG 4/0 to 40');
  }
  return value > 0 && value <= MOST_MM2
    ? good({ areaMm2: value }, needsMeasure)
    : bad('range', `more than 0 to ${MOST_MM2} mm²`, needsMeasure);
};

const readArrangement = (text: string): ReadCell => {
  const said = saidArrangement(text);
  const expected = 'batteries in series and parallel, such as 2S2P, 4 in parallel or 2 in series';
  if (said === null) return bad('choice', expected);
  if (said.count === null && !isAllowed(said.series ?? 1, said.parallel ?? 1)) return bad('choice', expected);
  return good(said);
};

const SYSTEM_VOLTS = /^(12|24)(?:v|vdc|volts?)?$/;

/** A position of a bank by its letter or number, with or without a word for battery before it. */
const positionOf = (text: string): string | null => {
  const place = placeNamed(text);
  return place === null ? null : positionLetter(place);
};

/** A point a reading was taken at. @param alternators ids the unit has, where they are known */
export const pointOf = (text: string, alternators: readonly string[] = []): string | null => {
  const position = positionOf(text);
  if (position !== null) return position;
  const folded = fold(text);
  const known = alternators.find((id) => fold(id) === folded);
  if (known !== undefined) return known;
  const word = Object.entries(POINT_WORDS).find(([, words]) => words.includes(folded))?.[0];
  return word ?? (/^alt[1-4]$/.test(folded) ? folded.toUpperCase() : null);
};

const readOil = (text: string): ReadCell => {
  const [, grade] = /(?<!\d)(15|10|5|0)\s*w/i.exec(text) ?? [];
  return grade === undefined ? bad('choice', '15W, 10W, 5W or 0W') : good(`${grade}W`);
};

const readText = (text: string, most: number): ReadCell =>
  asText(text).length > most ? bad('too-long', `at most ${most} characters`) : good(asText(text));

const readId = (text: string): ReadCell => {
  const own = asText(text);
  if (own.length > LONGEST_ID) return bad('too-long', `at most ${LONGEST_ID} characters`);
  return ID.test(own) && !own.includes('..')
    ? good(own)
    : bad('name', "letters, digits, space and - _ . / # + ( ) : & '");
};

/** The value of one cell that is not blank. */
export const readCell = (text: string, how: ReadAs): ReadCell => {
  const { field } = how;
  switch (field.type) {
    case 'id':
      return readId(text);
    case 'text':
    case 'yard':
      return readText(text, field.max ?? LONGEST_ID);
    case 'number':
      return readNumber(text, how);
    case 'rating':
      return readRating(text, how);
    case 'alternatorAmps':
      return readAlternators(text, how);
    case 'cableSize':
      return readCable(text, how);
    case 'arrangement':
      return readArrangement(text);
    case 'oil':
      return readOil(text);
    case 'systemVolts': {
      const [, volts] = SYSTEM_VOLTS.exec(fold(text)) ?? [];
      return volts === undefined ? bad('choice', '12 or 24 V') : good(Number(volts));
    }
    case 'position': {
      const position = positionOf(text);
      return position === null ? bad('choice', 'a position, A to F or 1 to 6') : good(position);
    }
    case 'standard': {
      const standard = standardOf(fold(text));
      return standard === null ? bad('choice', STANDARDS.join(', ')) : good(standard);
    }
    case 'boolean': {
      const word = choiceOf('boolean', fold(text), text);
      return word === null ? bad('choice', 'yes or no') : good(word === 'true');
    }
    case 'choice': {
      const choice = choiceOf(field.choices ?? '', fold(text), text);
      return choice === null ? bad('choice', choiceWords(field.choices ?? '')) : good(choice);
    }
    case 'date': {
      const date = writtenDate(asText(text));
      return date === null ? bad('date', 'a date such as 2025-10-02 or 02.10.2025, from 1980 to 2079') : good(date);
    }
    case 'time': {
      const clock = clockOf(asText(text));
      return clock === null ? bad('date', 'a time such as 08:10') : good(clock);
    }
    // What these mean is known once the row's step is.
    case 'point':
    case 'step':
    case 'value':
      return good(asText(text));
  }
};
