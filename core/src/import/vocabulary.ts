import { fold } from './fold';
import data from './fields.json' with { type: 'json' };

export const IMPORT_KINDS = ['units', 'batteries', 'results'] as const;
export type ImportKind = (typeof IMPORT_KINDS)[number];

type FieldType =
  | 'id'
  | 'text'
  | 'yard'
  | 'systemVolts'
  | 'arrangement'
  | 'number'
  | 'choice'
  | 'boolean'
  | 'standard'
  | 'rating'
  | 'alternatorAmps'
  | 'cableSize'
  | 'oil'
  | 'date'
  | 'time'
  | 'position'
  | 'point'
  | 'step'
  | 'value';

/** A field an import can fill, and the words that lead to it. */
export interface Field {
  readonly field: string;
  readonly type: FieldType;
  readonly headers: readonly string[];
  readonly weak?: readonly string[];
  readonly sameHeadersAs?: string;
  readonly withStandard?: Readonly<Record<string, readonly string[]>>;
  readonly withMeasure?: Readonly<Record<string, readonly string[]>>;
  readonly quantity?: QuantityName;
  readonly min?: number;
  readonly max?: number;
  readonly above?: number;
  readonly integer?: boolean;
  readonly choices?: string;
  /** How many of it a unit may have, told apart by a number. */
  readonly ordinal?: number;
  readonly default?: string | boolean;
  readonly required?: boolean;
  /** Filled, it makes a reading of its step. */
  readonly main?: boolean;
}

interface Quantity {
  readonly canonical: string;
  /** It is not assumed: where nobody says it is asked. */
  readonly ask: boolean;
  readonly words: Readonly<Record<string, readonly string[]>>;
  readonly factor?: Readonly<Record<string, number>>;
}
export type QuantityName = keyof typeof data.measures;

const lists: Readonly<Record<ImportKind, readonly Field[]>> = {
  units: data.units as unknown as readonly Field[],
  batteries: data.batteries as unknown as readonly Field[],
  results: data.results as unknown as readonly Field[],
};
export const QUANTITIES = data.measures as unknown as Readonly<Record<QuantityName, Quantity>>;
const STANDARD_WORDS: Readonly<Record<string, readonly string[]>> = data.standards;
export const STANDARDS = Object.keys(STANDARD_WORDS);
export const CHOICES = data.choices as Readonly<Record<string, Readonly<Record<string, readonly string[]>>>>;
export const POINT_WORDS: Readonly<Record<string, readonly string[]>> = data.points;
export const BATTERY_WORDS: ReadonlySet<string> = new Set(data.batteryWords);
export const TOTALS: ReadonlySet<string> = new Set(data.totals);
export const MONTHS: readonly (readonly string[])[] = data.months;
const DATE_HINTS: Readonly<Record<string, readonly string[]>> = data.dateHints;
export const ARRANGEMENT_WORDS: Readonly<Record<'parallel' | 'series' | 'single', readonly string[]>> =
  data.arrangementWords;
const BLANKS: ReadonlySet<string> = new Set(data.blank.map((word) => word.toLowerCase()));

export const isBlankWord = (text: string): boolean => BLANKS.has(text.toLowerCase());

const ALL: ReadonlyMap<string, Field> = new Map(
  Object.values(lists).flatMap((fields) => fields.map((own) => [own.field, own] as const)),
);

/** Fields of a battery that a unit's row may tell of each position. */
const OF_POSITION = new Set(
  [
    'serial',
    'make',
    'chemistry',
    'duty',
    'rating',
    'ratingStandard',
    'capacityAh',
    'nominalVolts',
    'fitted',
    'set',
  ].map((name) => `battery.${name}`),
);

/** Constants and words a unit's batteries may have that are no columns of their own. */
const UNIT_CONSTANTS = ['battery.chemistry', 'battery.duty', 'battery.ratingStandard', 'battery.nominalVolts'];

export const fieldsOf = (kind: ImportKind): readonly Field[] => lists[kind];

/**
 * A field by its name, positions, points and numbers in it left aside: `battery.A.serial` is `battery.serial`.
 * @returns null where the kind has no such field
 */
export const fieldNamed = (kind: ImportKind, name: string): Field | null => {
  const own = lists[kind].find(({ field }) => field === name);
  if (own !== undefined) return own;
  if (kind === 'units') {
    const [, position, rest] = /^battery\.([A-F])\.(\w+)$/.exec(name) ?? [];
    if (position !== undefined) return OF_POSITION.has(`battery.${rest}`) ? (ALL.get(`battery.${rest}`) ?? null) : null;
    const [, count, part] = /^alternator\.([1-4])\.(\w+)$/.exec(name) ?? [];
    return count === undefined ? null : (lists.units.find(({ field }) => field === `alternator.${part}`) ?? null);
  }
  if (kind !== 'results') return null;
  const [, step, , part] = /^([a-zA-Z]+\.[a-zA-Z]+)@([^.]+)\.(\w+)$/.exec(name) ?? [];
  if (step === undefined) return null;
  return (
    lists.results.find(({ field }) => field === `${step}.${part}`) ??
    lists.results.find(({ field }) => field.startsWith(`${step}@`) && field.endsWith(`.${part}`)) ??
    null
  );
};

/** A field that may be told once for all rows. */
export const constantNamed = (kind: ImportKind, name: string): Field | null => {
  if (kind === 'units' && UNIT_CONSTANTS.includes(name)) return ALL.get(name) ?? null;
  if (kind === 'results' && name === 'battery.conductance.standard') return ALL.get('battery.ratingStandard') ?? null;
  if (kind === 'results' && name === 'battery.ratingStandard') return ALL.get('battery.ratingStandard') ?? null;
  return fieldNamed(kind, name);
};

/** What a name of a column says besides its field. */
export interface NameLead {
  readonly field: Field;
  readonly standard?: string;
  readonly measure?: string;
  readonly isWeak?: boolean;
}

const leadsOf = (fields: readonly Field[]): ReadonlyMap<string, NameLead> => {
  const leads = new Map<string, NameLead>();
  const add = (name: string, lead: NameLead): void => {
    if (!leads.has(name)) leads.set(name, lead);
  };
  for (const own of fields) {
    const others = own.sameHeadersAs === undefined ? undefined : ALL.get(own.sameHeadersAs);
    for (const source of others === undefined ? [own] : [own, others]) {
      source.headers.forEach((name) => add(name, { field: own }));
      for (const [standard, names] of Object.entries(source.withStandard ?? {}))
        names.forEach((name) => add(name, { field: own, standard }));
      for (const [measure, names] of Object.entries(source.withMeasure ?? {}))
        names.forEach((name) => add(name, { field: own, measure }));
    }
  }
  for (const own of fields) own.weak?.forEach((name) => add(name, { field: own, isWeak: true }));
  return leads;
};

/** Fields by the words that lead to them. */
export const LEADS: Readonly<Record<ImportKind, ReadonlyMap<string, NameLead>>> = {
  units: leadsOf(lists.units),
  batteries: leadsOf(lists.batteries),
  results: leadsOf(lists.results),
};
/** Of those, what a unit's row may tell of one position. */
export const POSITION_LEADS: ReadonlyMap<string, NameLead> = leadsOf(
  lists.batteries.filter(({ field }) => OF_POSITION.has(field)),
);

const wordIn = (lists: Readonly<Record<string, readonly string[]>>, folded: string): string | null =>
  Object.entries(lists).find(([, words]) => words.includes(folded))?.[0] ?? null;

/** A measure of a quantity by its word, or null. */
export const measureOf = (quantity: QuantityName | undefined, folded: string): string | null =>
  quantity === undefined || folded === '' ? null : wordIn(QUANTITIES[quantity].words, folded);
/** True of a measure of any quantity. */
export const isAnyMeasure = (folded: string): boolean =>
  (Object.keys(QUANTITIES) as QuantityName[]).some((quantity) => measureOf(quantity, folded) !== null);
export const standardOf = (folded: string): string | null => wordIn(STANDARD_WORDS, folded);
export const dateHintOf = (folded: string): string | null => wordIn(DATE_HINTS, folded);
export const choiceOf = (choices: string, folded: string, text: string): string | null => {
  const list = CHOICES[choices] ?? {};
  return wordIn(list, folded) ?? Object.keys(list).find((value) => value === text || fold(value) === folded) ?? null;
};
