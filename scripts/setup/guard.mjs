// Outlives the start command by a moment: when that is gone, however it went, what it started is ended too.
// Told on standard input, a line each: `watch <pid> <signal>`, `forget <pid>`, `done`.
import { createInterface } from 'node:readline';
import { setTimeout as pause } from 'node:timers/promises';

const PATIENCE_MS = 5000;
const watched = new Map();

const lives = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};
const send = (pid, signal) => {
  try {
    process.kill(pid, signal);
  } catch {
    // It has ended by itself.
  }
};

/** Ends what was started, the last first: the server before its database. */
const endAll = async () => {
  for (const [pid, signal] of [...watched].reverse()) {
    send(pid, signal);
    const deadline = Date.now() + PATIENCE_MS;
    while (lives(pid) && Date.now() < deadline) await pause(50);
    if (lives(pid)) send(pid, 'SIGKILL');
  }
  process.exit(0);
};

for (const signal of ['SIGINT', 'SIGHUP', 'SIGTERM']) process.on(signal, () => {});
const lines = createInterface({ input: process.stdin });
lines.on('line', (line) => {
  const [word, pid, signal] = line.split(' ');
  if (word === 'watch') watched.set(Number(pid), signal);
  if (word === 'forget') watched.delete(Number(pid));
  if (word === 'done') process.exit(0);
});
lines.on('close', () => void endAll());
