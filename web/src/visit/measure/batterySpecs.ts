import {
  CHEMISTRIES,
  CHEMISTRY_WORDS,
  leadsFor,
  RATING_STANDARDS,
  type Chemistry,
  type RatingStandard,
  type Unit,
  present,
} from '@vaktman/core';
import { ALONE, always, never, voltsField, type MeasureSpec } from './spec';

const batteryAt = (unit: Unit, point: string) =>
  present(unit.bank.batteries.find(({ position }) => position === point));

export const caseLeakSpec = (unit: Unit, point: string): MeasureSpec => ({
  title: `Leakage over the case of battery ${point}`,
  how: ['Drag the red probe over the dry-looking case top. Keep the highest volts.'],
  leads: () => leadsFor(unit, 'battery.caseLeak', point),
  alone: null,
  caution: 'eyes-hands',
  fields: () => [voltsField([0, 5])],
  choices: [],
  idleMinutes: null,
  cranks: never,
  build: (values) => ({ step: 'battery.caseLeak', point, volts: values['volts'] ?? 0 }),
});

export const conductanceSpec = (unit: Unit, point: string): MeasureSpec => {
  const battery = batteryAt(unit, point);
  const rated = battery.rating;
  return {
    title: `Conductance of battery ${point}`,
    how: [
      `Set the tester to what the label says${rated === undefined ? '' : `: ${rated.value} A ${rated.standard}, ${battery.chemistry}`}. Clamps on the posts, both jaws biting.`,
      'A doubtful result is repeated with the clamps set afresh.',
    ],
    leads: () => leadsFor(unit, 'battery.conductance', point),
    alone: null,
    caution: 'ground-first',
    fields: () => [
      {
        key: 'measured',
        label: 'Measured',
        unit: 'A',
        min: 0,
        max: 5000,
        usual: [0.3 * (rated?.value ?? 500), 1.4 * (rated?.value ?? 1200)],
      },
    ],
    choices: [
      {
        key: 'standard',
        label: 'Standard',
        options: RATING_STANDARDS.map((standard) => [standard, standard] as const),
        initial: rated?.standard ?? 'SAE',
      },
      {
        key: 'setTo',
        label: 'Tester set to',
        options: CHEMISTRIES.map((chemistry) => [chemistry, CHEMISTRY_WORDS[chemistry]] as const),
        initial: battery.chemistry,
      },
    ],
    idleMinutes: null,
    cranks: never,
    build: (values, { standard, setTo }) => ({
      step: 'battery.conductance',
      point,
      measured: values['measured'] ?? 0,
      standard: standard as RatingStandard,
      setTo: setTo as Chemistry,
    }),
  };
};

export const starterLoadSpec = (unit: Unit, batteryC: number | null): MeasureSpec => {
  const k = unit.systemVolts / 12;
  const crank = (number: number) => ({
    key: `crank${number}`,
    label: `Start ${number}, lowest`,
    unit: 'V',
    min: -40,
    max: 40,
    usual: [6 * k, 12.6 * k] as const,
  });
  return {
    title: 'The starter as the load',
    how: [
      'Meter at the bank on minimum and maximum hold. Start, let it run 5 s, stop; three times.',
      'Write down the lowest volts of each start, and the highest volts running.',
    ],
    leads: () => leadsFor(unit, 'battery.starterLoad', 'bank'),
    alone: ALONE,
    caution: 'running-engine',
    fields: () => [
      crank(1),
      crank(2),
      crank(3),
      {
        key: 'runningVolts',
        label: 'Running, highest',
        unit: 'V',
        optional: true,
        min: -40,
        max: 40,
        usual: [12 * k, 15.5 * k],
      },
    ],
    choices: [
      {
        key: 'hold',
        label: 'Read as',
        options: [
          ['lowest', 'lowest held'],
          ['settled', 'settled'],
        ],
        initial: 'lowest',
      },
    ],
    idleMinutes: null,
    cranks: always,
    build: (values, { hold }) => ({
      step: 'battery.starterLoad',
      point: 'bank',
      ...(hold === 'settled' ? { hold: 'settled' as const } : {}),
      lowestVolts: [values['crank1'] ?? 0, values['crank2'] ?? 0, values['crank3'] ?? 0],
      ...(values['runningVolts'] == null ? {} : { runningVolts: values['runningVolts'] }),
      ...(batteryC === null ? {} : { batteryC }),
    }),
  };
};
