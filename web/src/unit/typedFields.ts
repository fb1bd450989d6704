import { parseDecimal } from '@vaktman/core';

/** What is known, as a field shows it. */
export const text = (value: string | number | undefined): string => (value === undefined ? '' : String(value));

/** A key with its value; nothing where there is none. */
export const filled = <Key extends string, Value>(key: Key, value: Value | undefined): { [K in Key]?: Value } =>
  value === undefined ? {} : ({ [key]: value } as { [K in Key]: Value });

/** A word as typed; nothing where only spaces were. */
export const word = (value: string): string | undefined => (value.trim() === '' ? undefined : value.trim());

/** A number as typed; nothing where nothing was, NaN where it is none. */
export const number = (value: string): number | undefined => (value.trim() === '' ? undefined : parseDecimal(value));

/** What of a group was filled in; nothing when nothing was. */
export const group = <Key extends string>(
  key: Key,
  entries: Readonly<Record<string, unknown>>,
): { [K in Key]?: unknown } =>
  Object.keys(entries).length === 0 ? {} : ({ [key]: entries } as { [K in Key]: unknown });
