import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import { isDatabaseAway } from '../database/failure';
import { listenTo } from '../database/listen';
import { openPool } from '../database/pool';
import { markNewDays, OUTLOOK_CHANNEL, workOffOutlooks } from './outlookQueue';
import { areProjectionsOld, rebuild } from './rebuild';

/** Marks nobody told of are found by looking now and then. */
const LOOK_MS = 5000;

/** How far this thread steps back behind those that answer, by the scale of `nice`. */
const BEHIND = 10;
// Of the calling thread alone where threads have a priority of their own, which is Linux.
if (process.platform === 'linux') setPriority(0, BEHIND);

const { databaseUrl } = workerData as { readonly databaseUrl: string };
const tell = (message: { readonly problem: string }): void => parentPort?.postMessage(message);
const pool = openPool(databaseUrl, () => undefined, 2);

let stopped = false;
let working = false;
let wanted = true;

/** Works off what is due, one pass after another; what was marked meanwhile is taken in the next. */
const work = async (): Promise<void> => {
  wanted = true;
  if (working || stopped) return;
  working = true;
  try {
    while (wanted && !stopped) {
      wanted = false;
      if (await areProjectionsOld(pool)) await rebuild(pool);
      await markNewDays(pool, Date.now());
      await workOffOutlooks(pool);
    }
  } catch (error) {
    // A database that is away comes back; the marks are kept in it.
    if (!stopped && !isDatabaseAway(error))
      tell({ problem: error instanceof Error ? (error.stack ?? error.message) : String(error) });
  } finally {
    working = false;
  }
};

const listening = listenTo(databaseUrl, OUTLOOK_CHANNEL, {
  onMessage: () => void work(),
  onConnected: () => void work(),
  onLost: () => undefined,
});
const timer = setInterval(() => void work(), LOOK_MS);

parentPort?.on('message', () => {
  stopped = true;
  clearInterval(timer);
  void listening
    .stop()
    .then(() => pool.end())
    .finally(() => process.exit(0));
});
