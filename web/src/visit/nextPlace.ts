import { type VisitId, conductNext, pointName, stepTitle, type Conducted } from '@vaktman/core';
import type { Judged } from './useVisit';

/** The next step to conduct, or null when none is left. */
export const nextOnScreen = ({ outcomes, retests, skipped }: Judged): Conducted | null =>
  conductNext(outcomes, retests, skipped);

/** The address of a step; everything to look at shares one screen, and so does the walk. */
export const placePath = (visitId: VisitId, { step, point }: { step: string; point: string }): string => {
  if (step.startsWith('look.') && step !== 'look.fuse') return `/visits/${visitId}/look`;
  if (step === 'start.walk' || step === 'start.ladder') return `/visits/${visitId}/${step}`;
  return `/visits/${visitId}/${step}/${encodeURIComponent(point)}`;
};

/** Where a visit goes on: at its next step, or at its summary. */
export const onwardPath = (visitId: VisitId, judged: Judged): string => {
  const next = nextOnScreen(judged);
  return next === null ? `/visits/${visitId}/summary` : placePath(visitId, next);
};

/** What the key to the next step says. */
export const nextWords = (next: Conducted | null): string => {
  if (next === null) return 'To the summary';
  if (next.step.startsWith('look.')) return next.retest ? 'Next: look again' : 'Next: look';
  return `Next: ${stepTitle(next.step).toLowerCase()}, ${pointName(next.point)}${next.retest ? ', again' : ''}`;
};
