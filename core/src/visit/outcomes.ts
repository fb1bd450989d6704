import { present } from '../quantity/present';
import { stepKey, type VisitFacts } from '../judging/facts';
import type { BaseReading } from '../judging/readingBase';
import { isChargeOf } from '../judging/repair';
import type { JudgedOutcome, Scene, StepName } from '../judging/scene';
import type { Outcome } from '../judging/verdict';
import { CATALOGUE, DERIVED, stepEntry, type JudgedStep, type Reading } from '../step/catalogue';

/** Outcomes of one visit, each computed once, when first asked for. */
export class Outcomes implements Scene<Reading> {
  readonly facts: VisitFacts<Reading>;
  /** By step, then by point: one text joined from both would have to be hashed at every look. */
  readonly #memo = new Map<string, Map<string, JudgedOutcome | null>>();
  readonly #made = new Map<BaseReading, unknown>();

  constructor(facts: VisitFacts<Reading>) {
    this.facts = facts;
  }

  /** The outcome at a step and point; null when nothing was read there or nothing is judged there. */
  at(step: JudgedStep, point: string): JudgedOutcome | null {
    return this.#at(step, point);
  }

  outcome({ step }: StepName, point: string): JudgedOutcome | null {
    return this.#at(step, point);
  }

  chargedBetween(rest: BaseReading, later: BaseReading): boolean {
    const { unit, valid, repairs } = this.facts;
    const from = valid.findIndex(({ reading }) => reading === rest);
    const to = valid.findIndex(({ reading }) => reading === later);
    if (from < 0 || to < from) return false;
    const [begins, ends] = [present(valid[from]).time, present(valid[to]).time];
    return (
      valid.slice(from + 1, to).some(({ reading }) => chargesBank(reading)) ||
      repairs.some((repair) => {
        const time = Date.parse(repair.at);
        return time > begins && time <= ends && isChargeOf(repair, unit, rest.point);
      })
    );
  }

  once<Made>(reading: BaseReading, make: () => Made): Made {
    if (!this.#made.has(reading)) this.#made.set(reading, make());
    // One maker a reading: what is there was made by it.
    return this.#made.get(reading) as Made;
  }

  #at(step: string, point: string): JudgedOutcome | null {
    const ofStep = this.#ofStep(step);
    const known = ofStep.get(point);
    if (known !== undefined) return known;
    const judged = this.#judge(step, point);
    ofStep.set(point, judged);
    return judged;
  }

  #ofStep(step: string): Map<string, JudgedOutcome | null> {
    let ofStep = this.#memo.get(step);
    if (ofStep === undefined) {
      ofStep = new Map();
      this.#memo.set(step, ofStep);
    }
    return ofStep;
  }

  /** The outcome of a reading that counts, in hand already and so not looked up. */
  #of(reading: Reading): JudgedOutcome | null {
    const ofStep = this.#ofStep(reading.step);
    const known = ofStep.get(reading.point);
    if (known !== undefined) return known;
    const judged = this.#outcomeOf(reading);
    ofStep.set(reading.point, judged);
    return judged;
  }

  /** Every judged step, in the order first read; what stands in and what is added up comes last. */
  all(): JudgedOutcome[] {
    const found: JudgedOutcome[] = [];
    const add = (outcome: JudgedOutcome | null): void => {
      if (outcome !== null) found.push(outcome);
    };
    for (const reading of this.facts.current.values()) add(this.#of(reading));
    for (const { step, point } of STAND_INS) {
      if (!this.facts.current.has(stepKey(step, point))) add(this.#at(step, point));
    }
    for (const { step, point } of DERIVED) add(this.#at(step, point));
    return found;
  }

  /** The outcome of a reading that no longer counts, for steps that rest on nothing but the reading itself. */
  alone(reading: Reading): JudgedOutcome | null {
    return stepEntry(reading.step).restsOnItself === true ? this.#outcomeOf(reading) : null;
  }

  #judge(step: string, point: string): JudgedOutcome | null {
    const derived = DERIVED.find((entry) => entry.step === step);
    if (derived !== undefined) return derived.judge(this);
    const reading = this.facts.current.get(stepKey(step, point));
    return reading === undefined ? (stepEntry(step).standIns?.[point]?.(this) ?? null) : this.#outcomeOf(reading);
  }

  #outcomeOf(reading: Reading): JudgedOutcome | null {
    const outcome = stepEntry(reading.step).judge(reading, this);
    return outcome === null ? null : judgedAs(outcome, reading);
  }
}

/** A reading with the engine on, or of a crank that started it; what is only looked at tells of no charge. */
const chargesBank = (reading: Reading): boolean => {
  const { stage, step, tellsOfRunning } = stepEntry(reading.step);
  return stage !== 'look' && step !== 'battery.load' && (tellsOfRunning?.(reading) ?? false);
};

const STAND_INS = CATALOGUE.flatMap(({ step, standIns = {} }) =>
  Object.keys(standIns).map((point) => ({ step, point })),
);

// Written out field by field: visits are judged by the ten thousand, and spreading objects of many shapes is slow.
const judgedAs = (outcome: Outcome, { id, step, point }: Reading): JudgedOutcome => ({
  verdict: outcome.verdict,
  limit: outcome.limit,
  margin: outcome.margin,
  because: outcome.because,
  redo: outcome.redo,
  troubles: outcome.troubles,
  alsoUsed: outcome.alsoUsed,
  waitsForOtherSide: outcome.waitsForOtherSide,
  wantsAgain: outcome.wantsAgain,
  wantsLook: outcome.wantsLook,
  settledAt: outcome.settledAt,
  step,
  point,
  readings: outcome.alsoUsed === undefined ? [id] : [...new Set([id, ...outcome.alsoUsed])],
});
