import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const GUARD = fileURLToPath(new URL('./guard.mjs', import.meta.url));
const PATIENCE_MS = 5500;

/** Everything a command started, in order; ended with it, also when the command itself is killed. */
export class Children {
  #guard = null;
  #live = new Map();

  /** Starts a process in a group of its own, so that Ctrl-C reaches the command alone, which ends it in order. */
  start(command, args, { signal = 'SIGTERM', ...options }) {
    const child = spawn(command, args, { ...options, detached: true });
    const ended = new Promise((resolve) => {
      child.once('exit', (code, by) => resolve(code ?? by));
      child.once('error', (error) => resolve(error.message));
    });
    if (child.pid !== undefined) {
      this.#tell(`watch ${child.pid} ${signal}`);
      this.#live.set(child.pid, { child, ended, signal });
      void ended.then(() => {
        this.#live.delete(child.pid);
        this.#tell(`forget ${child.pid}`);
      });
    }
    return { child, ended };
  }

  #tell(line) {
    if (this.#guard === null) {
      this.#guard = spawn(process.execPath, [GUARD], { detached: true, stdio: ['pipe', 'ignore', 'ignore'] });
      this.#guard.stdin.on('error', () => {});
      this.#guard.unref();
      this.#guard.stdin.unref?.();
    }
    this.#guard.stdin.write(`${line}\n`);
  }

  /** Ends one process: asked first, killed when it does not go. */
  async end(pid) {
    const own = this.#live.get(pid);
    if (own === undefined) return;
    own.child.kill(own.signal);
    let timer;
    const late = new Promise((resolve) => {
      timer = setTimeout(() => {
        own.child.kill('SIGKILL');
        resolve();
      }, PATIENCE_MS);
    });
    await Promise.race([own.ended, late]);
    clearTimeout(timer);
  }

  /** Ends everything, the last started first. */
  async endAll() {
    for (const pid of [...this.#live.keys()].reverse()) await this.end(pid);
    if (this.#guard !== null) this.#tell('done');
  }
}
