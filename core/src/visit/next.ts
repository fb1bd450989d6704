import { stepEntry, stepTitle } from '../step/catalogue';
import { pointName } from '../unit/pointName';
import type { Place } from './obligation';
import type { Outcomes } from './outcomes';
import { blockedBy } from './precondition';

/** The step to take now, and why. */
export interface NextStep extends Place {
  readonly because: string;
}

/** An owed step that is not read, or read without deciding anything. */
export const isOpen = (outcomes: Outcomes, { step, point }: Place): boolean => {
  const verdict = outcomes.at(step, point)?.verdict;
  return verdict === undefined || verdict === 'inconclusive';
};

/**
 * The earliest open step of the order that may be taken; a side that only waits for its other side is not asked for
 * again. When only blocked steps remain, what unblocks the first of them.
 */
export const nextStep = (outcomes: Outcomes, obligatory: readonly Place[]): NextStep | null => {
  let unblocking: NextStep | null = null;
  for (const place of obligatory) {
    if (!isOpen(outcomes, place)) continue;
    const outcome = outcomes.at(place.step, place.point);
    if (outcome?.wantsAgain !== undefined && outcome.redo !== null)
      return { step: place.step, point: outcome.wantsAgain, because: outcome.redo };
    if (outcome?.waitsForOtherSide === true) continue;
    const blocked = blockedBy(outcomes, place);
    if (blocked === null) {
      const way = stepEntry(place.step).asks?.(outcomes) ?? '';
      const because =
        outcome?.redo ?? `${stepTitle(place.step)}, ${pointName(place.point)}${way}: next in the order of work.`;
      return { ...place, because };
    }
    unblocking ??= {
      step: stepEntry(blocked.unblock.step).step,
      point: blocked.unblock.point,
      because: blocked.because,
    };
  }
  return unblocking;
};
