import type { RunReading } from '@vaktman/core';

/** How a run of that name is usually brought under current. */
export const usualMoment = (name: string): RunReading['during'] => {
  if (name === 'field') return 'key-on';
  if (name === 'control') return 'crank';
  return name.startsWith('charge') ? 'charging' : 'pile';
};
