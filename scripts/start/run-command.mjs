import { spawn } from 'node:child_process';

const running = new Set();

/** Stops whatever step is under way. */
export function stopCommands() {
  for (const child of running) child.kill('SIGTERM');
}

/**
 * Runs a command to its end.
 *
 * @returns {Promise<{ code: number | null, output: string }>} what it printed, for telling why it failed
 */
export function runCommand(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], ...options });
    running.add(child);
    let output = '';
    const keep = (chunk) => {
      output = (output + chunk).slice(-20_000);
    };
    child.stdout?.on('data', keep);
    child.stderr?.on('data', keep);
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
