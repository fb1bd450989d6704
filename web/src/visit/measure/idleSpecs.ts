import { leadsFor, type Unit } from '@vaktman/core';
import { never, rpmField, voltsField, type MeasureSpec } from './spec';

const SHEET = { alone: null, choices: [], idleMinutes: null, cranks: never } as const;

export const standingSpec = (unit: Unit, point: string): MeasureSpec => ({
  ...SHEET,
  title: `Standing volts of ${point}`,
  how: ['Engine off. Its B+ stud must have what the bank has: nothing flows, so nothing may be lost.'],
  leads: () => leadsFor(unit, 'charge.standing', point),
  caution: 'eyes-hands',
  fields: () => [voltsField([0, 14 * (unit.systemVolts / 12)])],
  build: (values) => ({ step: 'charge.standing', point, volts: values['volts'] ?? 0 }),
});

export const idleSpec = (unit: Unit): MeasureSpec => {
  const k = unit.systemVolts / 12;
  return {
    ...SHEET,
    title: 'Volts at idle',
    how: ['Engine at idle. First with everything switched on, then with everything off.'],
    leads: () => leadsFor(unit, 'charge.idle', 'bank'),
    caution: 'running-engine',
    fields: () => [voltsField([10 * k, 15.5 * k], 'Volts', false), rpmField],
    choices: [
      {
        key: 'loads',
        label: 'Loads',
        options: [
          ['on', 'every load on'],
          ['off', 'all off'],
        ],
        initial: 'on',
      },
    ],
    build: (values, { loads }) => ({
      step: 'charge.idle',
      point: 'bank',
      volts: values['volts'] ?? 0,
      rpm: values['rpm'] ?? 0,
      loads: loads === 'off' ? 'off' : 'on',
    }),
  };
};

const bypass = (unit: Unit, step: 'charge.fullField' | 'charge.regulator', point: string, title: string, how: string) =>
  ({
    ...SHEET,
    title,
    how: [how, 'Engine at 1200 to 2000 rpm, at most 5 s. Let go at 16 V for each 12 V. Only as the maker allows it.'],
    leads: () => leadsFor(unit, step, point),
    caution: 'running-engine',
    fields: () => [
      { ...voltsField([10, 16 * (unit.systemVolts / 12)], 'Before', false), key: 'voltsBefore' },
      { ...voltsField([10, 16 * (unit.systemVolts / 12)], 'After', false), key: 'voltsAfter' },
      rpmField,
    ],
    build: (values) => ({
      step,
      point,
      voltsBefore: values['voltsBefore'] ?? 0,
      voltsAfter: values['voltsAfter'] ?? 0,
      rpm: values['rpm'] ?? 0,
    }),
  }) satisfies MeasureSpec;

export const fullFieldSpec = (unit: Unit, point: string): MeasureSpec =>
  bypass(unit, 'charge.fullField', point, `Full field, ${point}`, 'Feed the field straight from the bank.');
export const regulatorSpec = (unit: Unit, point: string): MeasureSpec =>
  bypass(unit, 'charge.regulator', point, 'Regulator bypassed', 'Bridge the external regulator.');

export const fuseSpec = (unit: Unit, point: string): MeasureSpec => ({
  ...SHEET,
  title: `Sense fuse of ${point}`,
  how: ['Key on. Each side of the fuse against ground: both must read alike.'],
  leads: () => leadsFor(unit, 'look.fuse', point),
  caution: 'eyes-hands',
  fields: () => [
    { ...voltsField([0, 15 * (unit.systemVolts / 12)], 'Before the fuse', false), key: 'supplyVolts' },
    { ...voltsField([0, 15 * (unit.systemVolts / 12)], 'Behind the fuse', false), key: 'loadVolts' },
  ],
  build: (values) => ({
    step: 'look.fuse',
    point,
    supplyVolts: values['supplyVolts'] ?? 0,
    loadVolts: values['loadVolts'] ?? 0,
  }),
});
