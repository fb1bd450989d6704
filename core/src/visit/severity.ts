import { alternatorsOf } from '../unit/bank';
import { FIXED_JOINTS, positions } from '../unit/points';
import type { JudgedOutcome, Outcomes } from './outcomes';
import type { FindingCode, Severity, Trouble } from './verdict';

/** What a finding asks for when nothing else could explain it. */
const ASKS_FOR: Readonly<Record<FindingCode, Severity>> = {
  'battery.dead-cell': 'replace',
  'battery.weak': 'replace',
  'battery.shedding': 'replace',
  'battery.case': 'replace',
  'starter.solenoid-contacts': 'replace',
  'starter.motor': 'replace',
  'start.magnetic-switch': 'replace',
  'alternator.low-volts': 'replace',
  'alternator.low-output': 'replace',
  'alternator.diode': 'replace',
  'belt.drive': 'repair',
  'cable.starter-positive': 'repair',
  'cable.starter-negative': 'repair',
  'cable.charge-positive': 'repair',
  'cable.charge-negative': 'repair',
  'joint.poor': 'repair',
  'joint.resistive': 'repair',
  'alternator.mount': 'repair',
  'alternator.wiring': 'repair',
  'alternator.sense-fuse': 'repair',
  'start.control-circuit': 'repair',
  'start.switch-supply': 'repair',
  'starter.pinion': 'repair',
  'charge.overvoltage': 'repair',
  'charge.lamp': 'repair',
  'charge.field': 'repair',
  'battery.low-charge': 'recharge',
  'battery.uneven': 'recharge',
  'bank.imbalance': 'recharge',
  'battery.keeps-drawing': 'recharge',
  'battery.dirty-case': 'recheck',
  'battery.low-electrolyte': 'recheck',
  'start.low-supply': 'recheck',
  'ladder.open': 'recheck',
  'cable.charge': 'recheck',
  'joint.unsteady': 'recheck',
  'battery.watch': 'watch',
  'battery.slow-recovery': 'watch',
  'bank.mismatched': 'watch',
};

/** Codes a marginal verdict has of its own; with any other code it is only watched. */
const OWN_MARGINAL: ReadonlySet<FindingCode> = new Set([
  'battery.low-charge',
  'battery.uneven',
  'battery.dirty-case',
  'battery.watch',
  'battery.slow-recovery',
]);

export interface Weighed {
  readonly severity: Severity;
  /** What has to be settled before a part may be replaced, in words; empty when nothing stands in the way. */
  readonly first: readonly string[];
}

/** State of one joint over looking at it and measuring across it. */
const jointState = (outcomes: Outcomes, joint: string): 'good' | 'failing' | 'unread' => {
  const verdicts = [outcomes.at('look.joint', joint), outcomes.at('start.joint', joint)].flatMap(
    (outcome) => outcome?.verdict ?? [],
  );
  if (verdicts.includes('fail')) return 'failing';
  return verdicts.some((verdict) => verdict !== 'inconclusive') ? 'good' : 'unread';
};

const batteryExcuses = (outcomes: Outcomes, position: string): string[] => {
  const joints = [`${position}+`, `${position}-`].flatMap((joint) => {
    const state = jointState(outcomes, joint);
    return state === 'good' ? [] : [state === 'unread' ? `look at joint ${joint}` : `put joint ${joint} right`];
  });
  const charged = outcomes.at('battery.openCircuit', position)?.verdict === 'pass';
  return charged ? joints : [...joints, `charge battery ${position} and read it at rest`];
};

const alternatorExcuses = (outcomes: Outcomes, subject: string): string[] => {
  const belt = outcomes.at('look.belt', 'drive')?.verdict;
  const excuses: string[] = [];
  if (belt === undefined) excuses.push('look at the belt');
  if (belt === 'fail') excuses.push('put the belt right');
  for (const side of ['positive', 'negative']) {
    const verdict = outcomes.at('charge.drop', side)?.verdict;
    if (verdict === undefined || verdict === 'inconclusive') excuses.push(`read the ${side} charging cable`);
    if (verdict === 'fail') excuses.push(`put the ${side} charging cable right`);
  }
  for (const position of positions(outcomes.facts.unit)) {
    const verdict = outcomes.at('battery.openCircuit', position)?.verdict;
    if (verdict !== 'pass')
      excuses.push(`${verdict === undefined || verdict === 'inconclusive' ? 'read' : 'charge'} battery ${position}`);
  }
  for (const joint of ['alternator.B+', 'alternator.ground']) {
    if (jointState(outcomes, joint) === 'failing') excuses.push(`put joint ${joint} right`);
  }
  const alternators = alternatorsOf(outcomes.facts.unit).filter(({ id }) => id === subject);
  for (const { id } of alternators) {
    if (outcomes.at('look.alternator', id)?.verdict === 'fail')
      excuses.push(`put mounting, wiring or fuse of ${id} right`);
  }
  return excuses;
};

/** A starter is excused only by what was found failing; what was not read does not hold it up. */
const starterExcuses = (outcomes: Outcomes): string[] => {
  const { unit } = outcomes.facts;
  const ownJoints = [
    ...positions(unit).flatMap((p) => [`${p}+`, `${p}-`]),
    ...FIXED_JOINTS.filter((joint) => !joint.startsWith('alternator')),
  ];
  return [
    ...ownJoints
      .filter((joint) => jointState(outcomes, joint) === 'failing')
      .map((joint) => `put joint ${joint} right`),
    ...['positive', 'negative']
      .filter((side) => outcomes.at('start.drop', side)?.verdict === 'fail')
      .map((side) => `put the ${side} starter cable right`),
    ...positions(unit)
      .filter((position) => outcomes.at('battery.openCircuit', position)?.verdict === 'fail')
      .map((position) => `charge or replace battery ${position}`),
  ];
};

const excusesFor = (outcomes: Outcomes, { code, subject }: Trouble): string[] => {
  switch (code) {
    case 'battery.weak':
      return batteryExcuses(outcomes, subject);
    case 'alternator.low-volts':
    case 'alternator.low-output':
    case 'alternator.diode':
      return alternatorExcuses(outcomes, subject);
    case 'starter.solenoid-contacts':
    case 'starter.motor':
    case 'start.magnetic-switch':
      return starterExcuses(outcomes);
    default:
      return [];
  }
};

/**
 * What a trouble asks for once the other readings are weighed: a part is never replaced while a joint, a cable, the
 * belt or the state of charge that could explain its reading is failing or unread.
 */
export const weigh = (
  outcomes: Outcomes,
  outcome: Pick<JudgedOutcome, 'verdict' | 'wantsLook'>,
  trouble: Trouble,
): Weighed => {
  if (trouble.severity !== undefined) return { severity: trouble.severity, first: [] };
  if (outcome.wantsLook === true) return { severity: 'recheck', first: [] };
  if (outcome.verdict === 'marginal' && !OWN_MARGINAL.has(trouble.code)) return { severity: 'watch', first: [] };
  if (trouble.code === 'cable.charge') {
    const sideFound = ['positive', 'negative'].some((side) => outcomes.at('charge.drop', side)?.verdict === 'fail');
    return { severity: sideFound ? 'repair' : 'recheck', first: [] };
  }
  const severity = ASKS_FOR[trouble.code];
  if (severity !== 'replace') return { severity, first: [] };
  const first = excusesFor(outcomes, trouble);
  return { severity: first.length > 0 ? 'recheck' : 'replace', first };
};
