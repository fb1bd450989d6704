import type { VisitDetail } from '@vaktman/contract';
import { signatureOf } from '@vaktman/core';
import { useMayIn } from './useMayIn';

/** True while something can be read in a visit, and by whoever is signed in. */
export const useReadsIn = ({ file, events }: VisitDetail): boolean => {
  const reads = useMayIn(file.visit.id, 'trainee');
  const { status } = signatureOf(events);
  return reads && (status === 'open' || status === 'amending');
};
