import type * as z from 'zod';
import { latest, type VisitFacts } from '../../judging/facts';
import type { BaseReading, ReadingSchema } from '../../judging/readingBase';
import { failed, NO_LIMIT, passed, type Outcome, type Trouble } from '../../judging/verdict';

/** Every trouble seen fails the look; the reasons are joined. */
export const seen = (troubles: readonly Trouble[], sound: string): Outcome =>
  troubles.length === 0
    ? passed(NO_LIMIT, sound)
    : failed(NO_LIMIT, troubles.map((t) => t.because).join(' '), troubles);

/** Answers in one line; what was not asked or is as it should be is left out. */
export const answersText = (...answers: readonly (string | undefined)[]): string =>
  answers.filter((answer) => answer !== undefined && answer !== 'none' && answer !== 'unseen').join(', ');

/** Points at which a look is owed: what was tried and could not be seen is not asked for again. */
export const unseenLeftOut = <Schema extends ReadingSchema & z.ZodType<BaseReading & { readonly condition: string }>>(
  facts: VisitFacts,
  schema: Schema,
  points: readonly string[],
): readonly string[] => points.filter((point) => latest(facts, schema, point)?.condition !== 'unseen');
