import { spawn } from 'node:child_process';
import { openSync } from 'node:fs';
import path from 'node:path';
import { endProcess, isAlive } from './processes.mjs';
import { say, StartError } from './say.mjs';

const MOST_RESTARTS = 5;

/**
 * Starts the application server and keeps it running.
 *
 * @returns {Promise<{ address: string, stop: () => Promise<void> }>}
 */
export async function startServer(root, dir, environment, onGivenUp) {
  let stopping = false;
  let restarts = 0;
  const launch = () => launchServer(root, dir, environment);
  let { child, address } = await launch();
  const watch = () =>
    child.once('exit', () => {
      if (stopping) return;
      if (++restarts > MOST_RESTARTS) {
        onGivenUp();
        return;
      }
      say('The server stopped by itself; starting it again.');
      launch().then(
        (next) => {
          ({ child, address } = next);
          watch();
        },
        (error) => {
          say(error.message);
          onGivenUp();
        },
      );
    });
  watch();
  return {
    address,
    stop: async () => {
      stopping = true;
      if (isAlive(child.pid)) await endProcess(child.pid);
    },
  };
}

function launchServer(root, dir, environment) {
  const log = openSync(path.join(dir, 'server.log'), 'a', 0o600);
  const child = spawn(process.execPath, [path.join(root, 'packages/server/dist/main.js')], {
    cwd: root,
    env: { ...process.env, NODE_ENV: 'production', ...environment },
    stdio: ['ignore', log, 'pipe', 'ipc'],
    detached: true,
  });
  return new Promise((resolve, reject) => {
    let complaint = '';
    child.stderr.on('data', (chunk) => {
      complaint = (complaint + chunk).slice(-4000);
    });
    child.once('message', ({ listening }) => resolve({ child, address: listening }));
    child.once('exit', (code) =>
      reject(new StartError(`The server did not start (exit ${code}).\n${complaint.trim()}`)),
    );
  });
}
