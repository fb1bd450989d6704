import * as z from 'zod';
import { NO_LEADS } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { stepRecord } from '../../judging/stepRecord';
import { trouble } from '../../judging/verdict';
import { pointName } from '../../unit/pointName';
import { joints, positions } from '../../unit/points';
import { answersText, seen, unseenLeftOut } from './seen';

const jointLookReading = readingOf('look.joint', {
  condition: z.enum(['clean', 'corroded', 'loose', 'damaged', 'unseen']),
  deposit: z.enum(['none', 'white', 'blue-green', 'oxide']).optional(),
});

export const jointLook = stepRecord(jointLookReading, {
  stage: 'look',
  title: 'Joint',
  minutes: 0.5,
  hands: 1,
  points: joints,
  // What was not seen is neither good nor bad: it is not judged, and not asked for again.
  judge: ({ point, condition }) =>
    condition === 'unseen'
      ? null
      : seen(
          condition === 'clean'
            ? []
            : [trouble('joint.poor', point, `The joint at ${pointName(point)} is ${condition}.`)],
          'Joint clean and tight.',
        ),
  restsOnItself: true,
  words: ({ condition, deposit }) => answersText(condition === 'unseen' ? 'not seen' : condition, deposit),
  leads: () => NO_LEADS,
  owes: ({ facts }) =>
    facts.isQuick
      ? []
      : unseenLeftOut(
          facts,
          jointLookReading,
          positions(facts.unit).flatMap((position) => [`${position}+`, `${position}-`]),
        ),
});
