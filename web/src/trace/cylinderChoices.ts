/** Cylinders an engine may have, to choose from. */
export const CYLINDER_CHOICES: readonly (readonly [value: string, words: string])[] = [
  ['', 'not known'],
  ...['1', '2', '3', '4', '5', '6', '8', '10', '12', '16'].map((count) => [count, count] as const),
];
