import * as z from 'zod';
import { blockedByUnsafeBattery } from './caseLook';
import { NO_LEADS } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { trouble } from '../../judging/verdict';
import { seen } from './seen';

const lampReading = readingOf('look.lamp', {
  keyOn: z.enum(['lit', 'dark']),
  running: z.enum(['lit', 'dark']),
});

/** The running volts, by name: their record rests on the look. */
const RUNNING_VOLTS = { step: 'charge.volts' };

const LAMP_TROUBLE: Readonly<Record<string, string>> = {
  'dark dark': 'The charge lamp stays dark with key on: bulb, fuse or exciter wire.',
  'lit lit': 'The charge lamp stays lit with the engine running: charging does not reach it.',
  'dark lit': 'The charge lamp is dark with key on and lit running: its wiring or the exciter is at fault.',
};

export const lamp = stepRecord(lampReading, {
  stage: 'look',
  title: 'Charge lamp',
  minutes: 0.5,
  hands: 1,
  points: fixed('dash'),
  judge: ({ keyOn, running }, scene) => {
    const because = LAMP_TROUBLE[`${keyOn} ${running}`];
    const volts = scene.outcome(RUNNING_VOLTS, 'bank')?.verdict;
    // Lit while running it is a symptom: what it tells of is read before the lamp itself is repaired.
    const isSymptom = running === 'lit' && volts !== 'pass' && volts !== 'marginal';
    return seen(
      because === undefined ? [] : [trouble('charge.lamp', 'dash', because, isSymptom ? 'recheck' : undefined)],
      'Charge lamp lit with key on, dark running.',
    );
  },
  words: ({ keyOn, running }) => `key on ${keyOn}, running ${running}`,
  leads: () => NO_LEADS,
  blocked: blockedByUnsafeBattery,
  tellsOfRunning: () => true,
});
