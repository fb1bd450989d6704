import { wrap, type Remote } from 'comlink';
import type { BenchWorker } from './bench.worker';

/** Starts a bench in a thread of its own. */
export const startBenchWorker = (): { readonly bench: Remote<BenchWorker>; readonly stop: () => void } => {
  const worker = new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module' });
  return { bench: wrap<BenchWorker>(worker), stop: () => worker.terminate() };
};

let shared: ReturnType<typeof startBenchWorker> | null = null;

/** The thread that answers for the simulated machines of practice visits: one for all. */
export const sharedBench = (): Remote<BenchWorker> => {
  shared ??= startBenchWorker();
  return shared.bench;
};
