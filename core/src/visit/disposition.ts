/** How the unit may leave: worst first. */
export const DISPOSITIONS = ['hold', 'unfinished', 'no-sign', 'ready-watch', 'ready'] as const;
export type Disposition = (typeof DISPOSITIONS)[number];

/** How a unit leaves its visit, in words. */
export const DISPOSITION_WORDS = {
  ready: 'ready',
  'ready-watch': 'ready, watch',
  unfinished: 'unfinished',
  'no-sign': 'no sign of a fault',
  hold: 'hold',
} as const;
