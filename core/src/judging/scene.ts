import type { BaseReading } from './readingBase';
import type { VisitFacts } from './facts';
import type { Outcome } from './verdict';

/** What tells a step: its record, or anything else that carries its name. */
export interface StepName {
  readonly step: string;
}

/** A step at a point. */
export interface PlaceOf<Step extends string = string> {
  readonly step: Step;
  readonly point: string;
}

/** An outcome with the readings it rests on, the judged one first. */
export interface JudgedOutcome extends Outcome {
  readonly step: string;
  readonly point: string;
  readonly readings: readonly string[];
}

/** What a test may ask of the visit it is judged in: the facts, and how other tests came out. */
export interface Scene<Reading extends BaseReading = BaseReading> {
  readonly facts: VisitFacts<Reading>;
  /** The outcome of a step at a point; null when nothing was read there or nothing is judged there. */
  outcome(step: StepName, point: string): JudgedOutcome | null;
  /**
   * Whether a battery was charged between two readings of it: by a charger, by the running engine, or by a crank that
   * started it.
   */
  chargedBetween(rest: BaseReading, later: BaseReading): boolean;
  /** What is made of a reading, made once however often it is asked for; one maker a reading. */
  once<Made>(reading: BaseReading, make: () => Made): Made;
}

/** Why a step cannot be taken yet, and the step that clears the way. */
export interface Blocked {
  readonly because: string;
  readonly unblock: PlaceOf;
}
