import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import { runCommand } from './run-command.mjs';
import { say, StartError } from './say.mjs';

const LEFT_OUT = new Set(['node_modules', 'dist', '.angular', 'generated']);

/** A folder's or file's content as one hash; tests do not count. */
function hashOf(root, places) {
  const hash = createHash('sha256');
  const visit = (place) => {
    const full = path.join(root, place);
    if (!existsSync(full)) return;
    for (const entry of readdirSync(full, { withFileTypes: true }).sort((a, b) =>
      a.name < b.name ? -1 : 1,
    )) {
      const inner = path.join(place, entry.name);
      if (entry.isDirectory()) {
        if (!LEFT_OUT.has(entry.name)) visit(inner);
      } else if (!/\.(test|spec)\.ts$/.test(entry.name)) {
        hash.update(inner).update(readFileSync(path.join(root, inner)));
      }
    }
  };
  for (const place of places) {
    if (place.endsWith('.json')) hash.update(place).update(readFileSync(path.join(root, place)));
    else visit(place);
  }
  return hash.digest('hex');
}

function readStamp(file) {
  return existsSync(file) ? readFileSync(file, 'utf8') : '';
}

async function step(root, { title, places, stamp, command, args, hint }) {
  const file = path.join(root, stamp);
  const hash = hashOf(root, places);
  if (readStamp(file) === hash) return false;
  say(title);
  rmSync(file, { force: true });
  const { code, output } = await runCommand(command, args, {
    cwd: root,
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
  });
  if (code !== 0) throw new StartError(`${hint}\n\n${output.trim()}`);
  mkdirSync(path.dirname(file), { recursive: true });
  writeFileSync(file, hash);
  return true;
}

/** Installs the packages named in the lock file, when it changed since the last time. */
export function installPackages(root) {
  return step(root, {
    title: 'Installing packages (about a minute) ...',
    places: ['package.json', 'package-lock.json'],
    stamp: 'node_modules/.lotrecht-installed',
    command: 'npm',
    args: ['ci', '--ignore-scripts', '--no-audit', '--no-fund'],
    hint: 'npm ci failed. Is the npm registry reachable?',
  });
}

/** What both the server and the web application are made from. */
const SHARED = [
  'package-lock.json',
  'tsconfig.base.json',
  'packages/core',
  'packages/records',
  'packages/words',
  'packages/judging',
];

/** Builds the server, its workers and the shell command, when something in them changed. */
export function buildServer(root) {
  return step(root, {
    title: 'Building the server and the shell command ...',
    places: [
      ...SHARED,
      'packages/paper',
      'packages/simulation',
      'packages/server',
      'packages/demo',
      'packages/cli',
    ],
    stamp: 'packages/server/dist/.built-from',
    command: 'sh',
    args: [
      '-c',
      'npm run --silent generate && node_modules/.bin/tsc -b packages/core packages/records packages/words packages/judging packages/paper packages/simulation packages/server packages/demo packages/cli && npm run --silent build -w @lotrecht/cli',
    ],
    hint: 'The server could not be built.',
  });
}

/** Builds the web application, when something in it changed; the server's build generates what it is made from. */
export function buildWeb(root) {
  return step(root, {
    title: 'Building the web application (about half a minute) ...',
    places: [...SHARED, 'packages/sync', 'packages/paper', 'packages/web'],
    stamp: 'packages/web/dist/.built-from',
    command: 'sh',
    args: [
      '-c',
      'cd packages/web && ../../node_modules/.bin/ng build && node ../../scripts/start/compress-web.mjs dist/browser',
    ],
    hint: 'The web application could not be built.',
  });
}

/** Builds the server, the shell command and the web application, each only when something in it changed. */
export async function buildAll(root) {
  await buildServer(root);
  await buildWeb(root);
}
