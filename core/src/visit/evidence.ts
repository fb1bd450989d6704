import { positions } from '../unit/points';
import type { JudgedStep } from './reading';
import type { Outcomes } from './outcomes';
import type { FindingCode } from './verdict';

type Place = readonly [step: JudgedStep, point: string];

const loadTests = (outcomes: Outcomes): Place[] =>
  positions(outcomes.facts.unit).map((position) => ['battery.load', position]);

/** Tests whose pass speaks against a finding. */
const SPEAKS_AGAINST: Partial<Record<FindingCode, (subject: string, outcomes: Outcomes) => readonly Place[]>> = {
  'battery.weak': (at) => [
    ['battery.conductance', at],
    ['battery.hydrometer', at],
    ['battery.load', at],
  ],
  'battery.watch': (at) => [
    ['battery.conductance', at],
    ['battery.hydrometer', at],
    ['battery.load', at],
  ],
  'battery.dead-cell': (at) => [
    ['battery.hydrometer', at],
    ['battery.openCircuit', at],
    ['battery.load', at],
  ],
  'battery.keeps-drawing': (_, outcomes) => loadTests(outcomes),
  'bank.imbalance': (_, outcomes) => loadTests(outcomes),
  'start.low-supply': () => [
    ['start.drop', 'positive'],
    ['start.drop', 'negative'],
    ['start.crankVolts', 'bank'],
  ],
  'cable.starter-positive': () => [
    ['start.crankVolts', 'starter'],
    ['start.joint', 'starter.B+'],
  ],
  'cable.starter-negative': () => [
    ['start.crankVolts', 'starter'],
    ['start.joint', 'starter.ground'],
    ['start.joint', 'block.ground'],
  ],
  'starter.motor': () => [['start.crankVolts', 'starter']],
  'cable.charge': () => [
    ['charge.drop', 'positive'],
    ['charge.drop', 'negative'],
  ],
  'cable.charge-positive': () => [['charge.volts', 'bank']],
  'cable.charge-negative': () => [['charge.volts', 'bank']],
  'alternator.low-output': () => [
    ['charge.volts', 'bank'],
    ['charge.ripple', 'bank'],
  ],
  'alternator.low-volts': (at) => [['charge.output', at]],
  'alternator.diode': (at) => [['charge.output', at]],
  'joint.poor': (at) => [['start.joint', at]],
  'joint.resistive': (at) => [['look.joint', at]],
  'charge.lamp': () => [['charge.volts', 'bank']],
};

/** Ids of passed readings that speak against a finding. */
export const evidenceAgainst = (
  outcomes: Outcomes,
  code: FindingCode,
  subject: string,
  forIds: ReadonlySet<string>,
): string[] => {
  const places = SPEAKS_AGAINST[code]?.(subject, outcomes) ?? [];
  const ids = places.flatMap(([step, point]) => {
    const outcome = outcomes.at(step, point);
    return outcome?.verdict === 'pass' ? outcome.readings.slice(0, 1) : [];
  });
  return [...new Set(ids)].filter((id) => !forIds.has(id));
};
