import type { Dispatch } from '@reduxjs/toolkit';
import { passphraseAsked } from './sessionSlice';

/** Requests that wait for the passphrase. One sheet asks for all of them. */
let waiting: ((given: boolean) => void)[] = [];

/** Asks on screen for the passphrase once more. @returns whether it was given and was right */
export const askPassphrase = async (dispatch: Dispatch): Promise<boolean> =>
  new Promise((resolve) => {
    waiting.push(resolve);
    dispatch(passphraseAsked(true));
  });

/** Tells what waits whether the passphrase was given; the sheet is put away. */
export const answerPassphrase = (dispatch: Dispatch, given: boolean): void => {
  const told = waiting;
  waiting = [];
  dispatch(passphraseAsked(false));
  for (const tell of told) tell(given);
};
