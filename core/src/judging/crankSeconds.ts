/** One cranking reading keeps the starter engaged about this long. */
export const CRANK_SECONDS = 3;
