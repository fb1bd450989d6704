import { modelCable, type ModelCable } from '../circuit/starterModel';
import type { Unit } from '../unit/unit';
import { actionsFor } from '../visit/actions';
import type { Finding } from '../visit/findings';
import { findingWords } from '../visit/words';

/** Something still to be done about a finding. */
export interface OpenAction {
  /** Finding as code@subject. */
  readonly finding: string;
  readonly says: string;
  readonly action: string;
  /** Left out where nothing is to be bought. */
  readonly part?: OrderPart;
}

/** A part to be bought, in the words a counter understands. */
export interface OrderPart {
  readonly name: string;
  readonly count: number;
}

const batteryPart = (unit: Unit, position: string): OrderPart | null => {
  const battery = unit.bank.batteries.find((candidate) => candidate.position === position);
  if (battery === undefined) return null;
  const rating =
    battery.rating === undefined ? 'rating by the plate' : `${battery.rating.value} A ${battery.rating.standard}`;
  return { name: `Battery, ${battery.nominalVolts ?? 12} V ${rating}, ${battery.chemistry}`, count: 1 };
};

const cablePart = (unit: Unit, cable: ModelCable, name: string): OrderPart => {
  const { areaMm2, lengthM } = modelCable(unit, cable);
  return { name: `${name}, ${Math.round(areaMm2)} mm², ${lengthM.toFixed(1)} m`, count: 1 };
};

const alternatorPart = (unit: Unit, id: string): OrderPart => {
  const rated = unit.alternators?.find((alternator) => alternator.id === id)?.ratedAmps;
  return {
    name: `Alternator, ${unit.systemVolts} V ${rated === undefined ? 'rating by the plate' : `${rated} A`}`,
    count: 1,
  };
};

/** What replacing something for a finding takes out of the store; null where nothing does. */
const partFor = (unit: Unit, code: string, subject: string): OrderPart | null => {
  switch (code) {
    case 'battery.weak':
    case 'battery.dead-cell':
    case 'battery.case':
    case 'battery.shedding':
      return subject === 'bank' ? batteriesOf(unit) : batteryPart(unit, subject);
    case 'cable.starter-positive':
      return cablePart(unit, 'starterPositive', 'Starter cable, positive');
    case 'cable.starter-negative':
      return cablePart(unit, 'starterGround', 'Starter ground cable');
    case 'cable.charge-positive':
      return cablePart(unit, 'chargePositive', 'Charging cable, positive');
    case 'cable.charge-negative':
      return cablePart(unit, 'chargeGround', 'Alternator ground cable');
    case 'alternator.low-volts':
    case 'alternator.low-output':
    case 'alternator.diode':
      return alternatorPart(unit, subject);
    case 'belt.drive':
      return { name: 'Drive belt', count: 1 };
    case 'starter.motor':
      return { name: `Starter, ${unit.systemVolts} V`, count: 1 };
    case 'starter.solenoid-contacts':
      return { name: `Solenoid contacts, ${unit.systemVolts} V`, count: 1 };
    case 'start.magnetic-switch':
      return { name: `Magnetic switch, ${unit.systemVolts} V`, count: 1 };
    case 'joint.poor':
    case 'joint.resistive':
      return { name: 'Clamp or lug', count: 1 };
    default:
      return null;
  }
};

const batteriesOf = (unit: Unit): OrderPart | null => {
  const one = batteryPart(unit, unit.bank.batteries[0]!.position);
  return one === null ? null : { ...one, count: unit.bank.batteries.length };
};

/**
 * What is still to be done on a unit: for every finding that asks for more than watching, what was planned for it, or
 * else what its severity asks for. A part is named only where something is to be replaced.
 * @param planned actions chosen by somebody, by finding (code@subject)
 */
export const openActions = (
  unit: Unit,
  findings: readonly Pick<Finding, 'code' | 'subject' | 'severity'>[],
  planned: ReadonlyMap<string, string> = new Map(),
): readonly OpenAction[] =>
  findings.flatMap(({ code, subject, severity }): OpenAction[] => {
    if (severity === 'watch') return [];
    const finding = `${code}@${subject}`;
    const choices = actionsFor({ code, subject });
    const own = planned.get(finding);
    const chosen =
      choices.find(({ words }) => words === own) ??
      (severity === 'replace' ? choices.find(({ kind }) => kind === 'replace') : undefined) ??
      choices[0];
    const replaces = chosen?.kind === 'replace' && (own !== undefined || severity === 'replace');
    const whole = replaces && chosen.point === 'bank' ? 'bank' : subject;
    const part = replaces ? partFor(unit, code, whole) : null;
    return [
      {
        finding,
        says: findingWords(code, subject),
        action: own ?? chosen?.words ?? findingWords(code, subject),
        ...(part === null ? {} : { part }),
      },
    ];
  });
