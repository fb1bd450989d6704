import { FINDINGS } from '../finding/catalogue';
import type { SeparatingTest } from '../finding/record';
import { stepTitle } from '../step/catalogue';
import { pointName } from '../unit/pointName';
import type { Judgement } from './judgement';
import { nextStep, type NextStep } from './next';
import { obligatoryPlaces, type Place } from './obligation';
import type { Outcomes } from './outcomes';
import { blockedBy } from './precondition';
import type { Retest } from './retest';
import { symptomPlaces } from './symptoms';

/** What a visit goes on with: a repeated test after a repair first, then the order of work. */
export interface Conducted extends NextStep {
  readonly retest: boolean;
}

/** What settles a reading that decides nothing by itself: low running volts lead to the end of each alternator. */
const settlingPlace = (outcomes: Outcomes, skipped: ReadonlySet<string>): NextStep | null => {
  for (const { step, point } of outcomes.facts.current.values()) {
    const open = outcomes.at(step, point);
    const at = open?.settledAt?.find((other) => !skipped.has(`${step}@${other}`) && outcomes.at(step, other) === null);
    if (open !== null && at !== undefined) return { step, point: at, because: open.redo ?? open.because };
  }
  return null;
};

/**
 * The step to conduct now: a repeated test after a repair, then what the symptoms ask for, then what settles a reading that is open, then the order of work. Steps the technician skipped, with a reason, are passed over; they stay owed.
 * @param skipped `step@point` of every skipped step
 */
export const conductNext = (
  outcomes: Outcomes,
  retests: readonly Retest[],
  skipped: ReadonlySet<string>,
): Conducted | null => {
  const again = retests.find(({ step, point }) => !skipped.has(`${step}@${point}`));
  if (again !== undefined) {
    return {
      step: again.step,
      point: again.point,
      because: `${stepTitle(again.step)}, ${pointName(again.point)}: the same test again after "${again.repair.action}".`,
      retest: true,
    };
  }
  const { unit, symptoms } = outcomes.facts;
  const first = symptomPlaces(unit, symptoms).find(
    (place) =>
      !skipped.has(`${place.step}@${place.point}`) &&
      outcomes.at(place.step, place.point) === null &&
      blockedBy(outcomes, place) === null,
  );
  if (first !== undefined) return { ...first, retest: false };
  const settling = settlingPlace(outcomes, skipped);
  if (settling !== null) return { ...settling, retest: false };
  const next = nextStep(
    outcomes,
    obligatoryPlaces(outcomes).filter(({ step, point }) => !skipped.has(`${step}@${point}`)),
  );
  return next === null || skipped.has(`${next.step}@${next.point}`) ? null : { ...next, retest: false };
};

/**
 * True of a test that was asked for because of a finding that is still open: its pass leaves the others that could be it.
 */
export const isSeparating = ({ findings }: Judgement, outcomes: Outcomes, place: Place): boolean =>
  findings
    .filter(({ severity }) => severity !== 'watch')
    .flatMap(({ code, subject }) => FINDINGS[code].separates?.(subject, outcomes.facts.unit) ?? [])
    .some(({ step, point }) => step === place.step && point === place.point);

const MOST_SEPARATING = 8;

/** Tests that separate what one failed reading leaves open, in the order of least work. */
export const separatingTests = ({ findings }: Judgement, outcomes: Outcomes): readonly SeparatingTest[] => {
  const { unit } = outcomes.facts;
  return findings
    .filter(({ severity }) => severity !== 'watch')
    .flatMap(({ code, subject }) => FINDINGS[code].separates?.(subject, unit) ?? [])
    .filter(({ step, point }) => outcomes.at(step, point) === null)
    .slice(0, MOST_SEPARATING);
};
