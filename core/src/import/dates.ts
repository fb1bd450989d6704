import { fold } from './fold';
import { MONTHS } from './vocabulary';

export type DateOrder = 'dmy' | 'mdy' | 'ymd';

/** A date as it stands in a cell. */
export type WrittenDate =
  /** Year, month and day are told apart. */
  | {
      readonly kind: 'sure';
      readonly order: DateOrder | 'serial' | null;
      readonly date: string;
      readonly time: Clock | null;
    }
  /** Day and month could be either way round. */
  | {
      readonly kind: 'either';
      readonly first: number;
      readonly second: number;
      readonly year: number;
      readonly time: Clock | null;
    };

export interface Clock {
  /** `08:10`. */
  readonly time: string;
  readonly offset: string | null;
}

const FIRST_YEAR = 1980;
const LAST_YEAR = 2079;
/** Day 0 of spreadsheets, so that 2023-03-15 is 45000. */
const SERIAL_ZERO_MS = Date.UTC(1899, 11, 30);
const DAY_MS = 86_400_000;

const two = (value: number): string => String(value).padStart(2, '0');

/** @returns null where there is no such day, or the year lies outside 1980 to 2079 */
const dateOf = (year: number, month: number, day: number): string | null => {
  if (year < FIRST_YEAR || year > LAST_YEAR || month < 1 || month > 12 || day < 1) return null;
  const ms = Date.UTC(year, month - 1, day);
  return new Date(ms).getUTCDate() === day ? `${year}-${two(month)}-${two(day)}` : null;
};

const yearOf = (text: string): number | null =>
  text.length === 4 ? Number(text) : text.length === 2 && Number(text) < 80 ? 2000 + Number(text) : null;

const CLOCK = /^(\d{1,2})(?::|\.|h)(\d{2})(?:(?::|\.)(\d{2})(?:[.,]\d+)?)?\s*([ap]\.?m\.?)?\s*(z|[+-]\d{2}:?\d{2})?$/i;

/** A time of day, or null. */
export const clockOf = (text: string): Clock | null => {
  const [, hours, minutes, seconds = '0', half, zone] = CLOCK.exec(text.trim()) ?? [];
  if (hours === undefined || minutes === undefined) return null;
  let hour = Number(hours);
  if (half !== undefined) {
    if (hour < 1 || hour > 12) return null;
    hour = (hour % 12) + (/^p/i.test(half) ? 12 : 0);
  }
  if (hour > 23 || Number(minutes) > 59 || Number(seconds) > 59) return null;
  const offset = zone === undefined ? null : /^z$/i.test(zone) ? '+00:00' : `${zone.slice(0, 3)}:${zone.slice(-2)}`;
  return { time: `${two(hour)}:${two(Number(minutes))}`, offset };
};

const monthOf = (word: string): number | null => {
  const at = MONTHS.findIndex((names) => names.includes(fold(word)));
  return at < 0 ? null : at + 1;
};

const fromSerial = (text: string): WrittenDate | null => {
  const [, days, fraction] = /^(\d{5})(?:[.,](\d+))?$/.exec(text) ?? [];
  if (days === undefined) return null;
  const minutes = fraction === undefined ? 0 : Math.round(Number(`0.${fraction}`) * 1440);
  const at = new Date(SERIAL_ZERO_MS + Number(days) * DAY_MS + minutes * 60_000);
  const date = dateOf(at.getUTCFullYear(), at.getUTCMonth() + 1, at.getUTCDate());
  if (date === null) return null;
  const time =
    fraction === undefined ? null : { time: `${two(at.getUTCHours())}:${two(at.getUTCMinutes())}`, offset: null };
  return { kind: 'sure', order: 'serial', date, time };
};

const sure = (order: DateOrder | null, date: string | null, time: Clock | null): WrittenDate | null =>
  date === null ? null : { kind: 'sure', order, date, time };

/** A day without its time. */
const dayOf = (text: string, time: Clock | null): WrittenDate | null => {
  const yearFirst = /^(\d{4})([-/.])(\d{1,2})\2(\d{1,2})$/.exec(text);
  if (yearFirst !== null)
    return sure('ymd', dateOf(Number(yearFirst[1]), Number(yearFirst[3]), Number(yearFirst[4])), time);
  const packed = /^(\d{4})(\d{2})(\d{2})$/.exec(text);
  if (packed !== null) return sure('ymd', dateOf(Number(packed[1]), Number(packed[2]), Number(packed[3])), time);
  const dotted = /^(\d{1,2})\.\s?(\d{1,2})\.\s?(\d{4}|\d{2})$/.exec(text);
  if (dotted !== null) {
    const year = yearOf(dotted[3] ?? '');
    return year === null ? null : sure('dmy', dateOf(year, Number(dotted[2]), Number(dotted[1])), time);
  }
  const either = /^(\d{1,2})([-/])(\d{1,2})\2(\d{4}|\d{2})$/.exec(text);
  if (either !== null) {
    const year = yearOf(either[4] ?? '');
    const [first, second] = [Number(either[1]), Number(either[3])];
    if (year === null || (dateOf(year, second, first) === null && dateOf(year, first, second) === null)) return null;
    return { kind: 'either', first, second, year, time };
  }
  const parts = text.split(/[\s.,/-]+/).filter((part) => part !== '');
  const [a = '', b = '', c = ''] = parts;
  if (parts.length !== 3 || !/^(?:\d{4}|\d{2})$/.test(c)) return null;
  const year = yearOf(c);
  const [day, month] = /^\d{1,2}$/.test(a) ? [a, monthOf(b)] : [b, monthOf(a)];
  return year === null || month === null || !/^\d{1,2}$/.test(day)
    ? null
    : sure(null, dateOf(year, month, Number(day)), time);
};

/** A date, with or without a time, or null. */
export const writtenDate = (text: string): WrittenDate | null => {
  const plain = dayOf(text, null) ?? fromSerial(text);
  if (plain !== null) return plain;
  const [, day, clock] = /^(.*\d)(?:\s*,)?(?:[T\s]+)(\d{1,2}(?::|\.|h)\d{2}.*)$/is.exec(text) ?? [];
  if (day === undefined || clock === undefined) return null;
  const time = clockOf(clock);
  return time === null ? null : dayOf(day.trim(), time);
};

/** Which ways an unclear date can be read: day first, month first, or both and the same. */
export const waysOf = ({ first, second, year }: Extract<WrittenDate, { kind: 'either' }>) => ({
  dmy: dateOf(year, second, first),
  mdy: dateOf(year, first, second),
});
