import { nextStep, obligatoryPlaces, type NextStep, type ReadStep } from '@vaktman/core';
import type { Judged } from './useVisit';

/** Steps that have a screen. */
export const STEPS_WITH_SCREEN: ReadonlySet<ReadStep> = new Set<ReadStep>([
  'look.belt',
  'look.alternator',
  'look.joint',
  'look.case',
  'battery.openCircuit',
  'battery.load',
  'start.drop',
  'start.crankVolts',
  'charge.volts',
  'charge.drop',
  'charge.output',
  'charge.recharge',
]);

/** The next step to conduct on screen, or null when none is left. */
export const nextOnScreen = ({ outcomes }: Judged): NextStep | null =>
  nextStep(
    outcomes,
    obligatoryPlaces(outcomes).filter(({ step }) => STEPS_WITH_SCREEN.has(step)),
  );

/** The address of a step; everything to look at shares one screen. */
export const placePath = (visitId: string, { step, point }: { step: string; point: string }): string =>
  step.startsWith('look.') ? `/visits/${visitId}/look` : `/visits/${visitId}/${step}/${encodeURIComponent(point)}`;

/** Where a visit goes on: at its next step, or at its summary. */
export const onwardPath = (visitId: string, judged: Judged): string => {
  const next = nextOnScreen(judged);
  return next === null ? `/visits/${visitId}/summary` : placePath(visitId, next);
};
