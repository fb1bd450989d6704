import { wrap, type Remote } from 'comlink';
import { answerOf } from '../device/thread';
import type { BenchWorker } from './bench.worker';

type Ask = <Asked extends Promise<unknown>>(of: (bench: Remote<BenchWorker>) => Asked) => Promise<Awaited<Asked>>;

interface RunningThread {
  readonly bench: Remote<BenchWorker>;
  /** @throws {Error} where the thread cannot be started */
  readonly ask: Ask;
  readonly stop: () => void;
}

/** Starts a bench in a thread of its own. */
export const startBenchWorker = (): RunningThread => {
  const worker = new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module' });
  const bench = wrap<BenchWorker>(worker);
  return { bench, ask: (of) => answerOf(worker, of(bench)), stop: () => worker.terminate() };
};

let shared: RunningThread | null = null;

/**
 * Asks the thread that answers for the simulated machines of practice visits: one for all.
 * @throws {Error} where it cannot be started; asked again, it is tried again
 */
export const askBench: Ask = (of) => {
  shared ??= startBenchWorker();
  const own = shared;
  const asked = own.ask(of);
  asked.catch(() => {
    own.stop();
    if (shared === own) shared = null;
  });
  return asked;
};
