// Loaded into the server while it is measured: how long its loop was held at the most, written when asked by a signal.
import { writeFileSync } from 'node:fs';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { isMainThread } from 'node:worker_threads';

const RESOLUTION_MS = 5;
if (isMainThread && process.env.VAKTMAN_LOOP_FILE !== undefined) {
  const delay = monitorEventLoopDelay({ resolution: RESOLUTION_MS });
  delay.enable();
  process.on('SIGUSR2', () => {
    const ms = (nanoseconds) => Math.max(0, nanoseconds / 1e6 - RESOLUTION_MS);
    writeFileSync(
      process.env.VAKTMAN_LOOP_FILE,
      JSON.stringify({ maxMs: ms(delay.max), p999Ms: ms(delay.percentile(99.9)) }),
    );
    delay.reset();
  });
}
