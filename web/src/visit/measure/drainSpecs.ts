import { circuitName, leadsFor, type Unit } from '@vaktman/core';
import { ampsField, never, type MeasureSpec } from './spec';

const PARKED = { alone: null, caution: 'memory-power', choices: [], idleMinutes: null, cranks: never } as const;

export const drainSpec = (unit: Unit): MeasureSpec => ({
  ...PARKED,
  title: 'Parked drain',
  how: [
    'Key off, doors shut, hood lamp out. Clamp round all leads of one bank post, zeroed first.',
    'Modules fall asleep one after the other: a high value is read again after half an hour.',
  ],
  leads: () => leadsFor(unit, 'battery.drain', 'bank'),
  fields: () => [
    ampsField('Amps out of the bank', [0, 2]),
    { key: 'minutesParked', label: 'Minutes since key off', unit: 'min', min: 0, max: 10_080, usual: [1, 240] },
  ],
  build: (values) => ({
    step: 'battery.drain',
    point: 'bank',
    amps: values['amps'] ?? 0,
    minutesParked: values['minutesParked'] ?? 0,
  }),
});

export const drainCircuitSpec = (unit: Unit, point: string): MeasureSpec => ({
  ...PARKED,
  title: `Circuit ${circuitName(point)} pulled`,
  how: ['Read before, pull its fuse, read after. Put it back before the next is pulled.'],
  leads: () => leadsFor(unit, 'battery.drainCircuit', point),
  fields: () => [
    { ...ampsField('Before', [0, 2]), key: 'ampsBefore' },
    { ...ampsField('After', [0, 2]), key: 'ampsAfter' },
  ],
  build: (values) => ({
    step: 'battery.drainCircuit',
    point,
    ampsBefore: values['ampsBefore'] ?? 0,
    ampsAfter: values['ampsAfter'] ?? 0,
  }),
});
