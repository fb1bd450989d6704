import {
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react';
import { askPassphrase } from '../session/confirming';
import { changesIn, signedOut } from '../session/sessionSlice';
import { serverAnswered, shownAsOf } from '../shift/shiftSlice';
import { failureOf } from './failure';

/** What this device keeps for a shift without network: fetched once it is needed. */
const keptAnswers = async () => (await import('../shift/keptAnswers')).keptAnswers;

const asked = fetchBaseQuery({ baseUrl: '/api', timeout: 20_000 });

// Kinds of problems as the contract names them, written out to keep that out of the first view.
const CONFIRM = '/problems/confirm';
const SIGNED_OUT = '/problems/signed-out';

/**
 * Asks the server; while it is out of reach what this device keeps stands in for it, with its age. What wants the passphrase once more is asked for again once that was given; that nobody is signed in any
 * more is told to the whole application.
 */
export const baseQuery: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError> = async (args, api, options) => {
  const asOf = changesIn(api.getState());
  const first = await asked(args, api, options);
  if (first.error === undefined) {
    api.dispatch(serverAnswered());
    return first;
  }
  const failure = failureOf(first.error);
  const isAway = failure.kind === 'unreached' || failure.details.status >= 502;
  if (isAway && api.type === 'query') {
    const path = typeof args === 'string' ? args : args.url;
    // A browser that keeps nothing says why the server could not be asked.
    const kept = await keptAnswers()
      .then(async (answers) => answers.at(path))
      .catch(() => null);
    if (kept !== null) {
      api.dispatch(shownAsOf(kept.atMs));
      return { data: kept.body };
    }
  }
  const type = failure.kind === 'refused' ? failure.details.type : '';
  if (type === SIGNED_OUT) api.dispatch(signedOut(asOf));
  if (type === CONFIRM && (await askPassphrase(api.dispatch))) return asked(args, api, options);
  return first;
};
