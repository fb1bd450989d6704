import type { BatteryId } from '../quantity/id';
import { runsOf } from '../unit/runs';
import type { VisitEvent, BatteryThing } from './visitEvent';
import type { PartFitting } from '../unit/part';
import type { Unit } from '../unit/unit';

/** A battery that came in at a position in the course of a visit. */
export interface FittedBattery {
  /** Milliseconds since 1970. */
  readonly ms: number;
  readonly position: string;
  readonly batteryId: BatteryId;
  readonly battery: BatteryThing;
}

/** Batteries fitted in a visit, oldest first. */
export const fittedIn = (events: readonly VisitEvent[] = []): readonly FittedBattery[] =>
  events
    .flatMap((event) =>
      event.kind === 'repaired' && event.fitted !== undefined
        ? event.fitted.map(({ position, batteryId, battery }) => ({
            ms: Date.parse(event.repair.at),
            position,
            batteryId,
            battery,
          }))
        : [],
    )
    .sort((a, b) => a.ms - b.ms);

/** Alternators and starters that were fitted in a visit, oldest first. */
export const partsFittedIn = (events: readonly VisitEvent[] = []): readonly PartFitting[] =>
  events.flatMap((event) => (event.kind === 'repaired' && event.part !== undefined ? [event.part] : []));

/** The unit with batteries put in their positions, in the order given; where each sits in the wiring stays. */
export const unitWith = (unit: Unit, fitted: readonly FittedBattery[]): Unit => {
  if (fitted.length === 0) return unit;
  const things = new Map(fitted.map(({ position, battery }) => [position, battery]));
  return {
    ...unit,
    bank: {
      ...unit.bank,
      batteries: unit.bank.batteries.map((battery) => {
        const thing = things.get(battery.position);
        if (thing === undefined) return battery;
        const { position, string, set } = battery;
        return { ...thing, position, string, ...(set === undefined ? {} : { set }) };
      }),
    },
  };
};

/** What tells which batteries sat in a unit at a moment of a visit. */
export interface WithBatteries {
  readonly unit: Unit;
  readonly unitAtOpening?: Unit | undefined;
  readonly events?: readonly VisitEvent[] | undefined;
}

/**
 * The unit with the batteries that sat in it just before a moment of the visit; with those that sit in it now where the
 * visit does not say what was fitted when.
 * @param ms milliseconds since 1970
 */
export const unitBefore = ({ unit, unitAtOpening, events }: WithBatteries, ms: number): Unit =>
  unitAtOpening === undefined
    ? unit
    : unitWith(
        unitAtOpening,
        fittedIn(events).filter((fitted) => fitted.ms < ms),
      );

/** The unit with the places along its runs that were named in a visit, each after the point it was named after. */
export const unitWithPoints = (unit: Unit, events: readonly VisitEvent[]): Unit =>
  events.reduce((own, event) => {
    if (event.kind !== 'point-named') return own;
    const points = own.runs?.[event.run] ?? [];
    const run = runsOf(own).find(({ key }) => key === event.run);
    if (run === undefined || [run.from, ...run.points].includes(event.point)) return own;
    const at = points.indexOf(event.after) + 1;
    return { ...own, runs: { ...own.runs, [event.run]: points.toSpliced(at, 0, event.point) } };
  }, unit);
