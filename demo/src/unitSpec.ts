import type { Arrangement, Chemistry, PartPlate } from '@vaktman/core';

/** How one battery of the demo fleet ages, as resistance against a new one. */
export interface BatteryStory {
  /** Resistance factor when fitted; 1 is new. */
  readonly start: number;
  /** What the factor gains in a year. */
  readonly perYear: number;
  /** From this date on it gains three times as fast. */
  readonly declinesFrom?: string;
  /** State of charge, percent, it is usually found at. */
  readonly chargePercent: number;
}

/** A battery put in place of another during the history. */
interface Swap {
  readonly position: string;
  readonly at: string;
  readonly make: string;
  readonly ratingSae: number;
  readonly because: string;
}

/** An alternator or a starter put in during the history. */
interface PartChange {
  readonly place: string;
  readonly at: string;
  readonly part: PartPlate;
  readonly because: string;
}

/** A unit of the demo fleet and the story its history tells. */
export interface UnitSpec {
  readonly id: string;
  readonly description: string;
  readonly yardId: string;
  readonly systemVolts: 12 | 24;
  readonly arrangement: Arrangement;
  /** Box (set) of each position in order; a series bank leaves it out. */
  readonly sets?: readonly number[];
  readonly chemistry: Chemistry;
  readonly make: string;
  readonly ratingSae: number;
  readonly capacityAh: number;
  readonly fitted: string;
  readonly alternatorAmps: number;
  readonly firstVisit: string;
  readonly visits: number;
  readonly stories: Readonly<Record<string, Partial<BatteryStory>>>;
  readonly swaps: readonly Swap[];
  /** Volts lost at 500 A on each side of the starter cables, at the first and the last visit. */
  readonly starterLoss?: { readonly positive: readonly [number, number]; readonly negative: readonly [number, number] };
  /** Share of its rating the alternator gives, at the first and the last visit. */
  readonly parts?: readonly PartChange[];
  readonly outputShare?: readonly [number, number];
  /** The last visit stops after this many batteries and stays open. */
  readonly openAfterBatteries?: number;
}
