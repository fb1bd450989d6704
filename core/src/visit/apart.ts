import type { VisitEvent } from '../judging/visitEvent';
import type { Unit } from '../unit/unit';

/** What has to be thought of before the first clamp of a visit comes off. */
export interface ApartAsked {
  readonly memoryPower: boolean;
  /** Minutes between key off and the first clamp; 0 where the machine asks for none. */
  readonly waitMinutes: number;
}

/** What a unit asks for before it is taken apart; null where it asks for nothing, or it was done in this visit. */
export const apartAsked = (unit: Unit, events: readonly VisitEvent[] = []): ApartAsked | null => {
  const asked = { memoryPower: unit.memoryPower === 'needed', waitMinutes: unit.keyOffWaitMinutes ?? 0 };
  const isDone = events.some(({ kind }) => kind === 'made-safe');
  return isDone || (!asked.memoryPower && asked.waitMinutes === 0) ? null : asked;
};
