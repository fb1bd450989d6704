import type { VisitFacts } from './facts';
import type { BaseReading } from './readingBase';

/** Temperature of a battery that a reading of it states, or undefined. */
const statedC = ({ batteryC, electrolyteC }: BaseReading): number | undefined => batteryC ?? electrolyteC;

/**
 * Battery temperature for a reading of one battery, and what it was taken from: the reading's own, else the last one
 * known of the same battery, whatever it was read with, else the air of the visit.
 * @param reading the reading it is for; null asks for what is known now
 */
export const batteryTemperature = (
  facts: VisitFacts,
  position: string,
  reading: BaseReading | null,
): { readonly celsius: number | null; readonly from: 'battery' | 'air' } => {
  let known = reading === null ? undefined : statedC(reading);
  if (known === undefined) {
    for (const other of facts.valid) {
      if (other.reading === reading && known !== undefined) break;
      if (other.reading.point === position) known = statedC(other.reading) ?? known;
    }
  }
  return known === undefined ? { celsius: facts.ambientC, from: 'air' } : { celsius: known, from: 'battery' };
};

/** The coldest battery known, or null when none is. */
export const coldestKnownC = (facts: VisitFacts): number | null => {
  let coldest: number | null = null;
  for (const reading of facts.current.values()) {
    const stated = statedC(reading);
    if (stated !== undefined) coldest = coldest === null ? stated : Math.min(coldest, stated);
  }
  return coldest;
};

/** Temperature for the bank as one: its own, else the coldest battery known, else the air, else null. */
export const bankTemperatureC = (facts: VisitFacts, ownC?: number): number | null =>
  ownC ?? coldestKnownC(facts) ?? facts.ambientC;
