import type * as z from 'zod';

/** One thing wrong with an input: where, and what is expected there. */
export interface Problem {
  readonly path: string;
  readonly message: string;
}

/** Writes a path as `a.b[0].c`; the whole input is `$`. */
export const pathText = (path: readonly PropertyKey[]): string => {
  const text = path
    .map((key) => (typeof key === 'number' ? `[${key}]` : `.${String(key)}`))
    .join('')
    .replace(/^\./, '');
  return text === '' ? '$' : text;
};

const valueAt = (input: unknown, path: readonly PropertyKey[]): unknown => {
  let value = input;
  for (const key of path) {
    if (typeof value !== 'object' || value === null) return undefined;
    value = (value as Record<PropertyKey, unknown>)[key];
  }
  return value;
};

const LONGEST_VALUE = 60;

const received = (value: unknown): string => {
  const text = JSON.stringify(value) ?? String(value);
  return text.length > LONGEST_VALUE ? `${text.slice(0, LONGEST_VALUE)} …` : text;
};

const worded = (issue: z.core.$ZodIssue, input: unknown): string => {
  const message = issue.message.replace(/^Invalid (input|option): /, '').replace(/, received .*$/, '');
  if (issue.code === 'custom') return issue.message;
  const value = valueAt(input, issue.path);
  if (value === undefined) return `missing, ${message.startsWith('expected') ? message : `expected: ${message}`}`;
  return `${message}, received ${received(value)}`;
};

/**
 * Every issue of a failed parse as a path and a sentence. An unknown key is named itself.
 * @param input what was parsed, so that the received value can be told
 * @param under path of the parsed part within the whole input
 */
export const problemsOf = (error: z.ZodError, input: unknown, under: readonly PropertyKey[] = []): Problem[] =>
  error.issues.flatMap((issue): Problem[] => {
    const path = [...under, ...issue.path];
    if (issue.code === 'unrecognized_keys') {
      return issue.keys.map((key) => ({
        path: pathText([...path, key]),
        message: 'unknown key; expected only documented keys',
      }));
    }
    return [{ path: pathText(path), message: worded(issue, input) }];
  });
