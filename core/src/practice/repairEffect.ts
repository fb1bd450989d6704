import type { Fault, PlainFault } from '../circuit/fault';
import { isChargeOf, isReplacementOf, type Repair } from '../judging/repair';
import type { Unit } from '../unit/unit';

const inner = (fault: Fault): PlainFault => (fault.kind === 'comes-when-warm' ? fault.fault : fault);

/** Places a repair at a point of the visit reaches, besides the point itself. */
const REACHES: Readonly<Record<string, readonly string[]>> = {
  positive: ['starterPositive', 'chargePositive', 'starter.B+', 'alternator.B+', 'A+'],
  negative: ['starterGround', 'chargeGround', 'starter.ground', 'alternator.ground', 'block.ground'],
  bank: ['bank'],
  drive: ['drive'],
  starter: ['starter'],
};

const isMended = (unit: Unit, fault: PlainFault, repair: Repair): boolean => {
  const { at, kind } = fault;
  const reached = repair.point === at || (REACHES[repair.point]?.includes(at) ?? false);
  switch (repair.kind) {
    case 'recharge':
      return kind === 'battery.flat' && isChargeOf(repair, unit, at);
    case 'replace':
      return reached || (kind.startsWith('battery.') && isReplacementOf(repair, unit, at));
    case 'clean':
    case 'tighten':
      return reached && (kind.startsWith('joint.') || kind === 'battery.dirty-case');
    case 'adjust':
      return reached && (kind === 'regulator.offset' || kind === 'belt.slips');
    case 'other':
    case undefined:
      return reached && !kind.startsWith('battery.');
  }
};

/** What is still wrong with a simulated machine after the repairs of a practice visit. */
export const faultsAfterRepairs = (unit: Unit, faults: readonly Fault[], repairs: readonly Repair[]): Fault[] =>
  faults.filter((fault) => !repairs.some((repair) => isMended(unit, inner(fault), repair)));
