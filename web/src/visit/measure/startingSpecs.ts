import { JOINT_MOMENTS, leadsFor, type ReadStep, type Unit } from '@vaktman/core';
import { ALONE, always, ampsField, voltsField, type MeasureSpec, type NewMeasured } from './spec';

const CRANK_ALONE = { alone: ALONE, caution: 'running-engine', cranks: always } as const;
const HOW_TO_CRANK =
  'Starting disabled the way the maker says. Crank 3 s; read the settled volts, 1.5 to 3 s after contact.';

export const starterDropSpec = (unit: Unit, point: string): MeasureSpec => {
  const k = unit.systemVolts / 12;
  const positive = point === 'positive';
  return {
    title: positive ? 'Positive starter cable' : 'Ground side of the starter',
    how: [
      unit.systemVolts === 24
        ? 'Pile rated for 24 V across the starter: B+ to its ground. Never a 12 V pile across 24 V; without one, read while cranking.'
        : 'Pile across the starter: B+ to its ground. Draw 500 A for a moment.',
      'Read volts and amps together, then pile to zero at once.',
    ],
    leads: ({ by }) => leadsFor(unit, 'start.drop', point, by === 'crank' ? 'crank' : 'pile'),
    alone: 'With the pile no second person is needed. While cranking: one cranks, one reads.',
    caution: 'load-heat',
    fields: ({ by }) => [
      voltsField([-1 * k, 1.5 * k]),
      // While cranking nobody reads the amps unless a clamp is on: they may be left out then.
      by === 'crank' ? ampsField('Crank amps', [50, 2500], true) : ampsField('Amps drawn', [250, 600]),
    ],
    choices: [
      {
        key: 'by',
        label: 'Read',
        options: [
          ['pile', 'with the pile'],
          ['crank', 'while cranking'],
        ],
        initial: 'pile',
      },
    ],
    idleMinutes: null,
    cranks: ({ by }) => by === 'crank',
    build: (values, { by }) => ({
      step: 'start.drop',
      point,
      volts: values['volts'] ?? 0,
      by: by === 'crank' ? 'crank' : 'pile',
      ...(values['amps'] == null ? {} : { amps: values['amps'] }),
    }),
  };
};

export const crankVoltsSpec = (unit: Unit, point: string): MeasureSpec => {
  const k = unit.systemVolts / 12;
  return {
    ...CRANK_ALONE,
    title: point === 'bank' ? 'Cranking volts at the bank' : 'Cranking volts at the starter',
    how: [HOW_TO_CRANK, 'The dip of the first moment is deeper and is not judged.'],
    leads: () => leadsFor(unit, 'start.crankVolts', point),
    fields: () => [voltsField([6 * k, 12.6 * k], 'Volts', false), ampsField('Crank amps', [50, 2500], true)],
    choices: [
      {
        key: 'hold',
        label: 'Read as',
        options: [
          ['settled', 'settled'],
          ['lowest', 'lowest held'],
        ],
        initial: 'settled',
      },
    ],
    idleMinutes: null,
    build: (values, { hold }) => ({
      step: 'start.crankVolts',
      point,
      volts: values['volts'] ?? 0,
      hold: hold === 'lowest' ? 'lowest' : 'settled',
      ...(values['amps'] == null ? {} : { amps: values['amps'] }),
    }),
  };
};

const crankingVolts = (
  unit: Unit,
  step: Extract<ReadStep, 'start.solenoid' | 'start.motor' | 'start.control' | 'start.switch'>,
  point: string,
  words: { title: string; how: string; usual: readonly [number, number] },
): MeasureSpec => ({
  ...CRANK_ALONE,
  title: words.title,
  how: [HOW_TO_CRANK, words.how],
  leads: () => leadsFor(unit, step, point),
  fields: () => [voltsField(words.usual)],
  choices: [],
  idleMinutes: null,
  build: (values): NewMeasured => ({ step, point, volts: values['volts'] ?? 0 }),
});

export const solenoidSpec = (unit: Unit, point: string): MeasureSpec =>
  crankingVolts(unit, 'start.solenoid', point, {
    title: 'Volts lost in the solenoid',
    how: 'At rest these two terminals read the whole bank; only what is read while cranking counts.',
    usual: [-1, 1.5],
  });
export const motorSpec = (unit: Unit, point: string): MeasureSpec =>
  crankingVolts(unit, 'start.motor', point, {
    title: 'Volts at the motor',
    how: 'What is left for the work after every loss.',
    usual: [5 * (unit.systemVolts / 12), 12 * (unit.systemVolts / 12)],
  });
export const controlSpec = (unit: Unit, point: string): MeasureSpec =>
  crankingVolts(unit, 'start.control', point, {
    title: 'Volts lost in the control wire',
    how: 'Key, interlocks, relay and wire together.',
    usual: [-1, 2],
  });
export const switchSpec = (unit: Unit, point: string): MeasureSpec =>
  crankingVolts(unit, 'start.switch', point, {
    title: 'Volts lost in the magnetic switch',
    how: 'Across its two large contacts, while somebody tries to crank.',
    usual: [-1, 1.5],
  });

/** What makes the current flow through a joint, and the amperes where a clamp is on. */
const JOINT_WORDS = { crank: 'cranking', pile: 'under the pile', charging: 'charging', rest: 'at rest' } as const;

export const jointSpec = (unit: Unit, point: string, name: string): MeasureSpec => {
  const isAlternators = point.startsWith('alternator.');
  return {
    title: `Volts lost at ${name}`,
    how: [
      'Across the joint alone: post to clamp, stud to lug, lug to bare metal.',
      'It means something only while current flows: at rest a good reading proves nothing.',
    ],
    leads: () => leadsFor(unit, 'start.joint', point),
    alone: ALONE,
    caution: 'running-engine',
    fields: () => [voltsField([-0.5, 1]), ampsField('Amps flowing', [20, 2500], true)],
    choices: [
      {
        key: 'during',
        label: 'Read',
        options: JOINT_MOMENTS.map((moment) => [moment, JOINT_WORDS[moment]] as const),
        initial: isAlternators ? 'charging' : 'crank',
      },
      {
        key: 'probes',
        label: 'Probes',
        options: [
          ['unchecked', 'set'],
          ['checked', 'looked at, they sit right'],
        ],
        initial: 'unchecked',
      },
    ],
    idleMinutes: null,
    cranks: ({ during }) => during === 'crank',
    build: (values, { during, probes }) => ({
      step: 'start.joint',
      point,
      volts: values['volts'] ?? 0,
      during: during as (typeof JOINT_MOMENTS)[number],
      ...(values['amps'] == null ? {} : { amps: values['amps'] }),
      ...(probes === 'checked' ? { probesChecked: true } : {}),
    }),
  };
};

export const linkSpec = (unit: Unit, point: string): MeasureSpec => ({
  title: `Volts lost in the link ${point}`,
  how: [
    unit.systemVolts === 24
      ? 'Post to post across the link, while cranking. By pile only with one rated for 24 V.'
      : 'Post to post across the link, while cranking or with the pile at 500 A.',
  ],
  leads: () => leadsFor(unit, 'start.link', point),
  alone: ALONE,
  caution: 'running-engine',
  fields: ({ during }) => [
    voltsField([-0.5, 1]),
    during === 'pile' ? ampsField('Amps drawn', [250, 600]) : ampsField('Crank amps', [50, 2500], true),
  ],
  choices: [
    {
      key: 'during',
      label: 'Read',
      options: [
        ['crank', 'while cranking'],
        ['pile', 'with the pile'],
      ],
      initial: 'crank',
    },
  ],
  idleMinutes: null,
  cranks: ({ during }) => during !== 'pile',
  build: (values, { during }) => ({
    step: 'start.link',
    point,
    volts: values['volts'] ?? 0,
    during: during === 'pile' ? 'pile' : 'crank',
    ...(values['amps'] == null ? {} : { amps: values['amps'] }),
  }),
});
