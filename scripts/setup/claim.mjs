import { linkSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
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

/** @returns what a file says; null where it is damaged, undefined where there is none */
const read = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    return error.code === 'ENOENT' ? undefined : null;
  }
};

/** True when the process that claimed a folder still is a command of ours that starts or restores, not another that got its number. */
const isLive = (claim) => {
  const command = claim == null ? null : commandOf(claim.pid);
  return command !== null && (command === '' || /(start|restore)\.mjs/.test(command));
};

/** Does something that fails where a file is there already. @returns whether it was not there */
const unlessThere = (make) => {
  try {
    make();
    return true;
  } catch (error) {
    if (error.code === 'EEXIST') return false;
    throw error;
  }
};

/** Puts a claim at its place whole, so that nobody ever reads half of one. */
const put = (file, address, place) => {
  const own = `${file}.${process.pid}`;
  writeFileSync(own, JSON.stringify({ pid: process.pid, address }), { mode: 0o600 });
  try {
    place(own);
  } finally {
    rmSync(own, { force: true });
  }
};

/** Takes away what one who was killed left behind. One at a time: another would take away the claim that came after it. */
const takeAway = (file) => {
  const taking = `${file}.taking`;
  if (!unlessThere(() => writeFileSync(taking, JSON.stringify({ pid: process.pid }), { flag: 'wx', mode: 0o600 }))) {
    if (commandOf(read(taking)?.pid ?? process.pid) === null) rmSync(taking, { force: true });
    return;
  }
  try {
    const left = read(file);
    // Where nothing lies, the next to come puts its own there at any moment: that is not taken away.
    if (left !== undefined && !isLive(left)) rmSync(file, { force: true });
  } finally {
    rmSync(taking, { force: true });
  }
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
    let isOwn = false;
    put(file, null, (own) => {
      isOwn = unlessThere(() => linkSync(own, file));
    });
    if (isOwn)
      return {
        claimed: true,
        tell: (address) => put(file, address, (own) => renameSync(own, file)),
        release: () => rmSync(file, { force: true }),
      };
    const other = read(file);
    const isTaken = isLive(other);
    if (isTaken && other.address !== null) return { claimed: false, address: other.address };
    if (Date.now() > deadline) return { claimed: false, address: null };
    if (!isTaken) takeAway(file);
    await pause(isTaken ? 250 : 10);
  }
}
