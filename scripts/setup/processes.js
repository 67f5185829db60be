import { readFileSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';

/** @param {number} pid */
export function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return /** @type {NodeJS.ErrnoException} */ (error).code === 'EPERM';
  }
}

/**
 * Whether a process is the one that we started: ids are used again after a restart of the machine.
 * @param {number} pid @param {string} mark part of its command line
 */
export function isOurs(pid, mark) {
  try {
    return Boolean(pid) && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(mark);
  } catch {
    return false;
  }
}

/**
 * Asks a process to end and waits until it is gone.
 * @param {number} pid @param {NodeJS.Signals} signal
 * @returns {Promise<boolean>} false where it is still there after ten seconds
 */
export async function end(pid, signal) {
  process.kill(pid, signal);
  for (let tries = 0; isAlive(pid) && tries < 100; tries += 1) await wait(100);
  return !isAlive(pid);
}

/** @param {string} file @returns {number} the process id that a file holds, or 0 */
export function readPid(file) {
  try {
    return Number(readFileSync(file, 'utf8').split('\n')[0]) || 0;
  } catch {
    return 0;
  }
}
