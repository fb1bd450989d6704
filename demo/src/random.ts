/** A stream of random numbers that is the same for the same seed on every machine. */
export interface Random {
  /** Evenly spread between 0 and 1. */
  readonly unit: () => number;
  /** Normally spread around 0 with the given standard deviation. */
  readonly normal: (deviation: number) => number;
  readonly pick: <T>(choices: readonly T[]) => T;
  readonly bytes: (count: number) => Uint8Array;
}

/** Mulberry32: 32 bits of state, good enough to spread demo readings, never for secrets. */
export const seeded = (seed: number): Random => {
  let state = seed >>> 0;
  const unit = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    unit,
    normal: (deviation) => deviation * Math.sqrt(-2 * Math.log(1 - unit())) * Math.cos(2 * Math.PI * unit()),
    pick: (choices) => choices[Math.floor(unit() * choices.length)]!,
    bytes: (count) => Uint8Array.from({ length: count }, () => Math.floor(unit() * 256)),
  };
};
