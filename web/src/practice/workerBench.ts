import { wrap, type Remote } from 'comlink';
import type { BenchWorker } from './bench.worker';

/** Starts a bench in a thread of its own. */
export const startBenchWorker = (): { readonly bench: Remote<BenchWorker>; readonly stop: () => void } => {
  const worker = new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module' });
  return { bench: wrap<BenchWorker>(worker), stop: () => worker.terminate() };
};
