import type { VisitDetail } from '@vaktman/contract';
import { signatureOf, takesEntries } from '@vaktman/core';
import { useMayIn } from './useMayIn';

/** True while something can be read in a visit, and by whoever is signed in. */
export const useReadsIn = ({ file, events }: VisitDetail): boolean => {
  const reads = useMayIn(file.visit.id, 'trainee');
  return reads && takesEntries(signatureOf(events));
};
