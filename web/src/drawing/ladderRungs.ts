import type { MarkKind } from '../control/Mark';

export type RungName = 'positive' | 'solenoid' | 'motor' | 'negative';

/** One rung: what a stretch takes of the bank's cranking volts. */
export interface Rung {
  readonly name: RungName;
  readonly title: string;
  readonly volts: number | null;
  /** Highest volts it may take; null for the motor, which takes what is left for the work. */
  readonly limitVolts: number | null;
  readonly mark: MarkKind;
  readonly from: number;
  readonly to: number;
}

/** Measures of the drawing: where the ladder begins, how high a rung is, where the strip and the circuit stand. */
export const TOP = 34;
export const ROW = 104;
export const STRIP_X = 54;
export const STRIP_W = 48;
export const PATH_X = 236;
export const COLOURS: Readonly<Record<RungName, string>> = {
  positive: 'var(--copper)',
  solenoid: 'var(--copper)',
  motor: 'var(--raised)',
  negative: 'var(--steel)',
};
