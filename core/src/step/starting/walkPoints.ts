/** What is read or answered at each step of the no-crank / slow-crank walk, in the order of the steps. */
export const WALK_POINTS = [
  'bankRest',
  'bankJoints',
  'starterRest',
  'starterRestCleaned',
  'starterRestIsolator',
  'starterRestBank',
  'attempt',
  'starterCranking',
  'motorCranking',
  'controlCranking',
  'pinion',
  'switchOutputCranking',
  'switchSupplyRest',
  'switchSupplyCranking',
  'coilSignal',
] as const;
export type WalkPoint = (typeof WALK_POINTS)[number];

export const WALK_ANSWERS = {
  bankJoints: ['clean', 'dirty'],
  attempt: ['normal', 'slow', 'clicks', 'spins', 'nothing'],
  pinion: ['sound', 'damaged'],
} as const;

export const asksForAnswer = (point: WalkPoint): point is keyof typeof WALK_ANSWERS => point in WALK_ANSWERS;
