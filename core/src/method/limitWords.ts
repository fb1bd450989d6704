import { firstUp } from '../quantity/firstUp';
import { LIMITS, type LimitName } from './limit';

const SPELLED: Readonly<Record<string, string>> = { agm: 'AGM', rpm: 'rpm', '21c': '21 °C' };

/** A limit's name as words: `gateAgmVolts` is "Gate AGM volts". */
export const limitWords = (name: LimitName): string => {
  const words = name
    .split(/(?=[A-Z])|(?<=[a-z])(?=\d)/)
    .map((word) => word.toLowerCase())
    .join(' ')
    .replace('21 c', '21c')
    .split(' ')
    .map((word) => SPELLED[word] ?? word)
    .join(' ');
  return firstUp(words);
};

const SCALE_WORDS = { none: '', system: 'per 12 V of the system', battery: 'per 12 V of the battery' } as const;

/** By what a limit grows, where it does: its figure is then stated for 12 V. */
export const limitScaleWords = (name: LimitName): string => SCALE_WORDS[LIMITS[name].scale];
/** The unit of a limit; a ratio has none. */
export const limitUnit = (name: LimitName): string => {
  const { unit } = LIMITS[name];
  return unit === 'ratio' ? '' : unit;
};
