import { copyFileSync, existsSync, renameSync, rmSync, statSync, truncateSync } from 'node:fs';
import path from 'node:path';
import { say } from './say.mjs';

const LOGS = ['server.log', 'server-errors.log', 'mariadb.log'];
const LARGEST_BYTES = 20 * 1024 * 1024;
const KEPT = 3;
const EVERY_MS = 60_000;

/**
 * Keeps logs from growing without end: one that is large is copied aside and begun anew, and so many copies stay.
 * Whoever writes it appends to the same file and does not notice; what is written in between the two steps is lost.
 *
 * @param {number} [largest] bytes; tests want few
 */
export function rotateLogs(dir, largest = LARGEST_BYTES) {
  for (const name of LOGS) {
    const file = path.join(dir, name);
    if (!existsSync(file) || statSync(file).size < largest) continue;
    rmSync(`${file}.${KEPT}`, { force: true });
    for (let n = KEPT - 1; n >= 1; n--) {
      if (existsSync(`${file}.${n}`)) renameSync(`${file}.${n}`, `${file}.${n + 1}`);
    }
    try {
      copyFileSync(file, `${file}.1`);
    } catch (error) {
      // On a full disk there is no room for a copy, and room is what is wanted.
      say(`${name} was begun anew without a copy (${error.code}).`);
      rmSync(`${file}.1`, { force: true });
    }
    truncateSync(file, 0);
  }
}

/** Looks after the logs while we run. @returns {() => void} stops it */
export function keepLogsSmall(dir) {
  rotateLogs(dir);
  const timer = setInterval(() => rotateLogs(dir), EVERY_MS);
  timer.unref();
  return () => clearInterval(timer);
}
