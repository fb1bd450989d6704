import * as z from 'zod';
import { NO_LEADS } from '../../judging/leads';
import { latest } from '../../judging/facts';
import { unseenLeftOut } from './seen';
import { readingOf } from '../../judging/readingBase';
import type { Blocked, Scene } from '../../judging/scene';
import { stepRecord } from '../../judging/stepRecord';
import { trouble, type Outcome, type Trouble } from '../../judging/verdict';
import { wholeText } from '../../quantity/text';
import { positions } from '../../unit/points';
import { answersText, seen } from './seen';

const CASE_CONDITIONS = ['sound', 'bulged', 'cracked', 'leaking', 'frozen', 'unseen'] as const;

const caseLookReading = readingOf('look.case', {
  condition: z.enum(CASE_CONDITIONS),
  also: z.array(z.enum(CASE_CONDITIONS)).max(5).optional().describe('Further conditions of the same case'),
  why: wholeText().max(500).optional().describe('Why it could not be seen'),
  electrolyte: z.enum(['covered', 'low', 'unseen']).optional(),
  fluid: z.enum(['clear', 'dark', 'speckled', 'unseen']).optional(),
});
type CaseLookReading = z.infer<typeof caseLookReading>;
type Seen = Pick<CaseLookReading, 'point' | 'condition' | 'also' | 'electrolyte' | 'fluid'>;

/** Everything that was seen on the case itself, apart from sound and unseen. */
export const damagesSeen = ({ condition, also = [] }: Pick<Seen, 'condition' | 'also'>): readonly string[] =>
  [...new Set([condition, ...also])].filter((seenThere) => seenThere !== 'sound' && seenThere !== 'unseen');

const troublesOf = (reading: Seen): readonly Trouble[] => {
  const { point, electrolyte, fluid } = reading;
  const damaged = damagesSeen(reading).filter((damage) => damage !== 'frozen');
  return [
    ...(damagesSeen(reading).includes('frozen')
      ? [trouble('battery.frozen', point, 'It is frozen: warm it before anything else, neither load nor charge it.')]
      : []),
    ...damaged.map((damage) => trouble('battery.case', point, `The case is ${damage}: neither load nor charge it.`)),
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
  ];
};

/** What was not seen is neither good nor bad: it is not judged, and not asked for again. */
const judgeCaseLook = (reading: Seen): Outcome | null => {
  const troubles = troublesOf(reading);
  return reading.condition === 'unseen' && troubles.length === 0 ? null : seen(troubles, 'Case sound.');
};

export const caseLook = stepRecord(caseLookReading, {
  stage: 'look',
  title: 'Battery case',
  minutes: 1,
  hands: 1,
  points: positions,
  judge: judgeCaseLook,
  restsOnItself: true,
  words: ({ condition, also = [], why, electrolyte, fluid }) =>
    answersText(
      condition === 'unseen' ? `not seen${why === undefined ? '' : `: ${why}`}` : condition,
      ...also,
      electrolyte === 'low' ? 'plates bare' : undefined,
      fluid === 'dark' || fluid === 'speckled' ? `fluid ${fluid}` : undefined,
    ),
  leads: () => NO_LEADS,
  owes: ({ facts }) => (facts.isQuick ? [] : unseenLeftOut(facts, caseLookReading, positions(facts.unit))),
});

/** What was seen of a battery that keeps it from being loaded or charged, in words; null when nothing was. */
export const isUnsafe = (scene: Scene, position: string): string | null =>
  scene.outcome(caseLook, position)?.troubles.find(({ code }) => code === 'battery.case' || code === 'battery.frozen')
    ?.because ?? null;

const STOPS_THE_BANK: ReadonlySet<string> = new Set(['cracked', 'leaking', 'frozen']);

/**
 * While a cracked, leaking or frozen battery sits in the bank, nothing draws on or charges it: no pile at starter or
 * alternator, no cranking, no running.
 */
export const blockedByUnsafeBattery = (scene: Scene): Blocked | null => {
  for (const position of positions(scene.facts.unit)) {
    const reading = latest(scene.facts, caseLookReading, position);
    const stops = reading === null ? undefined : damagesSeen(reading).find((damage) => STOPS_THE_BANK.has(damage));
    if (stops !== undefined)
      return {
        because: `Battery ${position} is ${stops}: make it safe first, then go on with the bank.`,
        unblock: { step: caseLook.step, point: position },
      };
  }
  return null;
};
