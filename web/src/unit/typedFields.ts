/** What is known, as a field shows it. */
export const text = (value: string | number | undefined): string => (value === undefined ? '' : String(value));

/** A key with its value; nothing where there is none. */
export const filled = <Key extends string, Value>(key: Key, value: Value | undefined): { [K in Key]?: Value } =>
  value === undefined ? {} : ({ [key]: value } as { [K in Key]: Value });

/** What of a group was filled in; nothing when nothing was. */
export const group = <Key extends string>(
  key: Key,
  entries: Readonly<Record<string, unknown>>,
): { [K in Key]?: unknown } =>
  Object.keys(entries).length === 0 ? {} : ({ [key]: entries } as { [K in Key]: unknown });
