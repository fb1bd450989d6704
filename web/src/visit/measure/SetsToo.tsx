import { pointName, rechargePoints } from '@vaktman/core';
import { KeyLink } from '../../control/Key';
import { placePath } from '../nextPlace';
import type { StepProps } from '../stepProps';

/** A bank within its limit may hide a set over its own: each set that was not read by itself. */
export const SetsToo = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const sets = rechargePoints(detail.file.unit).filter(
    (point) => point.startsWith('set:') && judged.outcomes.at('charge.recharge', point) === null,
  );
  return sets.length === 0 ? null : (
    <section aria-label="Each set by itself">
      <p>The bank may hide a set that takes too much. Still idling, clamp each by itself:</p>
      {sets.map((point) => (
        <KeyLink key={point} to={placePath(detail.file.visit.id, { step: 'charge.recharge', point })}>
          {pointName(point)}
        </KeyLink>
      ))}
    </section>
  );
};
