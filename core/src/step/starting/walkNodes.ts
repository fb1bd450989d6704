import type { FindingCode } from '../../judging/findingCode';
import type { WalkPoint } from './walkPoints';

/** What was read or answered at one step. */
export interface WalkAnswer {
  readonly volts?: number | undefined;
  readonly answer?: string | undefined;
  /** How often the starter spun free so far. */
  readonly spins?: number | undefined;
}

/** What has been read so far, by point. */
export type WalkAnswers = Partial<Record<WalkPoint, WalkAnswer>>;

export interface WalkConditions {
  readonly systemFactor: number;
  /** Bank volts at rest by which it counts as charged. */
  readonly gateVolts: number;
  /** Lowest volts at the starter while cranking. */
  readonly starterVolts: number;
  /** Resting volts of the bank from its batteries, when the walk's own were not read. */
  readonly bankVolts: number | null;
  /** The starter is switched by a magnetic switch, built in or by itself. */
  readonly hasSwitch: boolean;
}

/** Where the walk ends. */
export type WalkEnd =
  | { readonly kind: 'finding'; readonly code: FindingCode; readonly subject: string; readonly words: string }
  | { readonly kind: 'service'; readonly words: string }
  | { readonly kind: 'charge'; readonly words: string }
  | { readonly kind: 'again'; readonly words: string };

/** One way out of a step: under which condition, and where it leads. */
export interface WalkBranch {
  readonly when: string;
  readonly to: WalkPoint | WalkEnd;
}

export interface WalkNode {
  readonly point: WalkPoint;
  readonly question: string;
  readonly branches: readonly WalkBranch[];
  /** What the volts are held against. */
  readonly comparesWith?: 'bank' | 'starter';
  /** The number of the branch that the answer takes; null when the reading it compares with is not there. */
  readonly choose: (facts: WalkFacts) => number | null;
}

/** Comparisons the steps need; "near" and "zero" grow with the system volts. */
export interface WalkFacts {
  readonly own: { readonly volts: number; readonly answer: string | undefined; readonly spins: number };
  /** Whether the engine turned when it was tried. */
  readonly turned: boolean;
  readonly conditions: WalkConditions;
  readonly bank: number | null;
  /** Volts at the starter while trying to crank; those at rest stand in when nothing cranks. */
  readonly starter: number | null;
}

const finding = (code: FindingCode, words: string, subject = 'starter'): WalkEnd => ({
  kind: 'finding',
  code,
  subject,
  words,
});

const isZero = (volts: number, c: WalkConditions): boolean => volts < 0.5 * c.systemFactor - 1e-9;
/** Not more than `gap` volts per 12 V under the reference. */
const isNear = (volts: number, reference: number, gap: number, c: WalkConditions): boolean =>
  volts >= reference - gap * c.systemFactor - 1e-9;

const NEAR_VOLTS = 0.5;
const WIRE_VOLTS = 1;

const nearBank = ({ own, bank, conditions }: WalkFacts): number | null =>
  bank === null ? null : isNear(own.volts, bank, NEAR_VOLTS, conditions) ? 0 : 1;

/** Zero, near the starter's volts, or in between, as branch numbers. */
const againstStarter =
  (gap: number, branches: { zero?: number; near: number; lower: number }) =>
  ({ own, starter, conditions }: WalkFacts): number | null => {
    if (branches.zero !== undefined && isZero(own.volts, conditions)) return branches.zero;
    if (starter === null) return null;
    return isNear(own.volts, starter, gap, conditions) ? branches.near : branches.lower;
  };

/** The walk as data: each step asks one thing and each answer leads to a step or an end. */
export const WALK: readonly WalkNode[] = [
  {
    point: 'bankRest',
    question: 'Volts of the bank at rest',
    branches: [
      { when: 'charged', to: 'bankJoints' },
      {
        when: 'low',
        to: { kind: 'charge', words: 'Charge the bank, test it again at rest, then load test each battery.' },
      },
    ],
    choose: ({ own, conditions }) => (own.volts >= conditions.gateVolts - 1e-9 ? 0 : 1),
  },
  {
    point: 'bankJoints',
    question: 'Joints at the bank clean and tight?',
    branches: [
      { when: 'clean', to: 'starterRest' },
      { when: 'dirty', to: finding('joint.poor', 'Clean and tighten the joints at the bank, then try again.', 'bank') },
    ],
    choose: ({ own }) => (own.answer === 'clean' ? 0 : 1),
  },
  {
    point: 'starterRest',
    question: 'Starter B+ to starter ground, at rest',
    branches: [
      { when: 'near the bank', to: 'attempt' },
      { when: 'lower', to: 'starterRestCleaned' },
    ],
    comparesWith: 'bank',
    choose: nearBank,
  },
  {
    point: 'starterRestCleaned',
    question: 'The same after cleaning and repairing the cables',
    branches: [
      { when: 'near the bank', to: 'attempt' },
      { when: 'lower', to: 'starterRestIsolator' },
    ],
    comparesWith: 'bank',
    choose: nearBank,
  },
  {
    point: 'starterRestIsolator',
    question: 'The same after isolator and fusible link',
    branches: [
      { when: 'near the bank', to: 'attempt' },
      { when: 'lower', to: 'starterRestBank' },
    ],
    comparesWith: 'bank',
    choose: nearBank,
  },
  {
    point: 'starterRestBank',
    question: "Starter B+ to the bank's negative post, at rest",
    branches: [
      {
        when: 'near the bank',
        to: finding(
          'cable.starter-negative',
          'The ground side is corroded where it cannot be seen: replace its cable.',
          'negative',
        ),
      },
      {
        when: 'lower',
        to: finding(
          'cable.starter-positive',
          'The positive cable is corroded where it cannot be seen: replace it.',
          'positive',
        ),
      },
    ],
    comparesWith: 'bank',
    choose: nearBank,
  },
  {
    point: 'attempt',
    question: 'Try to crank',
    branches: [
      { when: 'normal', to: { kind: 'service', words: 'Start it several times; if each is good, back to service.' } },
      { when: 'not as it should', to: 'starterCranking' },
      { when: 'spins free', to: { kind: 'again', words: 'Try once more: one missed engagement is normal.' } },
      {
        when: 'spins free again',
        to: finding('starter.pinion', 'The pinion does not engage: look at pinion and ring gear.'),
      },
    ],
    choose: ({ own }) => (own.answer === 'normal' ? 0 : own.answer === 'spins' ? (own.spins > 1 ? 3 : 2) : 1),
  },
  {
    point: 'starterCranking',
    question: 'Starter B+ to ground, key turned',
    branches: [
      { when: 'enough, it turns', to: 'motorCranking' },
      { when: 'low', to: finding('start.low-supply', 'The starter gets too little: batteries first, then cables.') },
      { when: 'enough, nothing turns', to: 'controlCranking' },
    ],
    choose: ({ own, conditions, turned }) => (own.volts < conditions.starterVolts - 1e-9 ? 1 : turned ? 0 : 2),
  },
  {
    point: 'motorCranking',
    question: 'Motor terminal to ground, key turned',
    branches: [
      { when: 'zero', to: 'controlCranking' },
      { when: 'near B+', to: finding('starter.motor', 'The motor gets its volts and does not turn as it should.') },
      { when: 'lower', to: finding('starter.solenoid-contacts', 'Volts are lost across the solenoid contacts.') },
      {
        when: 'lower, nothing turned',
        to: finding('starter.solenoid-contacts', 'The signal is there, and the contacts give the motor nothing.'),
      },
      { when: 'near B+, nothing turned', to: 'pinion' },
    ],
    comparesWith: 'starter',
    choose: (facts) => {
      const chosen = againstStarter(NEAR_VOLTS, { zero: 0, near: 1, lower: 2 })(facts);
      if (facts.turned || chosen === null) return chosen;
      return chosen === 1 ? 4 : 3;
    },
  },
  {
    point: 'controlCranking',
    question: 'Control terminal to ground while trying',
    branches: [
      { when: 'zero', to: 'switchOutputCranking' },
      { when: 'near B+', to: 'pinion' },
      { when: 'lower', to: finding('start.control-circuit', 'Volts are lost in the control wire or its relay.') },
      { when: 'near B+, nothing turned', to: 'motorCranking' },
      {
        when: 'zero, no magnetic switch',
        to: finding('start.control-circuit', 'No signal reaches the solenoid: key, interlock, neutral switch or wire.'),
      },
    ],
    comparesWith: 'starter',
    choose: (facts) => {
      const chosen = againstStarter(WIRE_VOLTS, { zero: 0, near: 1, lower: 2 })(facts);
      if (chosen === 0 && !facts.conditions.hasSwitch) return 4;
      return chosen === 1 && !facts.turned ? 3 : chosen;
    },
  },
  {
    point: 'pinion',
    question: 'Pinion and ring gear',
    branches: [
      { when: 'sound', to: finding('starter.motor', 'Signal and gear are sound: the starter itself.') },
      { when: 'damaged', to: finding('starter.pinion', 'Pinion or ring gear is damaged.') },
    ],
    choose: ({ own }) => (own.answer === 'sound' ? 0 : 1),
  },
  {
    point: 'switchOutputCranking',
    question: 'Output of the magnetic switch while trying',
    branches: [
      { when: 'zero', to: 'switchSupplyRest' },
      {
        when: 'near B+',
        to: finding('start.control-circuit', 'The switch gives its volts: the wire to the starter is open.'),
      },
      { when: 'lower', to: 'switchSupplyCranking' },
    ],
    comparesWith: 'starter',
    choose: againstStarter(WIRE_VOLTS, { zero: 0, near: 1, lower: 2 }),
  },
  {
    point: 'switchSupplyRest',
    question: 'Supply of the magnetic switch, at rest',
    branches: [
      { when: 'present', to: 'coilSignal' },
      {
        when: 'zero',
        to: finding('start.switch-supply', 'Nothing reaches the magnetic switch: its supply wire or fuse.'),
      },
    ],
    choose: ({ own, conditions }) => (isZero(own.volts, conditions) ? 1 : 0),
  },
  {
    point: 'switchSupplyCranking',
    question: 'Supply of the magnetic switch while trying',
    branches: [
      {
        when: 'near B+',
        to: finding(
          'start.magnetic-switch',
          'Supply is good and the output is not: the contacts of the magnetic switch.',
        ),
      },
      { when: 'lower', to: finding('start.switch-supply', 'Volts are lost on the way to the magnetic switch.') },
    ],
    comparesWith: 'starter',
    choose: againstStarter(WIRE_VOLTS, { near: 0, lower: 1 }),
  },
  {
    point: 'coilSignal',
    question: 'Coil signal of the magnetic switch while trying',
    branches: [
      {
        when: 'near the bank',
        to: finding('start.magnetic-switch', 'The coil gets its signal and the switch does not close.'),
      },
      { when: 'between', to: finding('start.control-circuit', 'The coil signal is weak: its wire, key or interlock.') },
      { when: 'zero', to: finding('start.control-circuit', 'No coil signal: key, interlock or neutral switch.') },
    ],
    comparesWith: 'bank',
    choose: ({ own, bank, conditions }) => {
      if (isZero(own.volts, conditions)) return 2;
      if (bank === null) return null;
      return isNear(own.volts, bank, NEAR_VOLTS, conditions) ? 0 : 1;
    },
  },
];
