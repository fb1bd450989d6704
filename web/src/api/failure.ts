import type { ProblemDetails } from '@vaktman/contract';
import type { SerializedError } from '@reduxjs/toolkit';
import type { FetchBaseQueryError } from '@reduxjs/toolkit/query';

/** Why a request did not come through: refused with reasons, or not reached at all. */
export type Failure =
  | { readonly kind: 'refused'; readonly details: ProblemDetails }
  | { readonly kind: 'unreached'; readonly words: string };

/** Told from what a proxy or another program answers by its title and its list of problems. */
const isProblemDetails = (body: unknown): body is ProblemDetails =>
  typeof body === 'object' &&
  body !== null &&
  'title' in body &&
  typeof body.title === 'string' &&
  'status' in body &&
  typeof body.status === 'number' &&
  (!('problems' in body) || body.problems === undefined || Array.isArray(body.problems));

export const failureOf = (error: FetchBaseQueryError | SerializedError): Failure => {
  if ('data' in error) {
    const details = typeof error.data === 'string' ? parsed(error.data) : error.data;
    if (isProblemDetails(details)) return { kind: 'refused', details };
  }
  if ('status' in error && error.status === 'PARSING_ERROR')
    return { kind: 'unreached', words: 'Something else answered in place of the server.' };
  if ('status' in error && typeof error.status === 'number')
    return { kind: 'unreached', words: `The server failed (${error.status}).` };
  return { kind: 'unreached', words: 'The server does not answer.' };
};

const parsed = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
};

export const isNotFound = (error: FetchBaseQueryError | SerializedError | undefined): boolean =>
  error !== undefined && 'status' in error && error.status === 404;

/** Why a request did not come through, as one line to show beside what was asked for. */
export const problemText = (error: FetchBaseQueryError | SerializedError): string => {
  const failure = failureOf(error);
  if (failure.kind === 'unreached') return failure.words;
  const { title, problems = [] } = failure.details;
  return problems.length === 0 ? title : problems.map(({ message }) => message).join('; ');
};

/** Why a view cannot be shown, in words for a whole sheet: what the server said, or that it does not answer. */
export const failedWords = (error: FetchBaseQueryError | SerializedError | undefined): string =>
  error === undefined ? 'The server does not answer.' : problemText(error);
