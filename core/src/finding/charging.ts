import { alternatorsOf } from '../unit/bank';
import type { Unit } from '../unit/unit';
import { alternatorExcuses } from './excuses';
import {
  both,
  one,
  part,
  places,
  repairPart,
  replaceOrOverhaul,
  replacePart,
  type FindingGroup,
  type FindingRecord,
  type OrderPart,
} from './record';

const alternatorPart = (unit: Unit, id: string): OrderPart => {
  const rated = alternatorsOf(unit).find((alternator) => alternator.id === id)?.ratedAmps;
  return {
    name: `Alternator, ${unit.systemVolts} V ${rated === undefined ? 'rating by the plate' : `${rated} A`}`,
    count: 1,
  };
};

/** What an alternator is excused by, and what takes its place. */
const wholeAlternator: Pick<FindingRecord, 'excuses' | 'actions' | 'part'> = {
  excuses: alternatorExcuses,
  actions: replaceOrOverhaul,
  part: alternatorPart,
};
const aLostPhase: FindingRecord['separates'] = (subject) => [
  { step: 'charge.ripple', point: subject, why: 'a lost phase or diode' },
];

export const BELT = {
  'belt.drive': {
    words: () => 'Belt is not good',
    severity: 'repair',
    actions: both(
      one('adjust', () => 'Set the belt tension'),
      replacePart('belt'),
    ),
    part: part(() => 'Drive belt'),
  },
} satisfies FindingGroup;

export const CHARGE = {
  'charge.lamp': {
    words: () => 'Charge lamp tells of a fault',
    severity: 'repair',
    actions: repairPart('Repair bulb, fuse or exciter wire'),
    against: () => places(['charge.volts', 'bank']),
  },
  'charge.overvoltage': {
    words: () => 'Charging volts too high',
    severity: 'repair',
    actions: both(
      one('adjust', () => 'Set the regulator'),
      replacePart('regulator'),
    ),
  },
  'charge.field': {
    words: () => 'Field supply loses volts',
    severity: 'repair',
    actions: repairPart('Repair the field supply'),
  },
} satisfies FindingGroup;

export const ALTERNATOR = {
  'alternator.mount': {
    words: (at) => `Mounting of ${at} is loose`,
    severity: 'repair',
    actions: one('tighten', (name) => `Tighten the mounting of ${name}`),
  },
  'alternator.wiring': {
    words: (at) => `Wiring of ${at} is damaged`,
    severity: 'repair',
    actions: one('other', (name) => `Repair the wiring of ${name}`),
  },
  'alternator.sense-fuse': {
    words: (at) => `Sense fuse of ${at} is blown`,
    severity: 'repair',
    actions: one('replace', (name) => `Replace the sense fuse of ${name}`),
  },
  'alternator.low-volts': {
    words: (at) => `${at} gives too few volts`,
    severity: 'replace',
    ...wholeAlternator,
    against: (at) => places(['charge.output', at]),
    separates: aLostPhase,
  },
  'alternator.low-output': {
    words: (at) => `${at} gives too little output`,
    severity: 'replace',
    ...wholeAlternator,
    against: () => places(['charge.volts', 'bank'], ['charge.ripple', 'bank']),
    separates: aLostPhase,
  },
  'alternator.diode': {
    words: (at) => `Diode or phase lost in ${at}`,
    severity: 'replace',
    ...wholeAlternator,
    against: (at) => places(['charge.output', at]),
  },
} satisfies FindingGroup;
