import { firstUp } from '../quantity/firstUp';
import type { LimitName } from './limit';

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
