import { spawn } from 'node:child_process';

const running = new Set();

/** Stops whatever step is under way. */
export function stopCommands() {
  for (const child of running) child.kill('SIGTERM');
}

/**
 * Runs a command to its end.
 *
 * @param {{ keep?: number }} [options] of spawn, and how many characters of its output are kept, the last ones
 * @returns {Promise<{ code: number | null, output: string }>} what it printed, for telling why it failed
 */
export function runCommand(command, args, { keep = 20_000, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], ...options });
    running.add(child);
    let output = '';
    const read = (chunk) => {
      output += chunk;
      if (output.length > keep) output = output.slice(-keep);
    };
    child.stdout?.on('data', read);
    child.stderr?.on('data', read);
    child.once('error', (error) => {
      running.delete(child);
      reject(error);
    });
    child.once('close', (code) => {
      running.delete(child);
      resolve({ code, output });
    });
  });
}
