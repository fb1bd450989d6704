/** More than this nobody reads in a list; typing narrows it down. */
export const MOST_SHOWN = 50;

/** The options whose words hold what was typed, as many as a list can show. */
export const narrowed = <Option extends readonly [value: string, words: string]>(
  options: readonly Option[],
  typed: string,
): readonly Option[] => {
  const wanted = typed.trim().toLowerCase();
  return options.filter(([, words]) => words.toLowerCase().includes(wanted)).slice(0, MOST_SHOWN);
};
