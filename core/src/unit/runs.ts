import { alternatorsOf } from './bank';
import type { RunName, Unit } from './unit';

/** A run of cable as a line of named points, one probe staying at its start. */
export interface Run {
  /** Such as `starterPositive`; with several alternators `chargePositive.ALT1`. */
  readonly key: string;
  readonly name: RunName;
  /** The alternator whose run it is; null where there is one, or the run is the starter's. */
  readonly alternator: string | null;
  readonly from: string;
  /** Points at which volts are read, in order; the last is the end of the run. */
  readonly points: readonly string[];
}

const ENDS: Readonly<Record<RunName, readonly [from: string, to: string]>> = {
  starterPositive: ['bank+', 'starter.B+'],
  starterNegative: ['starter.ground', 'bank-'],
  chargePositive: ['alternator.B+', 'bank+'],
  chargeNegative: ['bank-', 'alternator.ground'],
  field: ['bank+', 'regulator.field'],
  control: ['bank+', 'starter.control'],
};

/** Every run of a unit; the charging runs of each alternator where there are several. */
export const runsOf = (unit: Unit): readonly Run[] => {
  const ids = alternatorsOf(unit).map(({ id }) => id);
  const names = Object.keys(ENDS) as RunName[];
  return names.flatMap((name): Run[] => {
    const [from, to] = ENDS[name];
    const isCharging = name === 'chargePositive' || name === 'chargeNegative';
    const own = isCharging && ids.length > 1 ? ids : [null];
    return own.map((alternator) => {
      const key = alternator === null ? name : `${name}.${alternator}`;
      return { key, name, alternator, from, points: [...(unit.runs?.[key] ?? []), to] };
    });
  });
};

/** `RUN:POINT` of every point that volts can be read at. */
export const runPoints = (unit: Unit): string[] =>
  runsOf(unit).flatMap(({ key, points }) => points.map((point) => `${key}:${point}`));
