import { dateText, timesIn, type Times } from '@vaktman/core';
import { addDays, intlFormat, lightFormat, parseISO } from 'date-fns';

const deviceZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;
let yard: Times = timesIn(deviceZone());

/** Sets the zone every time is written in: the yard's, whatever this device is set to. */
export const setYardZone = (zone: string): void => {
  try {
    yard = timesIn(zone);
  } catch {
    // A zone this browser does not know: times stay in its own, and are named so.
    yard = timesIn(deviceZone());
  }
};

/** The zone times are written in, as it is named on screen: `Europe/Oslo` is "Oslo". */
export const yardZoneName = (): string => yard.zone.split('/').at(-1)?.replaceAll('_', ' ') ?? yard.zone;

const isDate = (text: string): boolean => /^\d{4}-\d\d-\d\d$/.test(text);
/** Dates as the yard says them. */
export const dayText = (iso: string): string => (isDate(iso) ? dateText(iso) : yard.day(iso));
/** A day, its year only where that is not this one. */
export const nearDayText = (iso: string, today: string = todayText()): string => {
  const text = dayText(iso);
  return text.endsWith(` ${today.slice(0, 4)}`) ? text.slice(0, -5) : text;
};
export const clockTimeText = (iso: string | number): string => yard.clock(iso);
export const dayTimeText = (iso: string | number): string => yard.dayTime(iso);
export const longNowText = (now: Date): string => `${yard.dayTime(now.getTime())} ${yardZoneName()}`;
/** An instant with the yard's offset, as readings carry it. */
export const instantNow = (now: Date = new Date()): string => yard.instant(now.getTime());
/** Day of the week of a calendar date: `Friday`, or `Fri 27`. */
export const weekdayText = (date: string): string =>
  intlFormat(parseISO(date), { weekday: 'long' }, { locale: 'en-GB' });
export const shortWeekdayText = (date: string): string =>
  `${intlFormat(parseISO(date), { weekday: 'short' }, { locale: 'en-GB' })} ${Number(date.slice(8))}`;
/** A calendar date so many days after another. */
export const dateAfter = (date: string, days: number): string =>
  lightFormat(addDays(parseISO(date), days), 'yyyy-MM-dd');
/** Today's calendar date in the yard. */
export const todayText = (now: Date = new Date()): string => yard.date(now.getTime());
/** The calendar day of an instant in the yard, such as `2026-11-27`. */
export const dateOf = (iso: string | number): string => yard.date(iso);
/** A month of a year, for dates that are forecasts: a day would say more than is known. */
export const monthText = (iso: string): string => dayText(iso).split(' ').slice(1).join(' ');

/** A moment as one says it: its time today, with its day when it is another. */
export const momentText = (ms: number): string => (dateOf(ms) === todayText() ? clockTimeText(ms) : dayTimeText(ms));
