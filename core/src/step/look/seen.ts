import { failed, NO_LIMIT, passed, type Outcome, type Trouble } from '../../judging/verdict';

/** Every trouble seen fails the look; the reasons are joined. */
export const seen = (troubles: readonly Trouble[], sound: string): Outcome =>
  troubles.length === 0
    ? passed(NO_LIMIT, sound)
    : failed(NO_LIMIT, troubles.map((t) => t.because).join(' '), troubles);

/** Answers in one line; what was not asked or is as it should be is left out. */
export const answersText = (...answers: readonly (string | undefined)[]): string =>
  answers.filter((answer) => answer !== undefined && answer !== 'none' && answer !== 'unseen').join(', ');
