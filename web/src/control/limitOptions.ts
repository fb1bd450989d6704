import { LIMIT_NAMES, limitUnit, limitWords } from '@vaktman/core';

const ALL = LIMIT_NAMES.map((name): readonly [string, string] => [
  name,
  [limitWords(name), limitUnit(name)].filter((text) => text !== '').join(', '),
]);

/**
 * Limits that can be chosen in one line of several: none that another line has.
 * @param names what is chosen in each line so far
 * @param at the line, from 0
 */
export const limitOptions = (
  names: readonly string[],
  at: number,
): readonly (readonly [value: string, words: string])[] => {
  const taken = new Set(names.filter((_name, line) => line !== at));
  return [['', 'choose a limit'], ...ALL.filter(([name]) => !taken.has(name))];
};
