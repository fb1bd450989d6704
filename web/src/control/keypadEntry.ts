import { present, withMinus } from '@vaktman/core';

/** One number to enter. */
export interface EntryField {
  readonly key: string;
  readonly label: string;
  readonly unit: string;
  /** What is set already, such as the seconds a clock measured. */
  readonly initial?: string | undefined;
  readonly optional?: boolean | undefined;
  readonly signed?: boolean | undefined;
  readonly min: number;
  readonly max: number;
  /** Outside this the value is possible but unusual, and is asked about before it is saved. */
  readonly usual?: readonly [low: number, high: number] | undefined;
}

export type EntryValues = Readonly<Record<string, number | null>>;

const LONGEST = 8;
/** The keys, row by row. */
export const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', 'back'] as const;

/** What stands in the entry after a key. */
export const typed = (text: string, key: string): string => {
  if (key === 'back') return text.slice(0, -1);
  if (key === 'sign') return text.startsWith('-') ? text.slice(1) : `-${text}`;
  if (text.length >= LONGEST || (key === '.' && text.includes('.'))) return text;
  return text + key;
};

/** The key of the pad a key of the keyboard stands for; null when for none. */
export const keyOf = (key: string): string | null => {
  if (/^[0-9]$/.test(key)) return key;
  if (key === '.' || key === ',') return '.';
  if (key === 'Backspace') return 'back';
  return key === '-' ? 'sign' : null;
};

type Check = { readonly kind: 'missing' | 'refused' | 'unusual'; readonly field: EntryField; readonly words: string };

/** What is wrong with what was typed: missing, refused, or asked about; null when nothing is. */
export const check = (field: EntryField, text: string): Check | null => {
  if (text === '' || text === '-' || text === '.')
    return field.optional ? null : { kind: 'missing', field, words: `${field.label}: type what you read.` };
  const value = Number(text);
  if (!(value >= field.min && value <= field.max)) {
    return {
      kind: 'refused',
      field,
      words: `${withMinus(text)} ${field.unit} cannot be: expected ${withMinus(String(field.min))} to ${field.max} ${field.unit}. Check the decimal point and the range of the meter.`,
    };
  }
  if (field.usual !== undefined && (value < field.usual[0] || value > field.usual[1])) {
    return {
      kind: 'unusual',
      field,
      words: `${withMinus(text)} ${field.unit} is unusual. Look at the meter once more; save it if it stands.`,
    };
  }
  return null;
};

/** What is typed so far, and which number is being typed. */
export interface EntryState {
  readonly texts: Readonly<Record<string, string>>;
  /** Its key. */
  readonly active: string;
  /** The next digit begins the number anew. */
  readonly fresh: boolean;
  readonly notice: Check | null;
  /** Unusual numbers that were asked about, by key and text: each is asked about once. */
  readonly asked: readonly string[];
}

const firstEmpty = (fields: readonly EntryField[], texts: EntryState['texts']): EntryField =>
  fields.find(({ key, initial }) => (texts[key] ?? initial ?? '') === '') ?? present(fields[0]);

/** The number that is being typed; where it is asked no more, the first of those there are that is still empty. */
export const activeField = (fields: readonly EntryField[], { active, texts }: EntryState): EntryField =>
  fields.find(({ key }) => key === active) ?? firstEmpty(fields, texts);

/**
 * The entry as it begins.
 * @param kept what was typed where a reload took the page away; the number that was being typed then may be half of one, and is
 * typed anew
 */
export const initialEntry = (
  fields: readonly EntryField[],
  kept: Pick<EntryState, 'texts' | 'active'> | null = null,
): EntryState => ({
  texts: { ...Object.fromEntries(fields.map(({ key, initial }) => [key, initial ?? ''])), ...kept?.texts },
  active: kept?.active ?? firstEmpty(fields, {}).key,
  fresh: true,
  notice: null,
  asked: [],
});

/** The numbers typed; null where there is none. */
export const valuesOf = (fields: readonly EntryField[], texts: Readonly<Record<string, string>>): EntryValues =>
  Object.fromEntries(
    fields.map(({ key }) => [key, texts[key] === '' || Number.isNaN(Number(texts[key])) ? null : Number(texts[key])]),
  );
