import type { Unit } from '@vaktman/core';

/** Units that are compared with each other. */
export const kindOf = ({
  description,
  systemVolts,
  bank,
}: Pick<Unit, 'description' | 'systemVolts' | 'bank'>): string => `${description} ${systemVolts} ${bank.arrangement}`;
