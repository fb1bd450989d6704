/** Temperature scales and distances a user may choose to read in; everything inside is Celsius and kilometres. */
export type TemperatureUnit = 'C' | 'F';
export type DistanceUnit = 'km' | 'mi';

const KM_PER_MILE = 1.609344;

export const fahrenheitFromCelsius = (celsius: number): number => celsius * 1.8 + 32;
export const celsiusFromFahrenheit = (fahrenheit: number): number => (fahrenheit - 32) / 1.8;
export const milesFromKilometres = (kilometres: number): number => kilometres / KM_PER_MILE;
export const kilometresFromMiles = (miles: number): number => miles * KM_PER_MILE;

const POWERS = [1, 10, 100, 1000] as const;
/** Beyond this, whole numbers of thousandths are no longer exact. */
const LARGEST_QUICK = 1e9;

/** Digits of a value that is not negative. Reasons are written by the thousand; this is several times quicker than toFixed. */
const digits = (value: number, decimals: number): string => {
  const power = POWERS[decimals];
  if (power === undefined || !(value < LARGEST_QUICK)) return value.toFixed(decimals);
  const scaled = Math.round(value * power);
  if (decimals === 0) return String(scaled);
  const whole = Math.floor(scaled / power);
  return `${whole}.${String(scaled - whole * power).padStart(decimals, '0')}`;
};

/** A number with a fixed number of decimals and a real minus sign. */
export const figure = (value: number, decimals: number): string => {
  if (!(value < 0)) return digits(value, decimals);
  const text = digits(-value, decimals);
  return Number(text) === 0 ? text : `−${text}`;
};

/** A number that is written already, such as what was typed, with a real minus sign. */
export const withMinus = (text: string): string => text.replace(/^-/, '−');

/** Small currents are told apart by their hundredths, great ones are not read so. */
export const ampsDecimals = (amps: number): number => {
  if (Number.isInteger(amps) || Math.abs(amps) >= 20) return 0;
  return Math.abs(amps) < 2 ? 2 : 1;
};

/** Decimals by unit: as many as such a quantity is read with. Others are whole, or in tenths where they are not; small currents in hundredths. */
const DECIMALS: Readonly<Record<string, number>> = { V: 2, SG: 3, mΩ: 2, ratio: 2 };

/** A measured figure or its limit, without its unit, no more exact than such a quantity is read. */
export const measuredFigure = (value: number, unit: string): string =>
  figure(value, DECIMALS[unit] ?? (Number.isInteger(value) ? 0 : unit === 'A' && Math.abs(value) < 2 ? 2 : 1));

export const voltsText = (volts: number): string => `${figure(volts, 2)} V`;
export const ampsText = (amps: number): string => `${figure(amps, ampsDecimals(amps))} A`;
export const celsiusText = (celsius: number): string => `${figure(celsius, Number.isInteger(celsius) ? 0 : 1)} °C`;
export const hoursText = (hours: number): string => `${figure(hours, Number.isInteger(hours) ? 0 : 1)} h`;
export const percentText = (percent: number): string => `${figure(percent, 0)} %`;
