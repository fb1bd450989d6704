import { RESTING_CONTROLS, type BenchControls, type BenchFrame, type DebriefInput, type Fault } from '@vaktman/core';
import type { Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { BenchWorker } from './bench.worker';
import { startBenchWorker } from './workerBench';

const FRAME_MS = 1000 / 30;
/** Longest time one frame may stand for: a page that slept does not crank on. */
const LONGEST_FRAME_S = 0.1;

export interface RunningBench {
  readonly frame: BenchFrame | null;
  readonly controls: BenchControls;
  readonly change: (part: Partial<BenchControls>) => void;
  /** Lets minutes pass at once. */
  readonly wait: (seconds: number) => void;
  readonly repair: (faults: readonly Fault[]) => void;
  readonly worker: Remote<BenchWorker> | null;
}

/** Keeps a simulated machine running in its worker and shows it thirty times a second. */
export const useBench = (input: DebriefInput): RunningBench => {
  const [frame, setFrame] = useState<BenchFrame | null>(null);
  const [controls, setControls] = useState<BenchControls>(RESTING_CONTROLS);
  const bench = useRef<Remote<BenchWorker> | null>(null);
  const [worker, setWorker] = useState<Remote<BenchWorker> | null>(null);
  useEffect(() => {
    const started = startBenchWorker();
    bench.current = started.bench;
    setWorker(() => started.bench);
    let stopped = false;
    let last = performance.now();
    const run = async (): Promise<void> => {
      await started.bench.start(input);
      while (!stopped) {
        const now = performance.now();
        const shown = await started.bench.frame(Math.min(LONGEST_FRAME_S, (now - last) / 1000 || FRAME_MS / 1000));
        last = now;
        if (!stopped) setFrame(shown);
        await new Promise((resolve) => setTimeout(resolve, Math.max(0, FRAME_MS - (performance.now() - now))));
      }
    };
    void run();
    return () => {
      stopped = true;
      started.stop();
      bench.current = null;
    };
  }, [input]);
  const change = useCallback(
    (part: Partial<BenchControls>) =>
      setControls((before) => {
        const next = { ...before, ...part };
        void bench.current?.set(next);
        return next;
      }),
    [],
  );
  const wait = useCallback((seconds: number) => void bench.current?.wait(seconds, 0.5).then(setFrame), []);
  const repair = useCallback((faults: readonly Fault[]) => void bench.current?.repair(faults), []);
  return { frame, controls, change, wait, repair, worker };
};
