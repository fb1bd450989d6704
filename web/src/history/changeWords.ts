import type { ChangeEntry, ChangedThing } from '@vaktman/contract';

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
  system_volts: 'system volts',
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
  lowest_c: 'lowest °C',
  set_at: 'chosen',
  kind: 'word',
  confirmed_by: 'confirmed by',
  confirmed_at: 'confirmed',
  key_name: 'signing key',
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
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const words = (value: unknown): string => {
  if (value === undefined || value === null) return '';
  if (typeof value === 'string') return value;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'number' ? String(value) : JSON.stringify(value);
};

const same = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);

/** What differs between two values, field by field, to the depth at which it differs. */
const between = (field: string, before: unknown, after: unknown): readonly FieldChange[] => {
  if (same(before, after)) return [];
  if (isRecord(before) || isRecord(after)) {
    const [was, is] = [isRecord(before) ? before : {}, isRecord(after) ? after : {}];
    return [...new Set([...Object.keys(was), ...Object.keys(is)])].flatMap((key) =>
      between(`${field}: ${spaced(key)}`.replace(/: rest: /, ': '), was[key], is[key]),
    );
  }
  return [{ field, before: words(before), after: words(after) }];
};

/** What a change changed, line by line, in the words of the shop. */
export const fieldChanges = ({ before, after }: Pick<ChangeEntry, 'before' | 'after'>): readonly FieldChange[] =>
  [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .filter((key) => !UNSAID.has(key))
    .flatMap((key) => between(FIELD_WORDS[key] ?? spaced(key), before[key], after[key]));
