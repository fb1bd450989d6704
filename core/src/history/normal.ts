import type { Random } from '../circuit/random';

/** Numbers spread normally around 0 with deviation 1 (Box and Muller). */
export const normalDraws = (random: Random, count: number): Float64Array => {
  const draws = new Float64Array(count);
  for (let i = 0; i < count; i += 2) {
    const reach = Math.sqrt(-2 * Math.log(1 - random()));
    const turn = 2 * Math.PI * random();
    draws[i] = reach * Math.cos(turn);
    if (i + 1 < count) draws[i + 1] = reach * Math.sin(turn);
  }
  return draws;
};

/** The value below which a share of sorted values lies. */
export const quantileOf = (sorted: ArrayLike<number>, share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
