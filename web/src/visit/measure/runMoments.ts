import type { RunReading } from '@vaktman/core';

/** When volts along a run are read, in words. */
export const MOMENT_WORDS: Readonly<Record<RunReading['during'], string>> = {
  crank: 'while cranking',
  pile: 'with the pile',
  charging: 'charging',
  'key-on': 'key on',
};

/** How a run of that name is usually brought under current. */
export const usualMoment = (name: string): RunReading['during'] => {
  if (name === 'field') return 'key-on';
  if (name === 'control') return 'crank';
  return name.startsWith('charge') ? 'charging' : 'pile';
};
