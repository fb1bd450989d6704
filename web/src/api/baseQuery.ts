import {
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react';
import { askPassphrase } from '../session/confirming';
import { signedOut } from '../session/sessionSlice';
import { failureOf } from './failure';

const asked = fetchBaseQuery({ baseUrl: '/api', timeout: 20_000 });

// Kinds of problems as the contract names them, written out to keep that out of the first view.
const CONFIRM = '/problems/confirm';
const SIGNED_OUT = '/problems/signed-out';

/**
 * Asks the server. What wants the passphrase once more is asked for again once that was given; that nobody is signed in any
 * more is told to the whole application.
 */
export const baseQuery: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError> = async (args, api, options) => {
  const first = await asked(args, api, options);
  if (first.error === undefined) return first;
  const failure = failureOf(first.error);
  const type = failure.kind === 'refused' ? failure.details.type : '';
  if (type === SIGNED_OUT) api.dispatch(signedOut());
  if (type === CONFIRM && (await askPassphrase(api.dispatch))) return asked(args, api, options);
  return first;
};
