import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';

/** Guesses under which a passphrase is one of those that are tried first, by the estimator's own scale of 0 to 4. */
const LEAST_SCORE = 2;
/** Longer ones are long enough, and estimating them takes long too. */
const LOOKED_AT = 60;

const estimator = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });

/** True when a passphrase is among the first that somebody would try: common words, runs and repeats of keys, one's own name. */
export const isCommon = (passphrase: string, own: readonly string[]): boolean =>
  estimator.check(passphrase.slice(0, LOOKED_AT), [...own]).score < LEAST_SCORE;
