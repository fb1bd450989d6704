import { fold, tokensOf } from './fold';
import {
  BATTERY_WORDS,
  dateHintOf,
  LEADS,
  measureOf,
  POSITION_LEADS,
  standardOf,
  type Field,
  type ImportKind,
  type NameLead,
} from './vocabulary';

/** What the name of a column tells: the field it fills, and how its numbers and dates are meant. */
export interface ColumnLead {
  /** Full name of the field, with its position or number. */
  readonly name: string;
  readonly field: Field;
  readonly isWeak: boolean;
  /** As told beside the name. */
  readonly standard?: string;
  /** As the name itself tells, which counts less. */
  readonly nameStandard?: string;
  readonly measure?: string;
  readonly dateOrder?: string;
}

const LONGEST_MEASURE = 3;
/** A longer cell is no name of a column. */
const LONGEST_NAME = 200;
const POSITION = /^(?:[a-f]|[1-6])$/;
const LETTERS = 'ABCDEF';

/** A position by its letter or number, or null. */
export const positionLetter = (folded: string): string | null =>
  !POSITION.test(folded) ? null : /\d/.test(folded) ? (LETTERS[Number(folded) - 1] ?? null) : folded.toUpperCase();

/**
 * The position a whole text names, folded: a letter that is a word of its own or a digit, with or without a word for battery
 * before it; null where it names anything else.
 */
export const placeNamed = (text: string): string | null => {
  const tokens = tokensOf(text).map(fold);
  const last = tokens.at(-1) ?? '';
  const before = tokens.slice(0, -1);
  if (POSITION.test(last)) return before.every((word) => BATTERY_WORDS.has(word)) && before.length <= 1 ? last : null;
  const [, word = '', digit] = /^(\p{L}+)([1-6])$/u.exec(last) ?? [];
  return digit !== undefined && before.length === 0 && BATTERY_WORDS.has(word) ? digit : null;
};

/** A name without the position at one of its ends. */
interface Stripped {
  readonly rest: readonly string[];
  /** Folded letter or digit. */
  readonly position: string;
  readonly hadBatteryWord: boolean;
}

const strippedAtEnd = (tokens: readonly string[]): Stripped | null => {
  const last = fold(tokens.at(-1) ?? '');
  const before = tokens.slice(0, -1);
  if (POSITION.test(last)) {
    const isAfterWord = BATTERY_WORDS.has(fold(before.at(-1) ?? ''));
    return { rest: isAfterWord ? before.slice(0, -1) : before, position: last, hadBatteryWord: isAfterWord };
  }
  const [, word, digit] = /^(.*\p{L})([1-6])$/u.exec(last) ?? [];
  if (word === undefined || digit === undefined) return null;
  return BATTERY_WORDS.has(word)
    ? { rest: before, position: digit, hadBatteryWord: true }
    : { rest: [...before, word], position: digit, hadBatteryWord: false };
};

const strippedAtBeginning = (tokens: readonly string[]): Stripped | null => {
  const first = fold(tokens[0] ?? '');
  const second = fold(tokens[1] ?? '');
  if (BATTERY_WORDS.has(first) && POSITION.test(second))
    return { rest: tokens.slice(2), position: second, hadBatteryWord: true };
  if (POSITION.test(first)) return { rest: tokens.slice(1), position: first, hadBatteryWord: false };
  const [, word, digit] = /^(\p{L}+)([1-6])$/u.exec(first) ?? [];
  if (word === undefined || digit === undefined) return null;
  return BATTERY_WORDS.has(word)
    ? { rest: tokens.slice(1), position: digit, hadBatteryWord: true }
    : { rest: [word, ...tokens.slice(1)], position: digit, hadBatteryWord: false };
};

/** A measure of the field, for a rating a standard too. */
const beside = (field: Field, folded: string): Pick<ColumnLead, 'standard' | 'measure'> | null => {
  if (folded === '') return null;
  if (field.type === 'rating') {
    const standard = standardOf(folded);
    if (standard !== null) return { standard };
    return measureOf('amps', folded) === null ? null : {};
  }
  const measure = measureOf(field.type === 'alternatorAmps' ? 'amps' : field.quantity, folded);
  return measure === null ? null : { measure };
};

/** Where folded words lead when they belong to a position or number; null where such a field has none. */
const leadAt = (kind: ImportKind, folded: string, position: string): { lead: NameLead; name: string } | null => {
  const letter = positionLetter(position);
  if (kind === 'units') {
    const own = LEADS.units.get(folded);
    if (own?.field.ordinal !== undefined && /^[1-4]$/.test(position)) {
      const [area = '', part = ''] = own.field.field.split('.');
      return { lead: own, name: position === '1' ? own.field.field : `${area}.${position}.${part}` };
    }
    const lead = POSITION_LEADS.get(folded);
    if (lead === undefined || letter === null) return null;
    return { lead, name: lead.field.field.replace('battery.', `battery.${letter}.`) };
  }
  if (kind !== 'results' || letter === null) return null;
  const lead = LEADS.results.get(folded);
  if (lead?.field.field.startsWith('battery.') !== true) return null;
  const [area = '', step = '', part = ''] = lead.field.field.split('.');
  return { lead, name: `${area}.${step}@${letter}.${part}` };
};

type Found = {
  readonly lead: NameLead;
  readonly name: string;
  readonly told: Pick<ColumnLead, 'standard' | 'measure'>;
};

/** Whole, then without a trailing measure. */
const withoutMeasure = (
  tokens: readonly string[],
  look: (folded: string) => { readonly lead: NameLead; readonly name: string } | null,
): { readonly whole: Found | null; readonly measured: Found | null } => {
  const found = look(fold(tokens.join('')));
  const whole = found === null ? null : { ...found, told: {} };
  for (let count = 1; count <= LONGEST_MEASURE && count < tokens.length; count++) {
    const rest = look(fold(tokens.slice(0, -count).join('')));
    const told = rest === null ? null : beside(rest.lead.field, fold(tokens.slice(-count).join('')));
    if (rest !== null && told !== null) return { whole, measured: { ...rest, told } };
  }
  return { whole, measured: null };
};

const BRACKETS = /[([]([^)\]]*)[)\]]/g;

/**
 * What a name of a column leads to.
 * @param under a position the column stands under, folded; null for none
 * @returns null where it leads nowhere
 */
export const leadOf = (kind: ImportKind, text: string, under: string | null = null): ColumnLead | null => {
  if (text.length > LONGEST_NAME) return null;
  const inside = [...text.matchAll(BRACKETS)].map(([, own = '']) => own);
  const bracketPosition = inside.map((own) => fold(own)).find((own) => positionLetter(own) !== null) ?? null;
  const tokens = tokensOf(text.replace(BRACKETS, ' '));
  if (tokens.length === 0) return null;
  const plain = (folded: string): { lead: NameLead; name: string } | null => {
    const lead = LEADS[kind].get(folded);
    return lead === undefined ? null : { lead, name: lead.field.field };
  };
  const find = (): Found | null => {
    if (under !== null) {
      const own = withoutMeasure(tokens, (folded) => leadAt(kind, folded, under));
      return own.whole ?? own.measured;
    }
    const own = withoutMeasure(tokens, plain);
    if (own.whole !== null || own.measured !== null) return own.whole ?? own.measured;
    const options = [strippedAtBeginning(tokens), strippedAtEnd(tokens)].filter((option) => option !== null);
    for (const { rest, position } of options) {
      const found = rest.length === 0 ? null : leadAt(kind, fold(rest.join('')), position);
      if (found !== null) return { ...found, told: {} };
    }
    // The measure stands last, the position before it or at the beginning.
    for (let count = 1; count <= LONGEST_MEASURE && count < tokens.length; count++) {
      const measure = fold(tokens.slice(-count).join(''));
      const before = tokens.slice(0, -count);
      for (const stripped of [strippedAtBeginning(before), strippedAtEnd(before)]) {
        if (stripped === null || stripped.rest.length === 0) continue;
        const found = leadAt(kind, fold(stripped.rest.join('')), stripped.position);
        const told = found === null ? null : beside(found.lead.field, measure);
        if (found !== null && told !== null) return { ...found, told };
      }
    }
    if (bracketPosition === null) return null;
    const placed = withoutMeasure(tokens, (folded) => leadAt(kind, folded, bracketPosition));
    return placed.whole ?? placed.measured;
  };
  let found = find();
  if (found === null) return null;
  // A position in brackets belongs to a name that leads somewhere without it as well.
  if (under === null && bracketPosition !== null && !/[.@][A-F1-4]\./.test(found.name)) {
    const placed = withoutMeasure(tokens, (folded) => leadAt(kind, folded, bracketPosition));
    found = placed.whole ?? placed.measured ?? found;
  }
  const { lead, name, told } = found;
  const bracketed: Pick<ColumnLead, 'standard' | 'measure' | 'dateOrder'> = Object.assign(
    {},
    ...inside.map((own) => {
      const folded = fold(own);
      const dateOrder = lead.field.type === 'date' ? dateHintOf(folded) : null;
      return beside(lead.field, folded) ?? (dateOrder === null ? {} : { dateOrder });
    }),
  );
  return {
    name,
    field: lead.field,
    isWeak: lead.isWeak === true,
    ...(lead.standard === undefined ? {} : { nameStandard: lead.standard }),
    ...(lead.measure === undefined ? {} : { measure: lead.measure }),
    ...told,
    ...bracketed,
  };
};
