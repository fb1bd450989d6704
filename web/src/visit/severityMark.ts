import type { Severity } from '@vaktman/core';
import type { MarkKind } from '../control/Mark';

/** The mark a finding carries: worse means more ink. */
export const SEVERITY_MARK: Readonly<Record<Severity, MarkKind>> = {
  replace: 'failed',
  repair: 'failed',
  recharge: 'notyet',
  recheck: 'notyet',
  watch: 'marginal',
};
