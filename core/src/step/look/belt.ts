import { present } from '../../quantity/present';
import * as z from 'zod';
import { NO_LEADS } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { marginal, NO_LIMIT, trouble, type Outcome } from '../../judging/verdict';
import { answersText, seen } from './seen';

export const beltReading = readingOf('look.belt', {
  condition: z.enum(['sound', 'loose', 'worn', 'cracked', 'glazed', 'missing']),
  speed: z.enum(['holds', 'slips']).optional().describe('By a mark or a tachometer on the pulley'),
});
type BeltReading = z.infer<typeof beltReading>;

const judgeBelt = ({ condition, speed }: BeltReading): Outcome => {
  const slips = trouble('belt.drive', 'drive', 'The pulley does not hold its speed: the belt slips.');
  if (condition === 'sound') return seen(speed === 'slips' ? [slips] : [], 'Belt and tensioner are sound.');
  const found = [trouble('belt.drive', 'drive', `The belt is ${condition}: it may slip under load.`)];
  if (speed === 'slips') return seen([...found, slips], '');
  return condition === 'worn' ? marginal(NO_LIMIT, present(found[0]).because, found) : seen(found, '');
};

export const belt = stepRecord(beltReading, {
  stage: 'look',
  title: 'Belt and tensioner',
  minutes: 2,
  hands: 1,
  points: fixed('drive'),
  judge: judgeBelt,
  restsOnItself: true,
  words: ({ condition, speed }) => answersText(condition, speed === undefined ? undefined : `speed ${speed}`),
  leads: () => NO_LEADS,
  owes: fixed('drive'),
});
