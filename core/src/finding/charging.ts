import type { FindingCode } from '../judging/findingCode';
import { latest } from '../judging/facts';
import type { Scene } from '../judging/scene';
import { cablesAreGood } from '../step/charging/chargeDrop';
import { field } from '../step/charging/field';
import { alternatorLook, alternatorLookReading } from '../step/look/alternatorLook';
import { fuse } from '../step/look/fuse';
import { alternatorsOf } from '../unit/bank';
import { chargeSidePoints } from '../unit/points';
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
/** How it shows at bank and dash that too little comes from the alternators. */
const NOT_ENOUGH: readonly FindingCode[] = ['charge.no-sign', 'charge.lamp', 'charge.idle-dropout', 'charge.low-rise'];

const aLostPhase: FindingRecord['separates'] = (subject) => [
  { step: 'charge.ripple', point: subject, why: 'a lost phase or diode' },
];

/** Everything that makes a sound regulator charge too high is read and good. */
const regulatorIsLeft = (scene: Scene): boolean =>
  alternatorsOf(scene.facts.unit).every(({ id, remoteSense, regulator }) => {
    const look = latest(scene.facts, alternatorLookReading, id);
    const fuseIsGood = look?.senseFuse === 'sound' || scene.outcome(fuse, id)?.verdict === 'pass';
    return (
      scene.outcome(alternatorLook, id)?.verdict === 'pass' &&
      (!remoteSense || fuseIsGood) &&
      cablesAreGood(scene, id) &&
      (regulator !== 'external' || scene.outcome(field, 'regulator')?.verdict === 'pass')
    );
  });

const regulatorPart = part(({ systemVolts }) => `Regulator, ${systemVolts} V`);

export const BELT = {
  'belt.drive': {
    words: () => 'Belt is not good',
    severity: 'repair',
    actions: both(
      one('adjust', () => 'Set the belt tension'),
      replacePart('belt'),
    ),
    part: part(() => 'Drive belt'),
    explains: () => ['alternator.low-volts', 'alternator.low-output', ...NOT_ENOUGH],
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
    // The regulator comes last: sense lead and fuse, cables and field supply are read and good before.
    severity: (scene) => (regulatorIsLeft(scene) ? 'repair' : 'recheck'),
    actions: both(
      one('adjust', () => 'Set the regulator'),
      replacePart('regulator'),
    ),
    part: regulatorPart,
  },
  'charge.no-sign': {
    words: () => 'Nothing shows that it charges',
    severity: 'recheck',
    isOwnMarginal: true,
    actions: repairPart('Read the running volts'),
    against: () => places(['charge.volts', 'bank']),
    separates: () => [{ step: 'charge.volts', point: 'bank', why: 'whether it charges' }],
  },
  'charge.idle-dropout': {
    words: () => 'Does not charge at idle',
    severity: 'recheck',
    isOwnMarginal: true,
    actions: both(
      one('adjust', () => 'Set the idle speed'),
      repairPart('Look at pulley, belt and excitation'),
    ),
    against: () => places(['charge.volts', 'bank']),
  },
  'charge.low-rise': {
    words: () => 'Does not keep up with its loads',
    severity: 'recheck',
    isOwnMarginal: true,
    actions: repairPart('Read the charging cables, then the output'),
    separates: (_, unit) =>
      chargeSidePoints(unit).map((point) => ({ step: 'charge.drop', point, why: 'cables or alternator' })),
  },
  'charge.regulator': {
    words: () => 'Regulator',
    severity: 'replace',
    actions: both(
      one('adjust', () => 'Set the regulator'),
      replacePart('regulator'),
    ),
    part: regulatorPart,
    explains: () => ['charge.overvoltage', 'alternator.low-volts', ...NOT_ENOUGH],
  },
  'charge.field': {
    words: () => 'Field supply loses volts',
    severity: 'repair',
    actions: repairPart('Repair the field supply'),
    explains: () => ['alternator.low-volts', 'alternator.low-output', ...NOT_ENOUGH],
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
    explains: (id) => [`alternator.low-volts@${id}`, `alternator.low-output@${id}`, ...NOT_ENOUGH],
  },
  'alternator.sense-fuse': {
    words: (at) => `Sense fuse of ${at} is blown`,
    severity: 'repair',
    actions: one('replace', (name) => `Replace the sense fuse of ${name}`),
    part: part(() => 'Sense fuse, rating by its holder'),
    explains: (id) => ['charge.overvoltage', `alternator.low-volts@${id}`, ...NOT_ENOUGH],
  },
  'alternator.low-volts': {
    words: (at) => `${at} gives too few volts`,
    severity: 'replace',
    explains: () => NOT_ENOUGH,
    ...wholeAlternator,
    against: (at) => places(['charge.output', at]),
    separates: aLostPhase,
  },
  'alternator.low-output': {
    words: (at) => `${at} gives too little output`,
    severity: 'replace',
    explains: () => NOT_ENOUGH,
    ...wholeAlternator,
    against: () => places(['charge.volts', 'bank'], ['charge.ripple', 'bank']),
    separates: aLostPhase,
  },
  'alternator.diode': {
    words: (at) => `Diode or phase lost in ${at}`,
    severity: 'replace',
    explains: (id) => [`alternator.low-output@${id}`, `alternator.low-volts@${id}`, ...NOT_ENOUGH],
    ...wholeAlternator,
    against: (at) => places(['charge.output', at]),
  },
} satisfies FindingGroup;
