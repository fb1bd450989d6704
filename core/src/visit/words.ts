import { pointName } from './pointName';
import type { Judgement } from './judgement';
import type { FindingCode, Severity, Verdict } from './verdict';

/** Verdicts and severities as the screen, the print and the text output say them. */
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  pass: 'passed',
  marginal: 'marginal',
  fail: 'failed',
  inconclusive: 'not yet',
};
export const SEVERITY_WORDS: Readonly<Record<Severity, string>> = {
  replace: 'replace',
  repair: 'repair',
  recharge: 'recharge',
  recheck: 'check again',
  watch: 'watch',
};

const FINDING_WORDS: Readonly<Record<FindingCode, (subject: string) => string>> = {
  'belt.drive': () => 'Belt is not good',
  'joint.poor': (at) => `Joint at ${at} is poor`,
  'joint.resistive': (at) => `Joint at ${at} loses volts`,
  'joint.unsteady': (at) => `Reading at ${at} is unsteady`,
  'battery.case': (at) => `Case of ${at} is damaged`,
  'battery.low-electrolyte': (at) => `Electrolyte of ${at} is low`,
  'battery.shedding': (at) => `Plates of ${at} shed`,
  'alternator.mount': (at) => `Mounting of ${at} is loose`,
  'alternator.wiring': (at) => `Wiring of ${at} is damaged`,
  'alternator.sense-fuse': (at) => `Sense fuse of ${at} is blown`,
  'charge.lamp': () => 'Charge lamp tells of a fault',
  'battery.dead-cell': (at) => `Dead cell or run flat: ${at}`,
  'battery.low-charge': (at) => `Low on charge: ${at}`,
  'battery.weak': (at) => `Weak under load: ${at}`,
  'battery.watch': (at) => `Close to its limit: ${at}`,
  'battery.slow-recovery': (at) => `Slow to recover: ${at}`,
  'battery.uneven': (at) => `Cells uneven: ${at}`,
  'battery.dirty-case': (at) => `Dirty case leaks: ${at}`,
  'bank.mismatched': () => 'Bank is mixed',
  'bank.imbalance': () => 'Batteries of the bank are apart',
  'start.low-supply': () => 'Starter gets too few volts',
  'cable.starter-positive': () => 'Positive starter cable loses volts',
  'cable.starter-negative': () => 'Ground side of the starter loses volts',
  'starter.solenoid-contacts': () => 'Solenoid contacts lose volts',
  'start.control-circuit': () => 'Control circuit of the starter',
  'ladder.open': () => 'Voltage ladder does not close',
  'starter.motor': () => 'Starter motor',
  'starter.pinion': () => 'Pinion or ring gear',
  'start.switch-supply': () => 'Supply of the magnetic switch',
  'start.magnetic-switch': () => 'Magnetic switch',
  'charge.overvoltage': () => 'Charging volts too high',
  'alternator.low-volts': (at) => `${at} gives too few volts`,
  'cable.charge': () => 'Charging cables lose volts',
  'cable.charge-positive': () => 'Positive charging cable loses volts',
  'cable.charge-negative': () => 'Ground side of the alternator loses volts',
  'alternator.low-output': (at) => `${at} gives too little output`,
  'battery.keeps-drawing': (at) => `Never stops taking current: ${at}`,
  'alternator.diode': (at) => `Diode or phase lost in ${at}`,
  'charge.field': () => 'Field supply loses volts',
};

/** A finding in a few words, as a technician would call it. */
export const findingWords = (code: FindingCode, subject: string): string => FINDING_WORDS[code](pointName(subject));

/** One line that says how a visit came out: its gravest finding, or what is still owed, or that all passed. */
export const headline = ({
  findings,
  missing,
  disposition,
}: Pick<Judgement, 'findings' | 'missing' | 'disposition'>): string => {
  const worst = findings[0];
  if (worst !== undefined) return findingWords(worst.code, worst.subject);
  if (missing.length > 0) return missing.length === 1 ? '1 step not read' : `${missing.length} steps not read`;
  return disposition === 'ready' ? 'Everything read and good' : 'A step has to be read again';
};
