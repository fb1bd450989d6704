import {
  figure,
  leadsFor,
  RATING_STANDARDS,
  TESTER_CLAMPS,
  TESTER_RESULTS,
  type RatingStandard,
  type TesterReading,
  type Unit,
} from '@vaktman/core';
import type { EntryField } from '../../control/keypadEntry';
import { never, voltsField, type MeasureSpec } from './spec';

const QUIET = { alone: null, caution: 'ground-first', idleMinutes: null, cranks: never } as const;

const RESULT_WORDS: Readonly<Record<TesterReading['result'], string>> = {
  good: 'good',
  'good-recharge': 'good, recharge',
  'charge-retest': 'charge, test again',
  replace: 'replace',
  'bad-cell': 'bad cell',
};
const CLAMP_WORDS: Readonly<Record<TesterReading['clamps'], string>> = {
  posts: 'on the posts',
  clamps: 'on the clamps',
  remote: 'on a remote post',
};

export const testerSpec = (unit: Unit, point: string): MeasureSpec => {
  const rated = unit.bank.batteries.find(({ position }) => position === point)?.rating;
  return {
    ...QUIET,
    title: `A tester's own word on battery ${point}`,
    how: [
      'Its clamps on the posts themselves, both jaws biting. Set it to what the label says.',
      'It condemns on its second word only, with the clamps set afresh.',
    ],
    leads: () => leadsFor(unit, 'battery.tester', point),
    fields: () => [
      { key: 'measured', label: 'It shows', unit: 'A', min: 0, max: 5000, optional: true },
      { key: 'healthPercent', label: 'Health', unit: '%', min: 0, max: 150, optional: true },
      { ...voltsField([6, 15], 'Volts', false), optional: true },
    ],
    choices: [
      {
        key: 'result',
        label: 'It says',
        options: TESTER_RESULTS.map((result) => [result, RESULT_WORDS[result]] as const),
        initial: 'good',
      },
      {
        key: 'clamps',
        label: 'Clamps',
        options: TESTER_CLAMPS.map((clamps) => [clamps, CLAMP_WORDS[clamps]] as const),
        initial: 'posts',
      },
      {
        key: 'standard',
        label: 'Standard',
        options: RATING_STANDARDS.map((standard) => [standard, standard] as const),
        initial: rated?.standard ?? 'SAE',
      },
    ],
    build: (values, { result, clamps, standard }) => ({
      step: 'battery.tester',
      point,
      result: result as TesterReading['result'],
      clamps: clamps as TesterReading['clamps'],
      ...(values['measured'] == null ? {} : { measured: values['measured'], standard: standard as RatingStandard }),
      ...(values['healthPercent'] == null ? {} : { healthPercent: values['healthPercent'] }),
      ...(values['volts'] == null ? {} : { volts: values['volts'] }),
    }),
  };
};

export const milliohmSpec = (unit: Unit, point: string, firstMilliohms?: number): MeasureSpec => ({
  ...QUIET,
  title: `Milliohms of battery ${point}`,
  how: [
    'Probes on the posts themselves. It supports the load test and never takes its place.',
    ...(firstMilliohms === undefined ? [] : [`It had ${figure(firstMilliohms, 2)} mΩ when it was first read.`]),
  ],
  leads: () => leadsFor(unit, 'battery.milliohm', point),
  fields: () => [{ key: 'milliohms', label: 'Milliohms', unit: 'mΩ', min: 0, max: 1000, usual: [1, 30] }],
  choices: [],
  build: (values) => ({
    step: 'battery.milliohm',
    point,
    milliohms: values['milliohms'] ?? 0,
    ...(firstMilliohms === undefined ? {} : { firstMilliohms }),
  }),
});

const SECONDS: EntryField = { key: 'seconds', label: 'Held for', unit: 's', min: 0, max: 86_400, usual: [1, 20] };

export const fixedLoadSpec = (unit: Unit, point: string): MeasureSpec => ({
  ...QUIET,
  title: `Battery ${point} under a tester's own load`,
  how: ['Press no longer than its maker says. Type the limit it prints: without it nothing is judged.'],
  leads: () => leadsFor(unit, 'battery.fixedLoad', point),
  fields: () => [
    voltsField([4, 13], 'Volts', false),
    SECONDS,
    { ...voltsField([4, 13], "The tester's limit", false), key: 'limitVolts', optional: true },
  ],
  choices: [],
  build: (values) => ({
    step: 'battery.fixedLoad',
    point,
    volts: values['volts'] ?? 0,
    seconds: values['seconds'] ?? 0,
    ...(values['limitVolts'] == null ? {} : { limitVolts: values['limitVolts'] }),
  }),
});
