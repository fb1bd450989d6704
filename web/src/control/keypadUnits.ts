import { fromReader, readerUnit, toReader, type ReaderUnits } from '@vaktman/core';
import type { EntryField, EntryValues } from './keypadEntry';

const tenths = (value: number): number => Math.round(value * 10) / 10;

/** Numbers to enter, each in the reader's unit. */
export const readerFields = (fields: readonly EntryField[], units: ReaderUnits): readonly EntryField[] =>
  fields.map((field) => {
    const { unit, min, max, usual, initial } = field;
    if (readerUnit(unit, units) === unit) return field;
    const read = (value: number): number => tenths(toReader(value, unit, units));
    return {
      ...field,
      unit: readerUnit(unit, units),
      min: read(min),
      max: read(max),
      ...(usual === undefined ? {} : { usual: [read(usual[0]), read(usual[1])] as const }),
      ...(initial === undefined || initial === '' ? {} : { initial: String(read(Number(initial))) }),
    };
  });

/** What was typed in the reader's units, in ours. */
export const ownValues = (fields: readonly EntryField[], values: EntryValues, units: ReaderUnits): EntryValues =>
  Object.fromEntries(
    fields.map(({ key, unit }) => {
      const value = values[key] ?? null;
      return [key, value === null ? null : fromReader(value, unit, units)];
    }),
  );
