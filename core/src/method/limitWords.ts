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
