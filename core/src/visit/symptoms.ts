import type { Symptom } from '../file/visitFile';
import type { ReadStep } from '../step/catalogue';
import { stepEntry } from '../step/catalogue';
import { alternatorIds, positions } from '../unit/points';
import type { Unit } from '../unit/unit';
import type { Place } from './obligation';

/** A symptom as whoever drove the machine would say it. */
export const SYMPTOM_WORDS: Readonly<Record<Symptom, string>> = {
  'slow-crank': 'cranks slowly',
  'no-crank': 'does not crank',
  clicks: 'only clicks',
  'spins-free': 'starter spins free',
  'flat-after-standing': 'flat after standing',
  'dim-lamps': 'lamps are dim',
  'bright-lamps': 'lamps too bright',
  'lamp-lit': 'charge lamp lit',
  'gauge-low': 'gauge reads low',
  'gauge-high': 'gauge reads high',
  squeal: 'belt squeals',
  'acid-smell': 'smells of acid',
  'warm-only': 'only when warm',
  'replaced-again': 'part replaced again',
};

/** What is read first for a symptom, and why. */
interface FirstReads {
  readonly steps: readonly (ReadStep | readonly [step: ReadStep, point: string])[];
  readonly why: string;
}

const STARTING: FirstReads = {
  steps: [['start.walk', 'attempt']],
  why: 'the walk finds where the volts end before anything is replaced',
};
const CHARGING: FirstReads = {
  steps: [
    'look.belt',
    'look.alternator',
    'charge.standing',
    'look.fuse',
    ['charge.volts', 'bank'],
    'charge.volts',
    'charge.drop',
    'charge.output',
  ],
  why: 'belt, fuses and cables make a sound alternator look weak',
};
const HIGH: FirstReads = {
  steps: ['look.alternator', ['charge.volts', 'bank'], 'charge.drop', 'charge.field'],
  why: 'sense lead and cables make a sound regulator charge too high',
};

const FIRST: Readonly<Record<Symptom, FirstReads>> = {
  'slow-crank': {
    steps: ['battery.openCircuit', 'look.joint', 'start.crankVolts', 'start.drop', 'battery.load'],
    why: 'charge, joints and cables slow a sound starter',
  },
  'no-crank': STARTING,
  clicks: STARTING,
  'spins-free': { ...STARTING, why: 'a free starter has volts: look at pinion and ring gear' },
  'flat-after-standing': {
    steps: ['battery.caseLeak', ['battery.drain', 'bank'], 'look.lamp', ['charge.volts', 'bank']],
    why: 'something takes the charge while it stands, or nothing puts it back',
  },
  'dim-lamps': CHARGING,
  'lamp-lit': CHARGING,
  'gauge-low': CHARGING,
  'bright-lamps': HIGH,
  'gauge-high': HIGH,
  'acid-smell': HIGH,
  squeal: {
    steps: ['look.belt', ['charge.recharge', 'bank']],
    why: 'a belt slips when it is worn, or when the bank never stops taking current',
  },
  'warm-only': {
    steps: [['charge.volts', 'bank']],
    why: 'read cold, then again after ten minutes, wiggling every cable',
  },
  'replaced-again': {
    steps: [['charge.recharge', 'bank'], 'charge.drop', ['battery.drain', 'bank']],
    why: 'what killed the last part kills the next one',
  },
};

/** Points of a step that a symptom asks for: each battery, each alternator, both sides, and the posts of the bank. */
const pointsOf = (step: ReadStep, unit: Unit): readonly string[] => {
  const all = stepEntry(step).points(unit);
  if (step === 'look.joint')
    return all.filter((point) => positions(unit).some((position) => point.startsWith(position)));
  return step === 'charge.volts' ? alternatorIds(unit) : all;
};

/** Places a complaint is begun with, in the order its symptoms set, and why each; the rest of the visit comes after. */
export const symptomPlaces = (
  unit: Unit,
  symptoms: readonly string[],
): readonly (Place & { readonly because: string })[] => {
  const places = (Object.keys(FIRST) as Symptom[])
    .filter((symptom) => symptoms.includes(symptom))
    .flatMap((symptom) =>
      FIRST[symptom].steps.flatMap((asked) => {
        const [step, points] = typeof asked === 'string' ? [asked, pointsOf(asked, unit)] : [asked[0], [asked[1]]];
        return points.map((point) => ({
          step,
          point,
          because: `"${SYMPTOM_WORDS[symptom]}": ${FIRST[symptom].why}.`,
        }));
      }),
    );
  const seen = new Set<string>();
  return places.filter(({ step, point }) => {
    const key = `${step}@${point}`;
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
};
