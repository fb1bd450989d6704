import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';

const WAIT_MS = 120_000;

/** Command line of a process, or null when it does not live. */
export const commandOf = (pid) => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
  } catch {
    try {
      process.kill(pid, 0);
      return '';
    } catch (error) {
      return error.code === 'EPERM' ? '' : null;
    }
  }
};

const read = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
};

/** True when the process that claimed a folder still is a command of ours that starts or restores, not another that got its number. */
const isLive = (claim) => {
  const command = claim === null ? null : commandOf(claim.pid);
  return command !== null && (command === '' || /(start|restore)\.mjs/.test(command));
};

/**
 * Claims a data folder for this start command, so that two never run on one.
 * @returns what was claimed, or who has it: `{ address }`, once that is known
 */
export async function claimFolder(folder) {
  mkdirSync(folder, { recursive: true, mode: 0o711 });
  const file = join(folder, 'running.json');
  const deadline = Date.now() + WAIT_MS;
  for (;;) {
    try {
      writeFileSync(file, JSON.stringify({ pid: process.pid, address: null }), { flag: 'wx', mode: 0o600 });
      return {
        claimed: true,
        tell: (address) => writeFileSync(file, JSON.stringify({ pid: process.pid, address }), { mode: 0o600 }),
        release: () => rmSync(file, { force: true }),
      };
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
    }
    const other = read(file);
    if (!isLive(other)) {
      // Half-written by somebody who is just claiming it, or left behind by one who was killed.
      if (other === null && existsSync(file)) await pause(100);
      const again = read(file);
      if (!isLive(again)) rmSync(file, { force: true });
      continue;
    }
    if (other.address !== null) return { claimed: false, address: other.address };
    if (Date.now() > deadline) return { claimed: false, address: null };
    await pause(250);
  }
}
