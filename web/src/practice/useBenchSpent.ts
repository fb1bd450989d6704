import { DANGERS, type BenchFrame } from '@vaktman/core';
import { useEffect, useRef } from 'react';
import type { BenchNotes } from './benchNotes';

const KEPT_EVERY_S = 10;

/**
 * What an exercise has cost so far: a reload makes the machine anew, and takes none of its time nor of what was dangerous back.
 * @returns minutes of the hands and of the machine together
 */
export const useBenchSpent = (
  frame: BenchFrame | null,
  { minutes, ranSeconds, dangers }: BenchNotes,
  change: (to: (before: BenchNotes) => BenchNotes) => void,
): number => {
  const ranBefore = useRef(ranSeconds);
  const ran = ranBefore.current + (frame?.seconds ?? 0);
  const kept = ran - (ran % KEPT_EVERY_S);
  useEffect(() => change((before) => ({ ...before, ranSeconds: kept })), [change, kept]);
  const newDangers = (frame?.dangers ?? []).filter((own) => !dangers.includes(own)).join(' ');
  useEffect(() => {
    if (newDangers === '') return;
    const added = newDangers.split(' ');
    change((before) => ({
      ...before,
      dangers: DANGERS.filter((own) => before.dangers.includes(own) || added.includes(own)),
    }));
  }, [change, newDangers]);
  return minutes + ran / 60;
};
