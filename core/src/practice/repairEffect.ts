import type { Fault, PlainFault } from '../circuit/fault';
import type { Repair } from '../judging/repair';

const inner = (fault: Fault): PlainFault => (fault.kind === 'comes-when-warm' ? fault.fault : fault);

/** Places a repair at a point of the visit reaches, besides the point itself. */
const REACHES: Readonly<Record<string, readonly string[]>> = {
  positive: ['starterPositive', 'chargePositive', 'starter.B+', 'alternator.B+', 'A+'],
  negative: ['starterGround', 'chargeGround', 'starter.ground', 'alternator.ground', 'block.ground'],
  bank: ['bank'],
  drive: ['drive'],
  starter: ['starter'],
};

const isMended = (fault: PlainFault, repair: Repair): boolean => {
  const { at, kind } = fault;
  const reached = repair.point === at || (REACHES[repair.point]?.includes(at) ?? false);
  switch (repair.kind) {
    case 'recharge':
      return kind === 'battery.flat' && (reached || repair.point === 'bank');
    case 'replace':
      return reached || (repair.point === 'bank' && kind.startsWith('battery.'));
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
export const faultsAfterRepairs = (faults: readonly Fault[], repairs: readonly Repair[]): Fault[] =>
  faults.filter((fault) => !repairs.some((repair) => isMended(inner(fault), repair)));
