import type { Role } from '@vaktman/contract';
import type { VisitId } from '@vaktman/core';
import { useMaySee } from '../session/useMay';
import { useAppSelector } from '../store';

/** True when whoever is signed in may do it in a visit. On a machine for practice anybody may: nothing of it is a record. */
export const useMayIn = (visitId: VisitId, least: Role): boolean => {
  const sees = useMaySee(least);
  return useAppSelector(({ practice }) => practice.visits[visitId] !== undefined) || sees;
};
