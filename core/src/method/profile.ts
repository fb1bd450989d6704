import type { ChargeDropRule, LimitName, StarterDropRule } from './limit';

/** The schools of testing a visit can be judged by. */
export const PROFILE_NAMES = ['pile', 'rested', 'starter', 'conductance', 'capture'] as const;
export type ProfileName = (typeof PROFILE_NAMES)[number];

/** The battery test that decides in a method. */
export type DecidingTest = 'battery.load' | 'battery.starterLoad' | 'battery.conductance' | 'start.trace';

export interface MethodProfile {
  readonly name: ProfileName;
  readonly version: number;
  readonly title: string;
  readonly why: string;
  readonly decidingTest: DecidingTest;
  readonly starterDropRule: StarterDropRule;
  readonly chargeDropRule: ChargeDropRule;
  /** Only what differs from the default limits. */
  readonly limits: Partial<Record<LimitName, number>>;
}

/** Methods as data; the first is the default. A change of any figure raises the version. */
export const PROFILES: Readonly<Record<ProfileName, MethodProfile>> = {
  pile: {
    name: 'pile',
    version: 3,
    title: 'Carbon pile',
    why: 'Half the rated cold-cranking amps for 15 s on each isolated battery: the only test that loads a heavy battery as the starter does.',
    decidingTest: 'battery.load',
    starterDropRule: 'sum-by-pile',
    chargeDropRule: 'sum',
    limits: {},
  },
  rested: {
    name: 'rested',
    version: 3,
    title: 'Carbon pile after a full rest',
    why: 'The same load test, but only after 24 h at rest, disconnected, at a higher gate: slower, and surface charge is certain to be gone.',
    decidingTest: 'battery.load',
    starterDropRule: 'sum-by-pile',
    chargeDropRule: 'sum',
    limits: { gateVolts: 12.6, gateAgmVolts: 12.8, gateRestHours: 24 },
  },
  starter: {
    name: 'starter',
    version: 3,
    title: "The machine's own starter",
    why: 'Three start-and-stop cycles with minimum hold: needs no pile and spares the batteries heat, but judges the bank as one.',
    decidingTest: 'battery.starterLoad',
    starterDropRule: 'each-by-crank',
    chargeDropRule: 'sum',
    limits: {},
  },
  conductance: {
    name: 'conductance',
    version: 3,
    title: 'Conductance screening',
    why: 'Quick and possible without a full charge; a screening of used batteries rather than a load.',
    decidingTest: 'battery.conductance',
    starterDropRule: 'sum-by-pile',
    chargeDropRule: 'sum',
    limits: {},
  },
  capture: {
    name: 'capture',
    version: 2,
    title: 'A crank on the oscilloscope',
    why: 'One crank seen in milliseconds tells of bank, contacts, engine and alternator at once, and the picture convinces; it judges the bank as one.',
    decidingTest: 'start.trace',
    starterDropRule: 'each-by-crank',
    chargeDropRule: 'sum',
    limits: {},
  },
};
