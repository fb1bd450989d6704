import { format, formatDistanceToNowStrict, parseISO } from 'date-fns';

/** Dates as the yard says them. */
export const dayText = (iso: string): string => format(parseISO(iso), 'd MMM yyyy');
export const shortDayText = (iso: string): string => format(parseISO(iso), 'd MMM yy');
export const clockTimeText = (iso: string | Date): string =>
  format(typeof iso === 'string' ? parseISO(iso) : iso, 'HH:mm');
export const agoText = (iso: string): string => formatDistanceToNowStrict(parseISO(iso), { addSuffix: true });
export const longNowText = (now: Date): string => format(now, 'EEE d MMM, HH:mm');

/** An instant of this device with its offset, as readings carry it. */
export const instantNow = (now: Date = new Date()): string => format(now, "yyyy-MM-dd'T'HH:mm:ss.SSSxxx");

/** Today's calendar date on this device. */
export const todayText = (now: Date = new Date()): string => format(now, 'yyyy-MM-dd');
export const dayTimeText = (iso: string): string => format(parseISO(iso), 'd MMM yyyy, HH:mm');
/** A month of a year, for dates that are forecasts: a day would say more than is known. */
export const monthText = (iso: string): string => format(parseISO(iso), 'MMM yy');
