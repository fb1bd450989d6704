import { CLOCK_LATENCY_MS } from '@vaktman/contract';
import type { Reading } from '@vaktman/core';
import { useAppSelector } from '../store';

/**
 * When something happened by the clock of this device. What came back from the server has its time put right by how far
 * this device is off; what is still on its way has it as this device wrote it. Of the two the later that has been already is
 * taken: a wait may come out too long by the difference, never too short.
 * @param ms the time as it stands with the fact
 * @param aheadMs how far this device is ahead of the server; null when it is not known
 */
export const onThisDevice = (ms: number, aheadMs: number | null, nowMs: number): number => {
  if (aheadMs === null || Math.abs(aheadMs) <= CLOCK_LATENCY_MS) return ms;
  const [later, earlier] = aheadMs > 0 ? [ms + aheadMs, ms] : [ms, ms + aheadMs];
  return later <= nowMs ? later : earlier;
};

/** Readings with their times by the clock of this device, to be held against its clock. */
export const useOnThisDevice = (readings: readonly Reading[], nowMs: number): readonly Reading[] => {
  const aheadMs = useAppSelector((state) => state.outbox.clockAheadMs);
  if (aheadMs === null || Math.abs(aheadMs) <= CLOCK_LATENCY_MS) return readings;
  return readings.map((reading) => ({
    ...reading,
    at: new Date(onThisDevice(Date.parse(reading.at), aheadMs, nowMs)).toISOString(),
  }));
};
