import * as z from 'zod';
import { MONTHS } from '../quantity/time';
import { wholeText } from '../quantity/text';

/**
 * A pattern of a code that tells when a battery was made: `L` a letter for the month, `MM` the month, `WW` the week, `Y`,
 * `YY` or `YYYY` the year, `*` any one sign.
 */
export const dateCodePatternSchema = wholeText()
  .trim()
  .toUpperCase()
  .regex(/^(L|MM|WW|YYYY|YY|Y|\*)+$/, { error: 'expected signs of L, MM, WW, Y, YY, YYYY and *, such as LY or **WWYY' })
  .refine((pattern) => /Y/.test(pattern) && /L|MM|WW/.test(pattern), {
    error: 'expected a year and a month or a week in it',
  });

/** A code the shop reads besides the usual one. */
export const dateCodeSchema = z.strictObject({
  name: wholeText()
    .trim()
    .min(1, { error: 'expected a name, such as the make' })
    .max(60, { error: 'at most 60 letters' }),
  pattern: dateCodePatternSchema,
});
export type DateCode = z.infer<typeof dateCodeSchema>;

/** A month a code may stand for. */
export interface MadeMonth {
  /** Such as `2025-11`. */
  readonly month: string;
  /** How the code was read, in words. */
  readonly by: string;
}

/** A letter for the month, digits for the year, in either order: the usual way to mark a battery. */
const USUAL: readonly DateCode[] = ['LY', 'LYY', 'LYYYY', 'YL', 'YYL', 'YYYYL'].map((pattern) => ({
  name: 'a letter for the month, digits for the year',
  pattern,
}));
/** Some count on without the letter that is taken for a one. */
const LETTERS = ['ABCDEFGHIJKL', 'ABCDEFGHJKLM'] as const;
const DAY_MS = 86_400_000;

const monthOf = (year: number, month: number): string => `${year}-${String(month).padStart(2, '0')}`;

/** The years digits may stand for, the latest that is not to come first; none where all are. */
const yearOf = (digits: string, now: string): number | null => {
  const latest = Number(now.slice(0, 4));
  if (digits.length === 4) return Number(digits);
  const span = 10 ** digits.length;
  const year = latest - ((((latest - Number(digits)) % span) + span) % span);
  return year;
};

/** Month of the Thursday of a week, which is the week's by the calendar. */
const monthOfWeek = (year: number, week: number): number =>
  new Date(Date.UTC(year, 0, 4) + (week - 1) * 7 * DAY_MS).getUTCMonth() + 1;

const PLACES = /YYYY|YY|Y|MM|WW|L|\*/g;

const months = (code: string, { name, pattern }: DateCode, now: string): MadeMonth[] => {
  const parts = pattern.match(PLACES) ?? [];
  const shape = parts
    .map((part) => (part === 'L' ? '([A-M])' : part === '*' ? '(.)' : `(\\d{${part.length}})`))
    .join('');
  const match = new RegExp(`^${shape}$`).exec(code);
  if (match === null) return [];
  const told = new Map(parts.map((part, index) => [part[0] === 'Y' ? 'Y' : part, match[index + 1] ?? '']));
  const year = yearOf(told.get('Y') ?? '', now);
  if (year === null) return [];
  const week = Number(told.get('WW') ?? 0);
  if (told.has('WW') && (week < 1 || week > 53)) return [];
  const letter = told.get('L');
  const found =
    letter !== undefined
      ? LETTERS.map((letters) => letters.indexOf(letter) + 1)
      : [told.has('WW') ? monthOfWeek(year, week) : Number(told.get('MM'))];
  return [...new Set(found)]
    .filter((month) => month >= 1 && month <= 12)
    .flatMap((month) => {
      // One digit that would be a month to come is of ten years before.
      const back =
        (told.get('Y') ?? '').length < 4 && monthOf(year, month) > now ? 10 ** (told.get('Y') ?? '').length : 0;
      const made = monthOf(year - back, month);
      return made > now ? [] : [{ month: made, by: name }];
    });
};

/**
 * The months a code on a battery may stand for: none where it is no such code, several where it can be read in several
 * ways, and then somebody has to say which.
 * @param text as it stands on the battery; spaces and dashes do not count
 * @param today such as `2026-11-27`
 * @param own codes the shop added; where one of them reads it, the usual way is not tried
 */
export const readDateCode = (text: string, today: string, own: readonly DateCode[] = []): readonly MadeMonth[] => {
  const code = text.toUpperCase().replace(/[\s-]/g, '');
  const now = today.slice(0, 7);
  const byShop = own.flatMap((dateCode) => months(code, dateCode, now));
  const all = byShop.length > 0 ? byShop : USUAL.flatMap((dateCode) => months(code, dateCode, now));
  return all.filter(({ month }, index) => all.findIndex((other) => other.month === month) === index);
};

/** A month in words. @param month such as `2025-11` */
export const monthText = (month: string): string =>
  `${MONTHS[Number(month.slice(5, 7)) - 1] ?? ''} ${month.slice(0, 4)}`;

/** On the shelf longer than this a battery is charged and tested before it is fitted: a rule of thumb of store rooms. */
export const SHELF_MONTHS = 6;

/** Whole months from the month a battery was made to a day. */
export const shelfMonths = (made: string, today: string): number =>
  (Number(today.slice(0, 4)) - Number(made.slice(0, 4))) * 12 + Number(today.slice(5, 7)) - Number(made.slice(5, 7));
