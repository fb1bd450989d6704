import { RESTING_CONTROLS, type BenchControls, type BenchFrame, type DebriefInput, type Fault } from '@vaktman/core';
import type { Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { BenchWorker } from './bench.worker';
import { startBenchWorker } from './workerBench';

const FRAME_MS = 1000 / 30;
/** A hand reads no more of it: drawn at every step, the machine took all of a tablet's time. */
const SHOWN_MS = 125;
/** Longest time one frame may stand for: a page that slept does not crank on. */
const LONGEST_FRAME_S = 0.1;

/** Lowest and highest volts of the meter since it was last cleared. */
export interface Held {
  readonly lowest: number;
  readonly highest: number;
}

const heldWith = (held: Held | null, volts: number | null): Held | null => {
  if (volts === null) return held;
  return { lowest: Math.min(held?.lowest ?? volts, volts), highest: Math.max(held?.highest ?? volts, volts) };
};

export interface RunningBench {
  readonly frame: BenchFrame | null;
  /** Of every step, also of those that are not shown. */
  readonly held: Held | null;
  readonly clearHeld: () => void;
  readonly controls: BenchControls;
  readonly change: (part: Partial<BenchControls>) => void;
  /** Lets minutes pass at once. */
  readonly wait: (seconds: number) => void;
  readonly repair: (faults: readonly Fault[]) => void;
  readonly worker: Remote<BenchWorker> | null;
  /** Why the machine does not run, in words. */
  readonly problem: string | null;
}

/** Keeps a simulated machine running in its worker, thirty steps a second, and shows it eight times a second. */
export const useBench = (input: DebriefInput): RunningBench => {
  const [frame, setFrame] = useState<BenchFrame | null>(null);
  const [held, setHeld] = useState<Held | null>(null);
  const heldNow = useRef<Held | null>(null);
  const [controls, setControls] = useState<BenchControls>(RESTING_CONTROLS);
  const bench = useRef<Remote<BenchWorker> | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [worker, setWorker] = useState<Remote<BenchWorker> | null>(null);
  useEffect(() => {
    const started = startBenchWorker();
    bench.current = started.bench;
    setWorker(() => started.bench);
    let stopped = false;
    setProblem(null);
    let last = performance.now();
    let shownAt = Number.NEGATIVE_INFINITY;
    const run = async (): Promise<void> => {
      await started.ask(async (own) => own.start(input));
      while (!stopped) {
        const now = performance.now();
        const shown = await started.bench.frame(Math.min(LONGEST_FRAME_S, (now - last) / 1000 || FRAME_MS / 1000));
        last = now;
        heldNow.current = heldWith(heldNow.current, shown?.meterVolts ?? null);
        if (!stopped && now - shownAt >= SHOWN_MS) {
          shownAt = now;
          setFrame(shown);
          setHeld(heldNow.current);
        }
        await new Promise((resolve) => setTimeout(resolve, Math.max(0, FRAME_MS - (performance.now() - now))));
      }
    };
    run().catch((error: unknown) => {
      if (!stopped) setProblem(error instanceof Error ? error.message : String(error));
    });
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
  const clearHeld = useCallback(() => {
    heldNow.current = null;
    setHeld(null);
  }, []);
  const repair = useCallback((faults: readonly Fault[]) => void bench.current?.repair(faults), []);
  return { frame, held, clearHeld, controls, change, wait, repair, worker, problem };
};
