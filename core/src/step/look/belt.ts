import * as z from 'zod';
import { NO_LEADS } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { marginal, NO_LIMIT, passed, trouble, type Outcome } from '../../judging/verdict';
import { seen } from './seen';

export const beltReading = readingOf('look.belt', {
  condition: z.enum(['sound', 'loose', 'worn', 'cracked', 'glazed', 'missing']),
});
export type BeltReading = z.infer<typeof beltReading>;

export const judgeBelt = ({ condition }: Pick<BeltReading, 'condition'>): Outcome => {
  if (condition === 'sound') return passed(NO_LIMIT, 'Belt and tensioner are sound.');
  const found = [trouble('belt.drive', 'drive', `The belt is ${condition}: it may slip under load.`)];
  return condition === 'worn' ? marginal(NO_LIMIT, found[0]!.because, found) : seen(found, '');
};

export const belt = stepRecord(beltReading, {
  stage: 'look',
  title: 'Belt and tensioner',
  points: fixed('drive'),
  judge: judgeBelt,
  restsOnItself: true,
  words: ({ condition }) => condition,
  leads: () => NO_LEADS,
  owes: fixed('drive'),
});
