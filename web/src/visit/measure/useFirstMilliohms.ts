import type { ReadStep, VisitFile } from '@vaktman/core';
import { useUnitHistoryQuery } from '../../api/api';
import { useAppSelector } from '../../store';

/**
 * What the battery at a point had when a milliohm meter first read it, in an earlier visit, as its next reading carries it;
 * nothing at other steps, or where it is not known. A battery that was fitted in this visit has no earlier one here.
 */
export const useFirstMilliohms = (
  { unit, visit, repairs = [] }: VisitFile,
  step: ReadStep,
  point: string,
): { readonly firstMilliohms?: number } => {
  const practice = useAppSelector((state) => state.practice.visits[visit.id] !== undefined);
  const { data } = useUnitHistoryQuery(unit.id, { skip: practice || step !== 'battery.milliohm' });
  if (step !== 'battery.milliohm') return {};
  if (repairs.some((repair) => repair.kind === 'replace' && (repair.point === point || repair.point === 'bank')))
    return {};
  const first = data?.firstMilliohms?.find(({ position, visitId }) => position === point && visitId !== visit.id);
  return first === undefined ? {} : { firstMilliohms: first.milliohms };
};
