import { starterExcuses } from './excuses';
import { both, ofBank, one, part, places, repairPart, replacePart, type FindingGroup } from './record';

const starterPart = part(({ systemVolts }) => `Starter, ${systemVolts} V`);

export const START = {
  'start.low-supply': {
    words: () => 'Starter gets too few volts',
    severity: 'recheck',
    actions: both(
      ofBank('recharge', 'Recharge the bank, let it rest'),
      one('clean', () => 'Clean and tighten the starter cables'),
    ),
    against: () => places(['start.drop', 'positive'], ['start.drop', 'negative'], ['start.crankVolts', 'bank']),
    separates: () => [
      { step: 'start.drop', point: 'positive', why: 'cables or batteries' },
      { step: 'start.drop', point: 'negative', why: 'cables or batteries' },
      { step: 'start.crankVolts', point: 'bank', why: 'cables or batteries' },
    ],
  },
  'start.control-circuit': {
    words: () => 'Control circuit of the starter',
    severity: 'repair',
    actions: repairPart('Repair the control wire or its relay'),
  },
  'start.switch-supply': {
    words: () => 'Supply of the magnetic switch',
    severity: 'repair',
    actions: repairPart('Repair the supply wire or fuse of the magnetic switch'),
  },
  'start.magnetic-switch': {
    words: () => 'Magnetic switch',
    severity: 'replace',
    excuses: starterExcuses,
    actions: replacePart('magnetic switch'),
    part: part(({ systemVolts }) => `Magnetic switch, ${systemVolts} V`),
  },
} satisfies FindingGroup;

export const STARTER = {
  'starter.solenoid-contacts': {
    words: () => 'Solenoid contacts lose volts',
    severity: 'replace',
    // Bad joints and batteries only lower what was read across the contacts: they excuse nothing but the walk's guess.
    excuses: (scene, _subject, isOfWalk) => (isOfWalk ? starterExcuses(scene, _subject, isOfWalk) : []),
    actions: replacePart('solenoid or its contacts'),
    part: part(({ systemVolts }) => `Solenoid contacts, ${systemVolts} V`),
    mends: () => ['contacts'],
  },
  'starter.motor': {
    words: () => 'Starter motor',
    severity: 'replace',
    excuses: starterExcuses,
    actions: replacePart('starter'),
    part: starterPart,
    against: () => places(['start.crankVolts', 'starter']),
  },
  'starter.pinion': {
    words: () => 'Pinion or ring gear',
    severity: 'repair',
    actions: repairPart('Repair pinion or ring gear'),
  },
  'starter.draws-much': {
    words: () => 'Starter draws much',
    severity: 'recheck',
    isOwnMarginal: true,
    actions: both(
      one('other', () => 'Turn the engine over by hand: oil, belt, drag'),
      replacePart('starter'),
    ),
    part: starterPart,
    separates: () => [
      { step: 'start.drop', point: 'negative', why: 'cables that lose volts slow it' },
      { step: 'start.motor', point: 'starter', why: 'what the motor itself gets' },
    ],
  },
} satisfies FindingGroup;

export const ENGINE = {
  'engine.compression-low': {
    words: (at) => `Low compression: ${at}`,
    severity: 'recheck',
    isOwnMarginal: true,
    actions: repairPart('Read the compression of that cylinder'),
  },
} satisfies FindingGroup;

export const LADDER = {
  'ladder.open': {
    words: () => 'Voltage ladder does not close',
    severity: 'recheck',
    actions: repairPart('Read the least certain stretch again'),
  },
} satisfies FindingGroup;
