import { spawn } from 'node:child_process';
import path from 'node:path';
import { endProcess, isAlive } from './processes.mjs';
import { StartError } from './say.mjs';

/**
 * Starts the stand-in for a mail service.
 *
 * @returns {Promise<{ smtpUrl: string, readUrl: string, stop: () => Promise<void> }>}
 */
export function startPostOffice(root) {
  const child = spawn(process.execPath, [path.join(root, 'packages/demo/dist/post-office/main.js')], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    detached: true,
  });
  return new Promise((resolve, reject) => {
    child.once('message', ({ smtpUrl, readUrl }) =>
      resolve({ smtpUrl, readUrl, stop: async () => isAlive(child.pid) && endProcess(child.pid) }),
    );
    child.once('exit', (code) =>
      reject(new StartError(`The stand-in for mail did not start (exit ${code}).`)),
    );
  });
}
