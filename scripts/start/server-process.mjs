import { spawn } from 'node:child_process';
import { closeSync, fstatSync, openSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { endProcess, isAlive } from './processes.mjs';
import { say, StartError } from './say.mjs';

/** MB for what is young: two thousand rows of one answer else outlive it, and are swept up twice. */
const ROOM_FOR_ROWS = '--max-semi-space-size=32';

/** A server that falls over this often in this time will not stand: give up and say so. */
const MOST_RESTARTS = 5;
const RESTARTS_WITHIN_MS = 10_000;

/**
 * Starts the application server and keeps it running.
 *
 * @returns {Promise<{ address: string, setupNeeded: boolean, stop: () => Promise<void> }>}
 */
export async function startServer(root, dir, environment, onGivenUp) {
  let stopping = false;
  let restarts = [];
  const launch = () => launchServer(root, dir, environment);
  const first = await launch();
  let { child } = first;
  const watch = () =>
    child.once('exit', () => {
      if (stopping) return;
      restarts = [...restarts.filter((at) => Date.now() - at < RESTARTS_WITHIN_MS), Date.now()];
      if (restarts.length > MOST_RESTARTS) {
        say(`The server keeps stopping; ${path.join(dir, 'server-errors.log')} says why.`);
        onGivenUp();
        return;
      }
      say('The server stopped by itself; starting it again.');
      launch().then(
        (next) => {
          ({ child } = next);
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
    address: first.address,
    setupNeeded: first.setupNeeded,
    stop: async () => {
      stopping = true;
      if (isAlive(child.pid)) await endProcess(child.pid);
    },
  };
}

function launchServer(root, dir, environment) {
  const log = openSync(path.join(dir, 'server.log'), 'a', 0o600);
  // What ends a server stands where it outlives it.
  const errorFile = path.join(dir, 'server-errors.log');
  const errors = openSync(errorFile, 'a', 0o600);
  const before = fstatSync(errors).size;
  const child = spawn(process.execPath, [ROOM_FOR_ROWS, path.join(root, 'packages/server/dist/main.js')], {
    cwd: root,
    env: { ...process.env, NODE_ENV: 'production', ...environment },
    stdio: ['ignore', log, errors, 'ipc'],
    detached: true,
  });
  closeSync(log);
  closeSync(errors);
  return new Promise((resolve, reject) => {
    let waiting = false;
    child.on('message', (message) => {
      if (message.listening !== undefined) {
        resolve({ child, address: message.listening, setupNeeded: message.setupNeeded });
      } else if (message.waiting && !waiting) {
        waiting = true;
        say('The database does not answer yet; waiting for it (Ctrl-C to give up) ...');
      }
    });
    child.once('exit', (code) => {
      reject(new StartError(`The server did not start (exit ${code}).\n${complaintIn(errorFile, before)}`));
    });
  });
}

/** What was written to a log since it had so many bytes; a server that ends at a stop may find its folder gone. */
function complaintIn(file, before) {
  try {
    return readFileSync(file).subarray(before).toString('utf8').slice(-4000).trim();
  } catch (error) {
    return `${file} cannot be read (${error.code}).`;
  }
}
