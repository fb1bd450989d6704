import * as z from 'zod';
import { NO_LEADS } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { stepRecord } from '../../judging/stepRecord';
import { trouble, type Outcome } from '../../judging/verdict';
import { positions } from '../../unit/points';
import { answersText, seen } from './seen';

export const caseLookReading = readingOf('look.case', {
  condition: z.enum(['sound', 'bulged', 'cracked', 'leaking']),
  electrolyte: z.enum(['covered', 'low', 'unseen']).optional(),
  fluid: z.enum(['clear', 'dark', 'speckled', 'unseen']).optional(),
});
export type CaseLookReading = z.infer<typeof caseLookReading>;

export const judgeCaseLook = ({
  point,
  condition,
  electrolyte,
  fluid,
}: Pick<CaseLookReading, 'point' | 'condition' | 'electrolyte' | 'fluid'>): Outcome =>
  seen(
    [
      ...(condition === 'sound'
        ? []
        : [trouble('battery.case', point, `The case is ${condition}: neither load nor charge it.`)]),
      ...(electrolyte === 'low'
        ? [
            trouble(
              'battery.low-electrolyte',
              point,
              'Electrolyte is under the plates: top up with distilled water to just cover, charge, look again.',
            ),
          ]
        : []),
      ...(fluid === 'dark' || fluid === 'speckled'
        ? [trouble('battery.shedding', point, `The fluid is ${fluid}: the plates shed.`)]
        : []),
    ],
    'Case sound.',
  );

export const caseLook = stepRecord(caseLookReading, {
  stage: 'look',
  title: 'Battery case',
  points: positions,
  judge: judgeCaseLook,
  restsOnItself: true,
  words: ({ condition, electrolyte, fluid }) =>
    answersText(
      condition,
      electrolyte === 'low' ? 'plates bare' : undefined,
      fluid === 'dark' || fluid === 'speckled' ? `fluid ${fluid}` : undefined,
    ),
  leads: () => NO_LEADS,
  owes: ({ facts }) => positions(facts.unit),
});
