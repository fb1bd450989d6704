import { LIMITS, type LimitName } from './limit';
import { LIMIT_TITLES } from './limitTitles';

/** What a limit is called where people read it: `gateAgmVolts` is "At rest before a load test, AGM and gel". */
export const limitWords = (name: LimitName): string => LIMIT_TITLES[name];

const SCALE_WORDS = { none: '', system: 'per 12 V of the system', battery: 'per 12 V of the battery' } as const;

/** By what a limit grows, where it does: its figure is then stated for 12 V. */
export const limitScaleWords = (name: LimitName): string => SCALE_WORDS[LIMITS[name].scale];
/** The unit of a limit; a ratio has none. */
export const limitUnit = (name: LimitName): string => {
  const { unit } = LIMITS[name];
  return unit === 'ratio' ? '' : unit;
};

/** A point in the wrong place is a figure ten times the usual or a tenth of it; methods themselves differ by less than this. Rule of thumb. */
const FAR = 8;
/** Whether a limit as somebody states it is so far from the usual that it is asked for once more; both in the same unit. */
export const isFarFromUsual = (stated: number, usual: number): boolean =>
  // Where the usual is to ask for nothing, whatever is asked for is meant.
  usual !== 0 && (stated > usual * FAR || stated * FAR < usual);
