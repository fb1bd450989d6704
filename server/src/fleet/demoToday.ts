import type { Archive } from '@vaktman/contract';

const DAY_MS = 86_400_000;
/** A month, a day, or a day and its time, as an archive writes them; nothing else. */
const DATED = /^(\d{4}-\d{2})(-\d{2})?(T\d{2}:\d{2}[\d:.]*(?:Z|[+-]\d{2}:\d{2}))?$/;
const MIDDLE_OF_MONTH = '-15';

const dayMoved = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);

/** The same text so many days later where it is a date, at the same time of day; itself where it is none. */
const textMoved = (text: string, days: number): string => {
  const [, month, day, time = ''] = DATED.exec(text) ?? [];
  if (month === undefined) return text;
  if (day === undefined) return time === '' ? dayMoved(month + MIDDLE_OF_MONTH, days).slice(0, 7) : text;
  return dayMoved(month + day, days) + time;
};

/** Whatever lies in a value of an archive, its dates so many days later. */
const moved = <Value>(value: Value, days: number): Value => {
  if (typeof value === 'string') return textMoved(value, days) as Value;
  if (Array.isArray(value)) return value.map((own: unknown) => moved(own, days)) as Value;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, own]) => [key, moved(own, days)])) as Value;
};

/**
 * A made-up fleet as if its last visit had been within the last day: made long ago it would be overdue in all its parts, and
 * what was read of it too old to say anything. Everything keeps its distance in days and its time of day.
 * @param nowMs by the clock of whoever looks at it, whatever that says
 */
export const broughtUpToDate = (archive: Archive, nowMs: number): Archive => {
  const moments = archive.visits.flatMap(({ opening, readings, events }) =>
    [opening.visit, ...readings, ...events].map(({ at }) => Date.parse(at)),
  );
  if (moments.length === 0) return archive;
  const latest = moments.reduce((last, at) => Math.max(last, at));
  return moved(archive, Math.floor((nowMs - latest) / DAY_MS));
};
