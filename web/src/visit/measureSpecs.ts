import type { Caution } from '@vaktman/contract';
import {
  alternatorsOf,
  batteriesInOrder,
  isSeriesBank,
  ratedOutputAmps,
  strings,
  type Reading,
  type Unit,
} from '@vaktman/core';
import type { EntryField, EntryValues } from '../control/Keypad';

type Measured = Extract<
  Reading,
  { step: 'start.drop' | 'start.crankVolts' | 'charge.volts' | 'charge.drop' | 'charge.output' | 'charge.recharge' }
>;
export type MeasureStepName = Measured['step'];
export type NewMeasured = Measured extends infer R ? (R extends Measured ? Omit<R, 'id' | 'at'> : never) : never;

/** How one measurement is taken: what to do, where the probes go, what to type. */
export interface MeasureSpec {
  readonly title: string;
  readonly how: readonly string[];
  /** What each probe touches; null where a clamp does the reading. */
  readonly red: string | null;
  readonly black: string | null;
  readonly clamp: string | null;
  readonly alone: string | null;
  readonly caution: Caution;
  readonly fields: readonly EntryField[];
  readonly choice: {
    readonly label: string;
    readonly options: readonly (readonly [value: string, words: string])[];
    readonly initial: string;
  } | null;
  /** Minutes at idle before the reading means anything. */
  readonly idleMinutes: number | null;
  readonly build: (values: EntryValues, choice: string) => NewMeasured;
}

/** The bank's own ends: the first battery's positive post and the last one's negative post. */
const bankEnds = (unit: Unit): { plus: string; minus: string } => {
  const row = isSeriesBank(unit.bank) ? strings(unit.bank)[0]! : batteriesInOrder(unit.bank);
  const last = isSeriesBank(unit.bank) ? row.at(-1)! : row[0]!;
  return {
    plus: `post ${row[0]!.position} +, the post, not the clamp`,
    minus: `post ${last.position} −, the post, not the clamp`,
  };
};

const volts = (usual: readonly [number, number]): EntryField => ({
  key: 'volts',
  label: 'Volts',
  unit: 'V',
  signed: true,
  min: -40,
  max: 40,
  usual,
});
const amps = (label: string, usual: readonly [number, number]): EntryField => ({
  key: 'amps',
  label,
  unit: 'A',
  min: -3000,
  max: 3000,
  usual,
});

const starterDrop = (unit: Unit, point: string): MeasureSpec => {
  const ends = bankEnds(unit);
  const positive = point === 'positive';
  const ground =
    unit.starter?.groundReturn === 'block'
      ? 'the engine block beside the starter, bare metal'
      : 'the starter ground stud, bare metal';
  return {
    title: positive ? 'Positive starter cable' : 'Ground side of the starter',
    how: [
      unit.systemVolts === 24
        ? 'Pile rated for 24 V across the starter: B+ to its ground. Never a 12 V pile across 24 V; without one, read while cranking.'
        : 'Pile across the starter: B+ to its ground. Draw 500 A for a moment.',
      'Read volts and amps together, then pile to zero at once.',
    ],
    red: positive ? ends.plus : ground,
    black: positive ? 'the starter B+ stud, not the lug' : ends.minus,
    clamp: 'the load lead, arrow to the pile',
    alone: null,
    caution: 'load-heat',
    fields: [volts([-1 * (unit.systemVolts / 12), 1.5 * (unit.systemVolts / 12)]), amps('Amps drawn', [250, 600])],
    choice: {
      label: 'Read',
      options: [
        ['pile', 'with the pile'],
        ['crank', 'while cranking'],
      ],
      initial: 'pile',
    },
    idleMinutes: null,
    build: (values, by) => ({
      step: 'start.drop',
      point,
      volts: values['volts'] ?? 0,
      by: by === 'crank' ? 'crank' : 'pile',
      ...(values['amps'] == null ? {} : { amps: values['amps'] }),
    }),
  };
};

const runningVolts = (unit: Unit, point: string): MeasureSpec => {
  const ends = bankEnds(unit);
  const k = unit.systemVolts / 12;
  const alternator = alternatorsOf(unit).find(({ id }) => id === point);
  const battery = unit.bank.batteries.find(({ position }) => position === point);
  return {
    title:
      alternator === undefined
        ? battery === undefined
          ? 'Running volts at the bank'
          : `Running volts of battery ${point}`
        : `Running volts at ${point}`,
    how: [
      'Engine at 1500 rpm, everything switched off.',
      'Some regulators charge high for the first minutes: wait them out.',
    ],
    red: alternator === undefined ? (battery === undefined ? ends.plus : `post ${point} +`) : 'the B+ stud',
    black:
      alternator === undefined
        ? battery === undefined
          ? ends.minus
          : `post ${point} −`
        : alternator.ground === 'stud'
          ? 'its ground stud'
          : 'its case, bare metal',
    clamp: null,
    alone: null,
    caution: 'running-engine',
    fields: [
      volts(battery === undefined ? [12 * k, 15.5 * k] : [12, 15.5]),
      { key: 'rpm', label: 'Engine speed', unit: 'rpm', min: 0, max: 10000, usual: [500, 2600] },
    ],
    choice: null,
    idleMinutes: null,
    build: (values) => ({ step: 'charge.volts', point, volts: values['volts'] ?? 0, rpm: values['rpm'] ?? 0 }),
  };
};

const chargeDrop = (unit: Unit, point: string): MeasureSpec => {
  const ends = bankEnds(unit);
  const positive = point === 'positive';
  const rated = ratedOutputAmps(unit);
  const ground =
    alternatorsOf(unit)[0]?.ground === 'stud' ? 'the alternator ground stud' : 'the alternator case, bare metal';
  return {
    title: positive ? 'Positive charging cable' : 'Ground side of the alternator',
    how: [
      `Engine at governed speed, pile across the bank as demand${rated === null ? '' : `: about ${rated} A`}.`,
      'Read volts and amps together, then pile to zero at once.',
    ],
    red: positive ? 'the alternator B+ stud, not the lug' : ends.minus,
    black: positive ? ends.plus : ground,
    clamp: 'the cable at the alternator B+, arrow to the bank',
    alone: null,
    caution: 'running-engine',
    fields: [
      volts([-1, 1.5 * (unit.systemVolts / 12)]),
      amps('Amps flowing', [0.3 * (rated ?? 100), 1.4 * (rated ?? 300)]),
    ],
    choice: null,
    idleMinutes: null,
    build: (values) => ({
      step: 'charge.drop',
      point: positive ? 'positive' : 'negative',
      volts: values['volts'] ?? 0,
      amps: values['amps'] ?? 0,
    }),
  };
};

const output = (unit: Unit, point: string): MeasureSpec => {
  const rated = alternatorsOf(unit).find(({ id }) => id === point)?.ratedAmps;
  return {
    title: `Output of ${point}`,
    how: [
      'Engine at governed speed. Zero the clamp, set it to peak hold.',
      'Turn the pile up until the amps rise no more, briefly, then pile to zero at once.',
    ],
    red: null,
    black: null,
    clamp: 'the cable at the B+ stud, arrow to the bank',
    alone: null,
    caution: 'running-engine',
    fields: [
      {
        key: 'peakAmps',
        label: 'Peak amps',
        unit: 'A',
        min: -3000,
        max: 3000,
        usual: [0.3 * (rated ?? 60), 1.3 * (rated ?? 300)],
      },
    ],
    choice: {
      label: 'Engine speed',
      options: [
        ['governed', 'governed speed'],
        ['slower', 'slower'],
      ],
      initial: 'governed',
    },
    idleMinutes: null,
    build: (values, speed) => ({
      step: 'charge.output',
      point,
      peakAmps: values['peakAmps'] ?? 0,
      governedSpeed: speed === 'governed',
    }),
  };
};

const recharge = (point: string): MeasureSpec => ({
  title:
    point === 'bank'
      ? 'Recharge current of the bank'
      : point.startsWith('set:')
        ? `Recharge current of set ${point.slice(4)}`
        : `Recharge current of battery ${point}`,
  how: [
    'Idle ten minutes with nothing switched on. The current falls as the bank fills.',
    'Zero the clamp, then read.',
  ],
  red: null,
  black: null,
  clamp:
    point === 'bank' ? 'all leads of one bank post together, arrow into the bank' : 'one lead, arrow into the battery',
  alone: null,
  caution: 'running-engine',
  fields: [
    amps('Amps into it', [0, 60]),
    { key: 'minutes', label: 'Minutes at idle', unit: 'min', min: 0, max: 600, usual: [1, 40] },
  ],
  choice: {
    label: 'Loads',
    options: [
      ['off', 'all off'],
      ['some', 'some on'],
    ],
    initial: 'off',
  },
  idleMinutes: 10,
  build: (values, loads) => ({
    step: 'charge.recharge',
    point,
    amps: values['amps'] ?? 0,
    minutes: values['minutes'] ?? 0,
    loads: loads === 'some' ? 'some' : 'off',
  }),
});

const crankVolts = (unit: Unit, point: string): MeasureSpec => {
  const ends = bankEnds(unit);
  const k = unit.systemVolts / 12;
  return {
    title: point === 'bank' ? 'Cranking volts at the bank' : 'Cranking volts at the starter',
    how: ['Starting disabled the way the maker says. Crank 3 s; read the settled volts, 1.5 to 3 s after contact.'],
    red: point === 'bank' ? ends.plus : 'the starter B+ stud',
    black: point === 'bank' ? ends.minus : 'the starter ground stud or case',
    clamp: null,
    alone: 'One cranks, one reads. Alone: minimum hold on the meter, and enter it as the lowest.',
    caution: 'running-engine',
    fields: [volts([6 * k, 12.6 * k])],
    choice: {
      label: 'Read as',
      options: [
        ['settled', 'settled'],
        ['lowest', 'lowest held'],
      ],
      initial: 'settled',
    },
    idleMinutes: null,
    build: (values, hold) => ({
      step: 'start.crankVolts',
      point,
      volts: values['volts'] ?? 0,
      hold: hold === 'lowest' ? 'lowest' : 'settled',
    }),
  };
};

/** How a step is measured at a point of this unit. */
export const measureSpec = (unit: Unit, step: MeasureStepName, point: string): MeasureSpec => {
  switch (step) {
    case 'start.drop':
      return starterDrop(unit, point);
    case 'start.crankVolts':
      return crankVolts(unit, point);
    case 'charge.volts':
      return runningVolts(unit, point);
    case 'charge.drop':
      return chargeDrop(unit, point);
    case 'charge.output':
      return output(unit, point);
    case 'charge.recharge':
      return recharge(point);
  }
};

const NAMES: readonly string[] = [
  'start.drop',
  'start.crankVolts',
  'charge.volts',
  'charge.drop',
  'charge.output',
  'charge.recharge',
] satisfies MeasureStepName[];
export const isMeasureStep = (step: string): step is MeasureStepName => NAMES.includes(step);
