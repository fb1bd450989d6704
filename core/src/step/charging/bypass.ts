import type { VisitFacts } from '../../judging/facts';
import { againstMin, inconclusive, NO_LIMIT, type AgainstLimit, type Outcome } from '../../judging/verdict';
import { isOver, isUnder } from '../../quantity/compare';
import { figure, voltsText } from '../../quantity/display';
import { isInternal } from './field';

/** The speed at which the field is fed or the regulator bypassed, at most 5 s, ended at 16 V per 12 V. */
const BYPASS_RPM = { min: 1200, max: 2000 } as const;

export interface Bypass {
  readonly voltsBefore: number;
  readonly voltsAfter: number;
  readonly rpm: number;
}

/** What a bypass shows: an outcome at once where it decides nothing, else whether the volts rose. */
export type BypassShown =
  | { readonly kind: 'nothing'; readonly outcome: Outcome }
  | {
      readonly kind: 'rose' | 'stayed';
      /** Volts after less volts before. */
      readonly rise: number;
      readonly against: AgainstLimit;
      readonly read: string;
    };

/**
 * Holds volts before and after against the rise a sound alternator shows. Too slow and yet risen, or too fast and yet
 * not, it decides all the same: the error can only have helped the other answer.
 */
export const bypassShows = ({ voltsBefore, voltsAfter, rpm }: Bypass, { unit, limits }: VisitFacts): BypassShown => {
  if (isInternal(unit))
    return {
      kind: 'nothing',
      outcome: inconclusive(
        NO_LIMIT,
        'The regulator sits inside the alternator: there is nothing to bypass from outside.',
        'Read output and running volts instead.',
      ),
    };
  const limit = limits.get('fullFieldRiseVolts');
  const rise = voltsAfter - voltsBefore;
  const against = againstMin(limit, rise);
  const read = `From ${voltsText(voltsBefore)} to ${voltsText(voltsAfter)} at ${figure(rpm, 0)} rpm`;
  const rose = !isUnder(rise, limit.value);
  const tooSlow = isUnder(rpm, BYPASS_RPM.min) && !rose;
  const tooFast = isOver(rpm, BYPASS_RPM.max) && rose;
  if (tooSlow || tooFast)
    return {
      kind: 'nothing',
      outcome: inconclusive(
        against,
        `${read}, outside ${BYPASS_RPM.min} to ${BYPASS_RPM.max} rpm.`,
        `Hold ${BYPASS_RPM.min} to ${BYPASS_RPM.max} rpm and read again, at most 5 s, ended at 16 V for each 12 V.`,
      ),
    };
  return { kind: rose ? 'rose' : 'stayed', rise, against, read };
};

/** A bypass in one line. */
export const bypassText = ({ voltsBefore, voltsAfter, rpm }: Bypass): string =>
  `${voltsText(voltsBefore)} before, ${voltsText(voltsAfter)} after, at ${figure(rpm, 0)} rpm`;
