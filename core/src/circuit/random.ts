/** Numbers from 0 up to 1, the same for the same seed. */
export type Random = () => number;

/**
 * A small seeded generator (mulberry32): good enough for instrument errors, and the same everywhere.
 * @param seed any whole number
 */
export const seededRandom = (seed: number): Random => {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = state;
    mixed = Math.imul(mixed ^ (mixed >>> 15), mixed | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
};

/** Evenly spread between -1 and 1. */
export const spread = (random: Random): number => 2 * random() - 1;
