import { readFileSync } from 'node:fs';

/** Whether a process runs. */
export function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** A running process's command line, or '' where it cannot be told. */
export function commandLine(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
  } catch {
    return '';
  }
}

/** Ends a process and waits until it is gone. */
export async function endProcess(pid, patienceMs = 20_000) {
  const deadline = Date.now() + patienceMs;
  let signal = 'SIGTERM';
  while (isAlive(pid)) {
    process.kill(pid, signal);
    if (Date.now() > deadline) signal = 'SIGKILL';
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}
