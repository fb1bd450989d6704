import { present } from '../quantity/present';
import { alternatorsOf, batteriesInOrder, strings } from './bank';
import type { Unit } from './unit';

/** Joints outside the bank at which volts can be lost. */
export const FIXED_JOINTS = [
  'starter.B+',
  'starter.ground',
  'alternator.B+',
  'alternator.ground',
  'block.ground',
] as const;

/** Position letters of the unit's bank, in order. */
export const positions = (unit: Unit): string[] => batteriesInOrder(unit.bank).map((battery) => battery.position);

/** Both post joints of every battery, then the joints outside the bank. */
export const joints = (unit: Unit): string[] => [
  ...positions(unit).flatMap((position) => [`${position}+`, `${position}-`]),
  ...FIXED_JOINTS,
];

export const alternatorIds = (unit: Unit): string[] => alternatorsOf(unit).map((alternator) => alternator.id);

/** Both sides of the charging cables; of each alternator where there are several. */
export const chargeSidePoints = (unit: Unit): string[] => {
  const ids = alternatorIds(unit);
  const sides = ['positive', 'negative'];
  return ids.length < 2 ? sides : ids.flatMap((id) => sides.map((side) => `${side}:${id}`));
};

/** Points of the recharge current: the bank, its sets, its strings, each battery. */
export const rechargePoints = (unit: Unit): string[] => [
  'bank',
  ...[...new Set(unit.bank.batteries.flatMap(({ set }) => (set === undefined ? [] : [`set:${set}`])))].sort(),
  ...strings(unit.bank).map((members) => `string:${present(members[0]).string}`),
  ...positions(unit),
];

/** Points of the running volts: the bank, each alternator, each battery (halves of a series bank). */
export const runningPoints = (unit: Unit): string[] => ['bank', ...alternatorIds(unit), ...positions(unit)];
