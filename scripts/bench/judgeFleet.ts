import { judge, judgeAgain } from '@vaktman/core';
import { availableParallelism } from 'node:os';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { fleetVisits } from './visit';

/** What one worker judges: every nth visit of so many units, under another method. */
interface Share {
  readonly task: 'judge';
  readonly units: number;
  readonly of: number;
  readonly index: number;
  readonly differences: boolean;
}

const ask = <T>(worker: Worker, message: string): Promise<T> =>
  new Promise((resolve, reject) => {
    worker.once('message', resolve);
    worker.once('error', reject);
    worker.postMessage(message);
  });

/** In a worker: makes its share ready, then judges it when told to. */
export const serveShare = (): void => {
  if (isMainThread || parentPort === null || (workerData as { task?: string }).task !== 'judge') return;
  const { units, of, index, differences } = workerData as Share;
  const visits = fleetVisits(units).filter((_, at) => at % of === index);
  parentPort.on('message', (message) => {
    if (message !== 'judge') return parentPort!.postMessage('ready');
    for (const visit of visits) {
      if (differences) judgeAgain(visit, 'rested');
      else judge({ ...visit, method: { profile: 'rested' } });
    }
    parentPort!.postMessage('done');
  });
};

/** Seconds to judge eight visits of so many units again, shared among workers on every core. */
export const judgeFleetSeconds = async (units: number, differences: boolean): Promise<number> => {
  const of = availableParallelism();
  const workers = Array.from(
    { length: of },
    (_, index) =>
      new Worker(new URL(import.meta.url), {
        workerData: { task: 'judge', units, of, index, differences } satisfies Share,
      }),
  );
  await Promise.all(workers.map((worker) => ask(worker, 'ready')));
  const started = performance.now();
  await Promise.all(workers.map((worker) => ask(worker, 'judge')));
  const seconds = (performance.now() - started) / 1000;
  await Promise.all(workers.map((worker) => worker.terminate()));
  return seconds;
};
