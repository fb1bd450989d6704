import { alternatorsOf } from './bank';
import type { Unit } from './unit';

/** Something on the machine that draws current, and how much of it as a rule. */
export interface OwnLoad {
  readonly id: string;
  readonly words: string;
  /** A at this unit's volts. */
  readonly amps: number;
}

/** Loads of road service machines with what they draw at 12 V; rule of thumb. Some are only on some kinds of machine. */
const LOADS: readonly (readonly [id: string, words: string, amps12: number, only?: RegExp])[] = [
  ['head-lamps', 'head lamps, high beam', 18],
  ['work-lamps', 'work lamps, all', 20],
  ['heater-fan', 'heater fan, full', 16],
  ['heated-glass', 'heated glass and mirrors', 14],
  ['beacons', 'beacons', 6],
  ['wipers', 'wipers', 8],
  ['seat-heat', 'seat heat', 6],
  ['plough-lamps', 'plough lamps', 9, /plough|blower/i],
  ['spreader', 'spreader control and its lamp', 6, /spreader|plough/i],
  ['blade-lamps', 'blade lamps', 8, /grader/i],
  ['belt-drive', 'dust pump and belt lamps', 12, /crusher/i],
];

/** What can be switched on at a unit to load its alternator. */
export const ownLoads = ({ description, systemVolts }: Unit): readonly OwnLoad[] =>
  LOADS.flatMap(([id, words, amps12, only]) =>
    only === undefined || only.test(description) ? [{ id, words, amps: Math.round((amps12 * 12) / systemVolts) }] : [],
  );

/** Amps drawn by those that are on, and what share of the alternators' plate that is; null where no plate is known. */
export const ownLoadSum = (
  unit: Unit,
  on: ReadonlySet<string>,
): { readonly amps: number; readonly share: number | null } => {
  const amps = ownLoads(unit).reduce((sum, load) => sum + (on.has(load.id) ? load.amps : 0), 0);
  const rated = alternatorsOf(unit).reduce<number | null>(
    (sum, { ratedAmps }) => (sum === null || ratedAmps === undefined ? null : sum + ratedAmps),
    0,
  );
  return { amps, share: rated === null || rated === 0 ? null : amps / rated };
};
