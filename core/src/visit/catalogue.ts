import { alternatorIds, joints, positions, rechargePoints, runningPoints } from '../unit/points';
import type { Unit } from '../unit/unit';
import { WALK_POINTS } from '../starting/walkReading';
import type { JudgedStep, ReadStep } from './reading';

/** The parts of a visit, in the order of the work; each guards the next. */
export const STAGES = ['look', 'batteries', 'starting', 'charging'] as const;
export type Stage = (typeof STAGES)[number];

export interface StepEntry {
  readonly step: ReadStep;
  readonly stage: Stage;
  readonly title: string;
  /** The points this step can be taken at on a unit, in order. */
  readonly points: (unit: Unit) => readonly string[];
}

const fixed =
  (...points: readonly string[]) =>
  (): readonly string[] =>
    points;
const SIDES = fixed('positive', 'negative');

/** Every step of a visit, in the order practitioners take them. */
export const CATALOGUE: readonly StepEntry[] = [
  { step: 'look.belt', stage: 'look', title: 'Belt and tensioner', points: fixed('drive') },
  { step: 'look.alternator', stage: 'look', title: 'Alternator mounting, wiring and fuses', points: alternatorIds },
  { step: 'look.joint', stage: 'look', title: 'Joint', points: joints },
  { step: 'look.case', stage: 'look', title: 'Battery case', points: positions },
  { step: 'look.lamp', stage: 'look', title: 'Charge lamp', points: fixed('dash') },
  { step: 'battery.openCircuit', stage: 'batteries', title: 'Open-circuit volts', points: positions },
  { step: 'battery.hydrometer', stage: 'batteries', title: 'Hydrometer, six cells', points: positions },
  { step: 'battery.caseLeak', stage: 'batteries', title: 'Leakage over the case', points: positions },
  { step: 'battery.conductance', stage: 'batteries', title: 'Conductance', points: positions },
  { step: 'battery.load', stage: 'batteries', title: 'Load test', points: positions },
  { step: 'battery.starterLoad', stage: 'batteries', title: 'Starter as the load', points: fixed('bank') },
  { step: 'start.crankVolts', stage: 'starting', title: 'Cranking volts', points: fixed('bank', 'starter') },
  { step: 'start.drop', stage: 'starting', title: 'Volts lost in the starter cables', points: SIDES },
  { step: 'start.joint', stage: 'starting', title: 'Volts lost at a joint', points: joints },
  { step: 'start.solenoid', stage: 'starting', title: 'Volts lost in the solenoid contacts', points: fixed('starter') },
  { step: 'start.motor', stage: 'starting', title: 'Volts at the motor', points: fixed('starter') },
  { step: 'start.control', stage: 'starting', title: 'Volts lost in the control wire', points: fixed('starter') },
  { step: 'start.walk', stage: 'starting', title: 'No-crank walk', points: fixed(...WALK_POINTS) },
  { step: 'charge.volts', stage: 'charging', title: 'Running volts', points: runningPoints },
  { step: 'charge.rise', stage: 'charging', title: 'Rise with every load on', points: fixed('bank') },
  { step: 'charge.drop', stage: 'charging', title: 'Volts lost in the charging cables', points: SIDES },
  { step: 'charge.output', stage: 'charging', title: 'Alternator output', points: alternatorIds },
  { step: 'charge.recharge', stage: 'charging', title: 'Recharge current', points: rechargePoints },
  { step: 'charge.ripple', stage: 'charging', title: 'Ripple', points: (unit) => ['bank', ...alternatorIds(unit)] },
  { step: 'charge.field', stage: 'charging', title: 'Field supply', points: fixed('regulator') },
];

const BY_STEP = new Map(CATALOGUE.map((entry) => [entry.step, entry]));

export const stepEntry = (step: ReadStep): StepEntry => {
  const entry = BY_STEP.get(step);
  if (entry === undefined) throw new RangeError(`No step "${step}" in the catalogue.`);
  return entry;
};

export const stepTitle = (step: JudgedStep): string =>
  step === 'start.ladder' ? 'Voltage ladder' : stepEntry(step).title;

/** `step@point`, the name under which a step is judged once. */
export const stepKey = (step: JudgedStep, point: string): string => `${step}@${point}`;
