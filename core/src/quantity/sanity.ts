import * as z from 'zod';

/**
 * What an instrument on a 12 or 24 V machine can possibly show. A value beyond these is a slipped decimal or a wrong
 * range, and is never stored. Physics of the machines served, rounded outwards.
 */
export const SANITY = {
  volts: { min: -40, max: 40, unit: 'V' },
  amps: { min: -3000, max: 3000, unit: 'A' },
  specificGravity: { min: 1.0, max: 1.4, unit: 'SG' },
  celsius: { min: -60, max: 90, unit: '°C' },
  rpm: { min: 0, max: 10000, unit: 'rpm' },
  seconds: { min: 0, max: 86400, unit: 's' },
  minutes: { min: 0, max: 10080, unit: 'min' },
  hours: { min: 0, max: 87600, unit: 'h' },
} as const;

export type SaneQuantity = keyof typeof SANITY;

const saneNumber = (quantity: SaneQuantity) => {
  const { min, max, unit } = SANITY[quantity];
  const expected = `expected a number from ${min} to ${max} ${unit}`;
  return z.number({ error: expected }).min(min, { error: expected }).max(max, { error: expected });
};

export const saneVolts = saneNumber('volts');
export const saneAmps = saneNumber('amps');
export const saneGravity = saneNumber('specificGravity');
export const saneCelsius = saneNumber('celsius');
export const saneRpm = saneNumber('rpm');
export const saneSeconds = saneNumber('seconds');
export const saneMinutes = saneNumber('minutes');
export const saneHours = saneNumber('hours');
