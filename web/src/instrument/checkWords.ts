import type { CheckState } from '@vaktman/core';
import { dayText } from '../control/dates';

/** How an instrument stands with its check. */
export const checkWords = (check: CheckState): string => {
  switch (check.kind) {
    case 'not-asked':
      return 'no check asked for';
    case 'never':
      return 'never checked';
    case 'good':
      return `good to ${dayText(check.dueOn)}`;
    case 'overdue':
      return `overdue since ${dayText(check.dueOn)}`;
  }
};
