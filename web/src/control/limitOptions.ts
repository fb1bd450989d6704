import { LIMIT_NAMES, limitUnit, limitWords } from '@vaktman/core';

const ALL = LIMIT_NAMES.map((name): readonly [string, string] => [
  name,
  [limitWords(name), limitUnit(name)].filter((text) => text !== '').join(', '),
]);

/** Limits that can be chosen in one line of several: none that another line has. @param at the line, from 0 */
export const limitOptions = (
  lines: readonly { readonly name: string }[],
  at: number,
): readonly (readonly [value: string, words: string])[] => {
  const taken = new Set(lines.flatMap(({ name }, line) => (line === at ? [] : [name])));
  return [['', 'choose a limit'], ...ALL.filter(([name]) => !taken.has(name))];
};
