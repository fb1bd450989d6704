import { withMinus } from '@vaktman/core';
import { dayText, dayTimeText, monthText } from '../control/dates';

/** Units that names of ours end in, the longest first, with the sign they are written by. */
const UNITS: readonly (readonly [ending: string, unit: string])[] = [
  ['mv per a', 'mV/A'],
  ['milliohm', 'mΩ'],
  ['minutes', 'min'],
  ['percent', '%'],
  ['months', 'months'],
  ['volts', 'V'],
  ['amps', 'A'],
  ['hours', 'h'],
  ['mm2', 'mm²'],
  ['ah', 'Ah'],
  ['km', 'km'],
  ['c', '°C'],
  ['m', 'm'],
];

/** A field's name without the unit it ends in, and that unit; '' where it ends in none, or is called by the unit alone. */
export const withoutUnit = (field: string): { readonly field: string; readonly unit: string } => {
  const found = UNITS.find(([ending]) => field.endsWith(` ${ending}`) && !field.endsWith(`: ${ending}`));
  return found === undefined ? { field, unit: '' } : { field: field.slice(0, -found[0].length - 1), unit: found[1] };
};

const INSTANT = /^\d{4}-\d\d-\d\d[T ]\d\d:\d\d:\d\d/;
const RANGE = /^\["?([^",]+)"?,"?([^",)]*)"?\)$/;

/** A moment as the database writes one, as dates are written everywhere else: `2026-11-29 06:57:07.5+00`. */
const asIso = (text: string): string => text.replace(' ', 'T').replace(/([+-]\d\d)$/, '$1:00');

const textWords = (text: string): string => {
  const [, from = '', to = ''] = RANGE.exec(text) ?? [];
  if (INSTANT.test(from))
    return `from ${dayTimeText(asIso(from))}${INSTANT.test(to) ? ` to ${dayTimeText(asIso(to))}` : ''}`;
  if (INSTANT.test(text)) return dayTimeText(asIso(text));
  if (/^\d{4}-\d\d-\d\d$/.test(text)) return dayText(text);
  if (/^\d{4}-\d\d$/.test(text)) return monthText(`${text}-01`);
  return text;
};

/** What stood or stands in a field, as one reads it; '' for nothing. */
export const valueWords = (value: unknown, unit: string): string => {
  if (value === undefined || value === null) return '';
  if (typeof value === 'string') return textWords(value);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return `${withMinus(String(value))}${unit === '' ? '' : ` ${unit}`}`;
  if (Array.isArray(value)) return value.map((part) => valueWords(part, unit)).join(', ');
  return JSON.stringify(value);
};
