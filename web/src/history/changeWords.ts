import {
  CHEMISTRY_WORDS,
  isChemistry,
  LIMIT_NAMES,
  limitUnit,
  limitWords,
  PROFILE_NAMES,
  PROFILES,
  type LimitName,
  type ProfileName,
} from '@vaktman/core';
import { ROLES, type ChangeEntry, type ChangedThing } from '@vaktman/contract';
import { ROLE_WORDS } from '../people/roles';
import { valueWords, withoutUnit } from './changeValues';

/** Things by the words of the shop. */
export const THING_WORDS: Readonly<Record<ChangedThing, string>> = {
  fleet: 'Fleet',
  yard: 'Yard',
  person: 'Person',
  unit: 'Unit',
  battery: 'Battery',
  part: 'Part',
  instrument: 'Instrument',
  night: 'Coldest night',
  import: 'Taken in',
  device: 'Device',
  key: 'Key of a program',
  visit: 'Visit',
};

/** Columns of the database by what they are called here; what is not named here is written as it stands, spaced. */
const FIELD_WORDS: Readonly<Record<string, string>> = {
  yard_id: 'yard',
  method_profile: 'method',
  date_codes: 'date codes',
  time_zone: 'time zone',
  definition: 'circuit',
  description: 'description',
  retired_at: 'left the fleet',
  retired_because: 'left because',
  ended_at: 'ended',
  scrapped_at: 'scrapped',
  scrapped_because: 'scrapped because',
  claimed_at: 'back to its maker',
  claimed_because: 'claimed because',
  warranty_until: 'warranty until',
  made_month: 'made',
  serial_shared: 'serial on two batteries',
  during: 'from and to',
  removed_because: 'taken out because',
  fitted_at: 'put in',
  left_at: 'taken out',
  left_because: 'taken out because',
  set_at: 'chosen',
  enrolled_at: 'signed in first',
  enrolled_by: 'by',
  told_at: 'its key came',
  scopes: 'may',
  taken_at: 'taken in',
  undone_at: 'taken back',
  row_count: 'lines',
  new_browsers: 'new browsers',
  kind: 'word',
  confirmed_by: 'confirmed by',
  confirmed_at: 'confirmed',
};
/** Ids and what only tells rows apart: nobody looks for them. */
const UNSAID = new Set([
  'placement_id',
  'battery_id',
  'part_id',
  'unit_id',
  'person_id',
  'instrument_id',
  'device_id',
  'key_id',
  'ordinal',
  'entry_id',
  'visit_id',
  'import_id',
  'night',
  'key_name',
  'public_key',
  'corrected',
]);

const spaced = (key: string): string =>
  key
    .replaceAll('_', ' ')
    .replaceAll(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();

/** One line: a field, what stood there, and what stands there now; empty where there was nothing. */
export interface FieldChange {
  readonly field: string;
  readonly before: string;
  readonly after: string;
  /** A figure of ours with its unit, which is read in the reader's; what somebody typed stays as it was typed. */
  readonly isFigure: boolean;
}

type Keyed = Readonly<Record<string, unknown>>;
const isKeyed = (value: unknown): value is Keyed =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What parts of a list are told apart by. */
const NAMES = ['id', 'position', 'name'] as const;
const nameOf = (part: Keyed): string | undefined =>
  NAMES.map((name) => part[name]).find((name): name is string => typeof name === 'string' && name !== '');
/**
 * A list of named things by their names, so that only what differs in one is told; by their places where one has no name of
 * its own; anything else as it is.
 */
const byName = (value: unknown): unknown => {
  if (!Array.isArray(value) || value.length === 0 || !value.every(isKeyed)) return value;
  const names = new Set(value.map(nameOf));
  const isNamed = names.size === value.length && !names.has(undefined);
  return Object.fromEntries(
    value.map((part, index) => [(isNamed ? nameOf(part) : undefined) ?? String(index + 1), part]),
  );
};

const same = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);
const isLimit = (key: string): key is LimitName => LIMIT_NAMES.some((name) => name === key);
/** A key of a record that is a name already, such as `ALT1`, is not taken apart; a limit is called what it is everywhere. */
const keyWords = (key: string): string => (isLimit(key) ? limitWords(key) : /^[A-Z]/.test(key) ? key : spaced(key));

const isRole = (value: unknown): value is keyof typeof ROLE_WORDS => ROLES.some((role) => role === value);
const isProfile = (value: unknown): value is ProfileName => PROFILE_NAMES.some((own) => own === value);
/** Codes of ours by their words. */
const inWords = (key: string, value: unknown): unknown => {
  if (key === 'chemistry' && isChemistry(value)) return CHEMISTRY_WORDS[value];
  if (key === 'role' && isRole(value)) return ROLE_WORDS[value];
  return key === 'method_profile' && isProfile(value) ? PROFILES[value].title : value;
};

/** What differs between two values, field by field, to the depth at which it differs. */
const between = (key: string, named: string, was: unknown, is: unknown): readonly FieldChange[] => {
  if (same(was, is)) return [];
  const [before, after] = [byName(inWords(key, was)), byName(inWords(key, is))];
  if (isKeyed(before) || isKeyed(after)) {
    const [old, now] = [isKeyed(before) ? before : {}, isKeyed(after) ? after : {}];
    return [...new Set([...Object.keys(old), ...Object.keys(now)])].flatMap((part) =>
      between(part, `${named}: ${keyWords(part)}`.replace(/: rest: /, ': '), old[part], now[part]),
    );
  }
  const { field, unit } = isLimit(key) ? { field: named, unit: limitUnit(key) } : withoutUnit(named);
  const isFigure = unit !== '' && [before, after].some((value) => typeof value === 'number');
  const told = { field: isFigure ? field : named, isFigure };
  const change = { ...told, before: valueWords(before, unit), after: valueWords(after, unit) };
  return change.before === '' && change.after === '' ? [] : [change];
};

/** A yard by its name. */
const byYard = (key: string, value: unknown, yards: ReadonlyMap<string, string>): unknown =>
  key === 'yard_id' && typeof value === 'string' ? (yards.get(value) ?? value) : value;

/**
 * What a change changed, line by line, in the words of the shop.
 * @param yards names of yards by their ids
 */
export const fieldChanges = (
  { before, after }: Pick<ChangeEntry, 'before' | 'after'>,
  yards: ReadonlyMap<string, string>,
): readonly FieldChange[] =>
  [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .filter((key) => !UNSAID.has(key))
    .flatMap((key) =>
      between(key, FIELD_WORDS[key] ?? spaced(key), byYard(key, before[key], yards), byYard(key, after[key], yards)),
    );
