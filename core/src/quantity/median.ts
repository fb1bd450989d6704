/** The middle of sorted values, or the mean of the two in the middle; NaN of none. */
export const middle = (sorted: ArrayLike<number>): number => {
  const half = sorted.length >> 1;
  const upper = sorted[half] ?? NaN;
  return sorted.length % 2 === 1 ? upper : ((sorted[half - 1] ?? NaN) + upper) / 2;
};

/** The middle of values in any order; NaN of none. */
export const median = (values: readonly number[]): number => middle(Float64Array.from(values).sort());
