// Measures what the project promises to be fast at. In a worker the same bundle takes a share of the work.
import { isMainThread } from 'node:worker_threads';
import { serveColdStart } from './coldStart';
import { measure } from './figures';
import { serveShare } from './judgeFleet';

if (isMainThread) await measure();
else {
  serveColdStart();
  serveShare();
}
