import { readingsOf } from '../judging/facts';
import type { Blocked } from '../judging/scene';
import type { VisitEvent } from '../judging/visitEvent';
import { caseLook, damagesSeen } from '../step/look/caseLook';
import type { Place } from './obligation';
import type { Outcomes } from './outcomes';
import { refusal } from './precondition';

/** The name under which it is kept that somebody went on although a battery was not made safe. */
export const MAKE_SAFE = 'damaged battery made safe';

/**
 * What a cracked, leaking or frozen battery stops: a pile at starter or alternator, cranking, running and charging.
 * @param events of the visit: whoever goes on all the same says why, and is asked again once another is seen
 * @returns what is wrong and where, or null when the test may be taken
 */
export const stoppedByBattery = (outcomes: Outcomes, events: readonly VisitEvent[], place: Place): Blocked | null => {
  const refused = refusal(outcomes, place);
  if (refused === null || refused.unblock.step !== caseLook.step) return null;
  const seenMs = Math.max(
    ...readingsOf(outcomes.facts, caseLook.schema)
      .filter((look) => damagesSeen(look).length > 0)
      .map(({ at }) => Date.parse(at)),
  );
  return events.some(
    (event) => event.kind === 'wait-skipped' && event.wait === MAKE_SAFE && Date.parse(event.at) >= seenMs,
  )
    ? null
    : refused;
};
