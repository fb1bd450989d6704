import {
  celsiusFromFahrenheit,
  fahrenheitFromCelsius,
  figure,
  kilometresFromMiles,
  milesFromKilometres,
} from './display';
import { awgAreaMm2 } from './gauge';

/** Units a reader likes. Everything that is kept and sent is in Celsius, kilometres and square millimetres, with a point. */
export interface ReaderUnits {
  readonly temperature: 'C' | 'F';
  readonly distance: 'km' | 'mi';
  readonly area: 'mm2' | 'awg';
  readonly decimal: '.' | ',';
}
export const USUAL_UNITS: ReaderUnits = { temperature: 'C', distance: 'km', area: 'mm2', decimal: '.' };

/** The unit a reader sees in place of one of ours; itself where there is no other. */
export const readerUnit = (unit: string, { temperature, distance }: ReaderUnits): string => {
  if (unit === '°C' && temperature === 'F') return '°F';
  return unit === 'km' && distance === 'mi' ? 'mi' : unit;
};

/** A figure of one of our units in the reader's. */
export const toReader = (value: number, unit: string, units: ReaderUnits): number => {
  const shown = readerUnit(unit, units);
  if (shown === unit) return value;
  return shown === '°F' ? fahrenheitFromCelsius(value) : milesFromKilometres(value);
};

/** A figure as a reader typed it, in our unit; as exact as anybody reads it. */
export const fromReader = (value: number, unit: string, units: ReaderUnits): number => {
  const shown = readerUnit(unit, units);
  if (shown === unit) return value;
  return Math.round((shown === '°F' ? celsiusFromFahrenheit(value) : kilometresFromMiles(value)) * 10) / 10;
};

/** A decimal sign as the reader writes it. */
const signed = (text: string, { decimal }: ReaderUnits): string =>
  decimal === ',' ? text.replaceAll(/(\d)\.(?=\d)/g, '$1,') : text;

const NUMBER = '[−-]?\\d+(?:\\.\\d+)?';
const DEGREES = new RegExp(`(?:(${NUMBER}) to )?(${NUMBER}) ?°C`, 'g');
const KILOMETRES = new RegExp(`(${NUMBER}) km(?!/)`, 'g');
/** Distances and hours are read off a meter digit by digit from five on: not those behind a point, and of nothing else. */
const GREAT = /(?<![\d.])\d{5,}(?=(?:\.\d+)? (?:km|mi|h)(?![/\p{L}]))/gu;
/** The room between a figure and its unit. */
const BEFORE_UNIT = /(?<=\d) (?=(?:V|A|°C|°F|%|s|h|min|rpm|km|mi|mm²|mΩ|Ah|Hz|AWG|m|ms)(?![\p{L}\p{N}/]))/gu;
const AREA = new RegExp(`(${NUMBER}) mm²`, 'g');
const GAUGES = ['4/0', '3/0', '2/0', '1/0', ...Array.from({ length: 40 }, (_, index) => String(index + 1))];

/** Room between thousands that no line is broken at. */
const grouped = (digits: string): string => digits.replaceAll(/\d(?=(?:\d{3})+$)/g, '$&\u00a0');

const valueOf = (text: string): number => Number(text.replace('−', '-'));
const decimalsOf = (text: string): number => text.split('.')[1]?.length ?? 0;

/** The gauge whose conductor is nearest to an area. */
const nearestGauge = (areaMm2: number): string => {
  const off = (gauge: string): number => Math.abs(Math.log(awgAreaMm2(gauge) / areaMm2));
  return GAUGES.reduce((best, gauge) => (off(gauge) < off(best) ? gauge : best));
};

/** A figure as it stands in a text, in the reader's unit, as exact as it stood there. */
const inReader = (text: string, unit: string, units: ReaderUnits): string =>
  figure(toReader(valueOf(text), unit, units), decimalsOf(text));

/** A sentence of ours as the reader reads it: its temperatures, distances, cable sizes and decimal signs, thousands apart. */
export const readerWords = (text: string, units: ReaderUnits): string => {
  let own = text;
  if (units.temperature === 'F')
    own = own.replaceAll(DEGREES, (_all, from: string | undefined, to: string) => {
      const until = `${inReader(to, '°C', units)} °F`;
      return from === undefined ? until : `${inReader(from, '°C', units)} to ${until}`;
    });
  if (units.distance === 'mi')
    own = own.replaceAll(KILOMETRES, (_all, km: string) => `${inReader(km, 'km', units)} mi`);
  if (units.area === 'awg') own = own.replaceAll(AREA, (_all, area: string) => `${nearestGauge(valueOf(area))} AWG`);
  return signed(own.replaceAll(GREAT, grouped), units);
};

/** The same sentence with no line broken between a figure and its unit, for where lines break. */
export const unitsKept = (text: string): string => text.replaceAll(BEFORE_UNIT, '\u00a0');

/** A figure and its unit as they stand beside one another, in the reader's unit. */
export const readerFigure = (
  text: string,
  unit: string | undefined,
  units: ReaderUnits,
): { readonly text: string; readonly unit: string | undefined } => {
  if (unit === undefined || readerUnit(unit, units) === unit || Number.isNaN(valueOf(text))) return { text, unit };
  return { text: inReader(text, unit, units), unit: readerUnit(unit, units) };
};

/** How many of the reader's degrees a difference of so many Celsius degrees is. */
export const degreesOf = (celsiusDegrees: number, { temperature }: ReaderUnits): number =>
  temperature === 'F' ? celsiusDegrees * 1.8 : celsiusDegrees;

/** A temperature without its unit, for an axis that names the unit once. */
export const tickText = (celsius: number, units: ReaderUnits): string => figure(toReader(celsius, '°C', units), 0);

/** Everything that is text in a value, put into the reader's units. */
export const wordsIn = <T>(value: T, words: (text: string) => string): T => {
  if (typeof value === 'string') return words(value) as T;
  if (Array.isArray(value)) return value.map((own: unknown) => wordsIn(own, words)) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, own]: [string, unknown]) => [key, wordsIn(own, words)]),
  ) as T;
};
