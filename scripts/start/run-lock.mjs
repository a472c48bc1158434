import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { commandLine, isAlive } from './processes.mjs';
import { say, StartError } from './say.mjs';

/**
 * Makes sure that one start works on a data folder at a time. A lock left by a start that was killed is taken over.
 *
 * @returns {() => void} gives the folder back
 */
export function takeRunLock(dir, port) {
  const file = path.join(dir, 'running.json');
  const mine = JSON.stringify({ pid: process.pid, port });
  try {
    writeFileSync(file, mine, { flag: 'wx', mode: 0o600 });
  } catch (error) {
    if (error.code !== 'EEXIST') throw error;
    const other = readOther(file);
    if (other !== undefined) {
      throw new StartError(
        `Lotrecht already runs on this data folder, at http://127.0.0.1:${other.port}/ (process ${other.pid}).\n` +
          'Stop it there with Ctrl-C, or start a second one with --data DIR --port N.',
      );
    }
    say('An earlier start did not end cleanly; cleaning up after it.');
    writeFileSync(file, mine, { mode: 0o600 });
  }
  return () => rmSync(file, { force: true });
}

function readOther(file) {
  try {
    const other = JSON.parse(readFileSync(file, 'utf8'));
    const lives =
      isAlive(other.pid) && other.pid !== process.pid && commandLine(other.pid).includes('start.mjs');
    return lives ? other : undefined;
  } catch {
    // Half-written by a start that was killed: nobody holds it.
    return undefined;
  }
}
