import { coldStart, fitForCold, judge, simulateVisit, visitFigures } from '@vaktman/core';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { benchMachine } from './machine';

const RUNS = 15;
/** A maker's, under which its volts fall before the engine is too slow: the longer way to it. */
const LIMIT_VOLTS = 20;

/** In a worker: fits a unit from one visit and times its coldest start. */
export const serveColdStart = (): void => {
  if (isMainThread || parentPort === null || (workerData as { task?: string }).task !== 'cold') return;
  const { unit, celsius } = benchMachine();
  const visit = simulateVisit({
    format: 'vaktman-scenario',
    version: 1,
    unit,
    ambientC: celsius,
    stateOfChargePercent: 95,
    seed: 3,
    faults: [],
  });
  const fitted = fitForCold(
    unit,
    [{ figures: visitFigures(visit, judge(visit)), repairs: [] }],
    () => true,
    Date.parse(visit.visit.at),
  );
  if (fitted.kind === 'unsaid') throw new Error(`The visit lacks ${fitted.lacks.join(', ')}.`);
  const times = Array.from({ length: RUNS }, () => {
    const started = performance.now();
    coldStart(unit, fitted.fit, LIMIT_VOLTS);
    return performance.now() - started;
  }).sort((a, b) => a - b);
  parentPort.postMessage(times[RUNS >> 1]);
};

/** Median milliseconds of a coldest start with both its band and its curve, in a worker. */
export const coldStartMs = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const worker = new Worker(new URL(import.meta.url), { workerData: { task: 'cold' } });
    worker.once('message', (ms: number) => {
      void worker.terminate();
      resolve(ms);
    });
    worker.once('error', reject);
  });
