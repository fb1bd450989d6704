import { partName, REPEAT_MONTHS, type PartRepeat } from '@vaktman/core';
import { dayText } from '../control/dates';

/** That a part came again, and what is read before the next one goes in. */
export const repeatWords = ({ place, fitted }: PartRepeat): string =>
  `${partName(place)}: ${fitted.length === 1 ? 'one was' : `${fitted.length} were`} put in within ${REPEAT_MONTHS} months (${fitted
    .map((from) => dayText(from))
    .join(', ')}). What kills it comes first: recharge current, charging cables, parked drain.`;
