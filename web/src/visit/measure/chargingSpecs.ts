import {
  alternatorsOf,
  CHARGE_DROP_WAYS,
  chargeSide,
  leadsFor,
  pointName,
  ratedOutputAmps,
  type Unit,
} from '@vaktman/core';
import { ampsField, never, rpmField, voltsField, type MeasureSpec } from './spec';

const RUNNING = { alone: null, caution: 'running-engine', choices: [], idleMinutes: null, cranks: never } as const;

const WAY_WORDS = {
  'pile-at-alternator': 'pile at the alternator, engine off',
  'pile-at-bank': 'pile at the bank',
  loads: 'own loads',
} as const;

export const runningVoltsSpec = (unit: Unit, point: string): MeasureSpec => {
  const k = unit.systemVolts / 12;
  const half = unit.bank.batteries.some(({ position }) => position === point);
  return {
    ...RUNNING,
    title: point === 'bank' ? 'Running volts at the bank' : `Running volts of ${pointName(point)}`,
    how: [
      'Engine at 1500 rpm, everything switched off.',
      'Some regulators charge high for the first minutes: wait them out.',
    ],
    leads: () => leadsFor(unit, 'charge.volts', point),
    fields: () => [voltsField(half ? [12, 15.5] : [12 * k, 15.5 * k], 'Volts', false), rpmField],
    build: (values) => ({ step: 'charge.volts', point, volts: values['volts'] ?? 0, rpm: values['rpm'] ?? 0 }),
  };
};

export const riseSpec = (unit: Unit): MeasureSpec => {
  const k = unit.systemVolts / 12;
  return {
    ...RUNNING,
    title: 'Rise with every load on',
    how: ['Lamps, blower, heaters, beacons: everything on. Engine at 1500 to 2000 rpm.'],
    leads: () => leadsFor(unit, 'charge.rise', 'bank'),
    fields: () => [voltsField([11.5 * k, 15 * k], 'Volts', false), rpmField],
    build: (values) => ({ step: 'charge.rise', point: 'bank', volts: values['volts'] ?? 0, rpm: values['rpm'] ?? 0 }),
  };
};

export const chargeDropSpec = (unit: Unit, point: string): MeasureSpec => {
  const { side, alternator } = chargeSide(point);
  const rated =
    alternator === null
      ? ratedOutputAmps(unit)
      : (alternatorsOf(unit).find(({ id }) => id === alternator)?.ratedAmps ?? null);
  const whose = alternator === null ? '' : ` of ${alternator}`;
  return {
    ...RUNNING,
    title: side === 'positive' ? `Positive charging cable${whose}` : `Ground side of ${alternator ?? 'the alternator'}`,
    how: [
      `Engine at governed speed, pile across the bank as demand${rated === null ? '' : `: about ${rated} A`}. Or engine off, the pile at the B+ stud and its ground.`,
      'Read volts and amps together, then pile to zero at once.',
    ],
    leads: () => leadsFor(unit, 'charge.drop', point),
    fields: () => [
      voltsField([-1, 1.5 * (unit.systemVolts / 12)]),
      ampsField('Amps flowing', [0.3 * (rated ?? 100), 1.4 * (rated ?? 300)]),
    ],
    choices: [
      {
        key: 'by',
        label: 'Drawn by',
        options: CHARGE_DROP_WAYS.map((way) => [way, WAY_WORDS[way]] as const),
        initial: 'pile-at-bank',
      },
    ],
    build: (values, { by }) => ({
      step: 'charge.drop',
      point,
      volts: values['volts'] ?? 0,
      amps: values['amps'] ?? 0,
      by: by as (typeof CHARGE_DROP_WAYS)[number],
    }),
  };
};

export const outputSpec = (unit: Unit, point: string): MeasureSpec => {
  const rated = alternatorsOf(unit).find(({ id }) => id === point)?.ratedAmps;
  return {
    ...RUNNING,
    title: `Output of ${point}`,
    how: [
      'Engine at governed speed. Zero the clamp, set it to peak hold.',
      'Turn the pile up until the amps rise no more, briefly, then pile to zero at once.',
    ],
    leads: () => leadsFor(unit, 'charge.output', point),
    fields: () => [
      {
        key: 'peakAmps',
        label: 'Peak amps',
        unit: 'A',
        min: -3000,
        max: 3000,
        usual: [0.3 * (rated ?? 60), 1.3 * (rated ?? 300)],
      },
    ],
    choices: [
      {
        key: 'speed',
        label: 'Engine speed',
        options: [
          ['governed', 'governed speed'],
          ['slower', 'slower'],
        ],
        initial: 'governed',
      },
    ],
    build: (values, { speed }) => ({
      step: 'charge.output',
      point,
      peakAmps: values['peakAmps'] ?? 0,
      governedSpeed: speed === 'governed',
    }),
  };
};

export const rechargeSpec = (unit: Unit, point: string): MeasureSpec => ({
  ...RUNNING,
  title: `Recharge current of ${point === 'bank' ? 'the bank' : pointName(point)}`,
  how: [
    'Idle ten minutes with nothing switched on. The current falls as the bank fills.',
    'Zero the clamp, then read.',
  ],
  leads: () => leadsFor(unit, 'charge.recharge', point),
  fields: () => [
    ampsField('Amps into it', [0, 60]),
    { key: 'minutes', label: 'Minutes at idle', unit: 'min', min: 0, max: 600, usual: [1, 40] },
    {
      ...voltsField([12 * (unit.systemVolts / 12), 15.5 * (unit.systemVolts / 12)], 'Bank volts', false),
      optional: true,
    },
  ],
  choices: [
    {
      key: 'loads',
      label: 'Loads',
      options: [
        ['off', 'all off'],
        ['some', 'some on'],
      ],
      initial: 'off',
    },
  ],
  idleMinutes: 10,
  build: (values, { loads }) => ({
    step: 'charge.recharge',
    point,
    amps: values['amps'] ?? 0,
    minutes: values['minutes'] ?? 0,
    loads: loads === 'some' ? 'some' : 'off',
    ...(values['volts'] == null ? {} : { volts: values['volts'] }),
  }),
});

export const rippleSpec = (unit: Unit, point: string): MeasureSpec => ({
  ...RUNNING,
  title: point === 'bank' ? 'Ripple at the bank' : `Ripple at ${point}`,
  how: ['Meter on AC volts. Engine at 1500 rpm, head lamps and blower on.'],
  leads: () => leadsFor(unit, 'charge.ripple', point),
  fields: () => [
    { key: 'acVolts', label: 'AC volts', unit: 'V', min: 0, max: 40, usual: [0, 1.5 * (unit.systemVolts / 12)] },
  ],
  build: (values) => ({ step: 'charge.ripple', point, acVolts: values['acVolts'] ?? 0 }),
});

export const fieldSpec = (unit: Unit): MeasureSpec => ({
  ...RUNNING,
  title: 'Volts lost in the field supply',
  how: ['Only with a regulator outside the alternator. Key on, engine off.'],
  leads: () => leadsFor(unit, 'charge.field', 'regulator'),
  fields: () => [voltsField([-0.5, 2])],
  build: (values) => ({ step: 'charge.field', point: 'regulator', volts: values['volts'] ?? 0 }),
});
