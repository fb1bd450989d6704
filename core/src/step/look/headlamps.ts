import * as z from 'zod';
import { blockedByUnsafeBattery } from './caseLook';
import { NO_LEADS } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { inconclusive, marginal, NO_LIMIT, trouble } from '../../judging/verdict';

/** Head lamps once the engine runs, against before. */
const headlampsReading = readingOf('look.headlamps', { running: z.enum(['brighten', 'same', 'dim']) });

/** The running volts, by name: their record rests on the look. */
const RUNNING_VOLTS = { step: 'charge.volts' };

export const headlamps = stepRecord(headlampsReading, {
  stage: 'look',
  title: 'Head lamps once running',
  minutes: 1,
  hands: 1,
  points: fixed('dash'),
  judge: ({ running }, scene) => {
    if (running === 'brighten')
      return inconclusive(
        NO_LIMIT,
        'The head lamps brighten: something charges, how well they cannot tell.',
        'Read the running volts at the bank.',
      );
    const because = `The head lamps ${running === 'dim' ? 'grow dimmer' : 'stay as they were'} once running: nothing shows that it charges.`;
    const volts = scene.outcome(RUNNING_VOLTS, 'bank')?.verdict;
    const isSettled = volts !== undefined && volts !== 'inconclusive';
    return marginal(NO_LIMIT, because, isSettled ? [] : [trouble('charge.no-sign', 'dash', because, 'recheck')]);
  },
  words: ({ running }) => `${running} once running`,
  leads: () => NO_LEADS,
  blocked: blockedByUnsafeBattery,
  tellsOfRunning: () => true,
});
