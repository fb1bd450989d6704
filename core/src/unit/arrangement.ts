/** Banks that are built: so many batteries in series, so many of those strings in parallel; six batteries at most. */
export const ARRANGEMENTS = ['1S1P', '1S2P', '1S3P', '1S4P', '1S5P', '1S6P', '2S1P', '2S2P', '2S3P', '4S1P'] as const;
export type Arrangement = (typeof ARRANGEMENTS)[number];

/** Batteries in series in each string, and strings in parallel. */
export const parseArrangement = (arrangement: Arrangement): { series: number; parallel: number } => ({
  series: Number(arrangement[0]),
  parallel: Number(arrangement[2]),
});
