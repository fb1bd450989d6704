import { stepEntry } from '../step/catalogue';

/** How long hands are needed, and whether one pair does. */
export interface HandsNeeded {
  /** Minutes of hands, waits aside. */
  readonly minutes: number;
  /** Titles of the tests that take a second person, each once. */
  readonly secondPerson: readonly string[];
}

/**
 * What the steps a visit owes take of people.
 * @param places steps at points, as owed
 */
export const handsNeeded = (places: readonly { readonly step: string }[]): HandsNeeded => {
  const entries = places.map(({ step }) => stepEntry(step));
  return {
    minutes: Math.round(entries.reduce((sum, { minutes }) => sum + minutes, 0)),
    secondPerson: [...new Set(entries.filter(({ hands }) => hands === 2).map(({ title }) => title))],
  };
};
