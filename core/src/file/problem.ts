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
  // A number that is none would be written as null.
  const text = typeof value === 'number' ? String(value) : (JSON.stringify(value) ?? String(value));
  return text.length > LONGEST_VALUE ? `${text.slice(0, LONGEST_VALUE)} …` : text;
};

const KINDS: Readonly<Record<string, string>> = {
  number: 'a number',
  int: 'a whole number',
  string: 'a text',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
  record: 'an object',
};

/** What is counted of a text or a list; a number is compared itself. */
const counted = (origin: string, count: number | bigint): string => {
  if (origin === 'string') return count === 1 ? ' letter' : ' letters';
  if (origin === 'array') return count === 1 ? ' entry' : ' entries';
  return '';
};

/** What is expected, in our words; null where the schema says it in its own. */
const expectation = (issue: z.core.$ZodIssue): string | null => {
  if (!/^(Invalid input|Too small|Too big): /.test(issue.message)) return null;
  switch (issue.code) {
    case 'invalid_type': {
      const kind = KINDS[issue.expected];
      return kind === undefined ? null : `expected ${kind}`;
    }
    case 'too_small':
      return `expected ${issue.exact === true ? 'exactly' : issue.inclusive === false ? 'more than' : 'at least'} ${issue.minimum}${counted(issue.origin, issue.minimum)}`;
    case 'too_big':
      return `expected ${issue.exact === true ? 'exactly' : issue.inclusive === false ? 'less than' : 'at most'} ${issue.maximum}${counted(issue.origin, issue.maximum)}`;
    default:
      return null;
  }
};

const worded = (issue: z.core.$ZodIssue, input: unknown): string => {
  if (issue.code === 'custom') return issue.message;
  const message =
    expectation(issue) ?? issue.message.replace(/^Invalid (input|option): /, '').replace(/, received .*$/, '');
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
