import { clampAmps } from '@vaktman/core';
import type { EntryField, EntryValues } from '../control/keypadEntry';

/** What the meter shows with nothing in the jaws, millivolts. */
export const ZERO_KEY = 'clampZeroMv';

const isAmps = ({ unit }: EntryField): boolean => unit === 'A';

/** True where a clamp is read among these numbers. */
export const readsClamp = (fields: readonly EntryField[]): boolean => fields.some(isAmps);

/** The numbers to type with the clamp's amps as the millivolts its meter shows, and its zero beside them. */
export const asMillivolts = (fields: readonly EntryField[], millivoltsPerAmp: number): readonly EntryField[] => {
  const millivolts = fields.map((field): EntryField => {
    if (!isAmps(field)) return field;
    const { usual, ...rest } = field;
    return {
      ...rest,
      unit: 'mV',
      min: field.min * millivoltsPerAmp,
      max: field.max * millivoltsPerAmp,
      ...(field.initial === undefined || field.initial === ''
        ? {}
        : { initial: String(Number(field.initial) * millivoltsPerAmp) }),
      ...(usual === undefined ? {} : { usual: [usual[0] * millivoltsPerAmp, usual[1] * millivoltsPerAmp] as const }),
    };
  });
  const zero: EntryField = {
    key: ZERO_KEY,
    label: 'With nothing in the jaws',
    unit: 'mV',
    optional: true,
    signed: true,
    min: -1000,
    max: 1000,
  };
  return [...millivolts, zero];
};

/** What was typed in millivolts, in amps. */
export const inAmps = (
  { [ZERO_KEY]: zero = null, ...values }: EntryValues,
  fields: readonly EntryField[],
  millivoltsPerAmp: number,
): EntryValues =>
  Object.fromEntries(
    Object.entries(values).map(([key, value]) => [
      key,
      value === null || !fields.some((field) => field.key === key && isAmps(field))
        ? value
        : Number(clampAmps(value, millivoltsPerAmp, zero ?? 0).toFixed(3)),
    ]),
  );
