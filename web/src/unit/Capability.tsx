import type { BatteryLast } from '@vaktman/contract';
import { CAPABILITY_LIMIT_PERCENT, figure } from '@vaktman/core';
import { Figure } from '../control/Figure';

/** What share of its rating a battery gave when it was last loaded; a dash where nobody loaded it. */
export const Capability = ({ last }: { last: BatteryLast | undefined }) =>
  last?.figures.capabilityPercent === undefined ? (
    <>–</>
  ) : (
    <Figure text={figure(last.figures.capabilityPercent, 0)} unit="%" />
  );

/** True where a battery gave too little. */
export const isWeak = (last: BatteryLast | undefined): boolean =>
  (last?.figures.capabilityPercent ?? 100) < CAPABILITY_LIMIT_PERCENT;
