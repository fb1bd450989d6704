/** Temperature scales and distances a user may choose to read in; everything inside is Celsius and kilometres. */
export type TemperatureUnit = 'C' | 'F';
export type DistanceUnit = 'km' | 'mi';

const KM_PER_MILE = 1.609344;

export const fahrenheitFromCelsius = (celsius: number): number => celsius * 1.8 + 32;
export const celsiusFromFahrenheit = (fahrenheit: number): number => (fahrenheit - 32) / 1.8;
export const milesFromKilometres = (kilometres: number): number => kilometres / KM_PER_MILE;
export const kilometresFromMiles = (miles: number): number => miles * KM_PER_MILE;

/** A number with a fixed number of decimals and a real minus sign. */
export const figure = (value: number, decimals: number): string => {
  const text = Math.abs(value).toFixed(decimals);
  return value < 0 && Number(text) !== 0 ? `−${text}` : text;
};

export const voltsText = (volts: number): string => `${figure(volts, 2)} V`;
export const ampsText = (amps: number): string =>
  `${figure(amps, Math.abs(amps) < 20 && !Number.isInteger(amps) ? 1 : 0)} A`;
export const celsiusText = (celsius: number): string => `${figure(celsius, Number.isInteger(celsius) ? 0 : 1)} °C`;
export const percentText = (percent: number): string => `${figure(percent, 0)} %`;
