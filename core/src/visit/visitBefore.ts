import type { Judgeable } from '../step/catalogue';
import { unitBefore } from '../judging/unitAsOf';

/**
 * A visit as it stood just before a moment: what was read and repaired by then, and the batteries that sat in it.
 * @param ms milliseconds since 1970
 */
export const visitBefore = <Visit extends Judgeable>(file: Visit, ms: number): Visit => {
  const earlier = ({ at }: { readonly at: string }): boolean => Date.parse(at) < ms;
  return {
    ...file,
    unit: unitBefore(file, ms),
    readings: file.readings.filter(earlier),
    repairs: (file.repairs ?? []).filter(earlier),
  };
};
