import * as z from 'zod';
import { NO_LEADS } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { stepRecord } from '../../judging/stepRecord';
import { failed, inconclusive, marginal, NO_LIMIT, trouble } from '../../judging/verdict';
import { positions } from '../../unit/points';

/** The indicator eye in a battery's lid: it shows one cell of six. */
const eyeReading = readingOf('look.eye', { shows: z.enum(['charged', 'low', 'fluid-low', 'unseen']) });

export const eye = stepRecord(eyeReading, {
  stage: 'look',
  title: 'Indicator eye',
  minutes: 0.5,
  hands: 1,
  points: positions,
  judge: ({ point, shows }) => {
    if (shows === 'low') {
      const because = 'The eye shows low: charge, rest, read its volts.';
      return marginal(NO_LIMIT, because, [trouble('battery.low-charge', point, because)]);
    }
    if (shows === 'fluid-low') {
      const because = 'The eye shows too little fluid: where the caps open, top up with distilled water to just cover.';
      return failed(NO_LIMIT, because, [trouble('battery.low-electrolyte', point, because)]);
    }
    return inconclusive(
      NO_LIMIT,
      shows === 'charged' ? 'The eye shows one cell of six only.' : 'The eye could not be seen.',
      'Read the open-circuit volts.',
    );
  },
  restsOnItself: true,
  words: ({ shows }) => shows.replace('-', ' '),
  leads: () => NO_LEADS,
});
