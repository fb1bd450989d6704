import { parseArrangement, type Arrangement } from '@vaktman/core';

const COUNT = ['no', 'one', 'two', 'three', 'four', 'five', 'six'];

/** An arrangement in words: "12 V, four in parallel". */
export const bankWords = (systemVolts: number, arrangement: string): string => {
  const { series, parallel } = parseArrangement(arrangement as Arrangement);
  const volts = `${systemVolts} V`;
  if (series === 1) return parallel === 1 ? `${volts}, one battery` : `${volts}, ${COUNT[parallel]} in parallel`;
  return parallel === 1
    ? `${volts}, ${COUNT[series]} in series`
    : `${volts}, ${COUNT[parallel]} strings of ${COUNT[series]}`;
};
