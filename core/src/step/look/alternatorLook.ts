import * as z from 'zod';
import { NO_LEADS } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { stepRecord } from '../../judging/stepRecord';
import { trouble } from '../../judging/verdict';
import { alternatorIds } from '../../unit/points';
import { answersText, seen } from './seen';

export const alternatorLookReading = readingOf('look.alternator', {
  mount: z.enum(['sound', 'loose']),
  wiring: z.enum(['sound', 'damaged']),
  senseFuse: z.enum(['sound', 'blown']).optional(),
});

export const alternatorLook = stepRecord(alternatorLookReading, {
  stage: 'look',
  title: 'Alternator mounting, wiring and fuses',
  minutes: 2,
  hands: 1,
  points: alternatorIds,
  judge: ({ point, mount, wiring, senseFuse }) =>
    seen(
      [
        ...(mount === 'loose' ? [trouble('alternator.mount', point, 'The alternator mounting is loose.')] : []),
        ...(wiring === 'damaged'
          ? [trouble('alternator.wiring', point, 'Alternator wiring or plugs are damaged.')]
          : []),
        ...(senseFuse === 'blown'
          ? [trouble('alternator.sense-fuse', point, 'The sense fuse is blown: the regulator sees no bank.')]
          : []),
      ],
      'Mounting, wiring and fuses are sound.',
    ),
  restsOnItself: true,
  words: ({ mount, wiring, senseFuse }) =>
    answersText(`mount ${mount}`, `wiring ${wiring}`, senseFuse === undefined ? undefined : `sense fuse ${senseFuse}`),
  leads: () => NO_LEADS,
});
