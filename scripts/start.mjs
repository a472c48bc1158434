#!/usr/bin/env node
/** `npm start`: from a fresh clone to a served address, and everything stopped again on Ctrl-C. */
import { randomBytes } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { HELP, readArguments } from './start/arguments.mjs';
import { buildAll, installPackages } from './start/build.mjs';
import { openDataFolder } from './start/data-folder.mjs';
import { startMariaDb } from './start/mariadb.mjs';
import { startPostOffice } from './start/post-office.mjs';
import { requireFreePort } from './start/ports.mjs';
import { keepLogsSmall } from './start/rotate-logs.mjs';
import { runCommand, stopCommands } from './start/run-command.mjs';
import { takeRunLock } from './start/run-lock.mjs';
import { say, StartError } from './start/say.mjs';
import { startServer } from './start/server-process.mjs';
import { watchParent } from './start/watch-parent.mjs';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');

/** What was started, newest last; stopped in reverse. */
const toStop = [];
let stopping;

function stopAll(exitCode) {
  stopping ??= (async () => {
    stopCommands();
    let code = exitCode;
    for (const stop of toStop.reverse()) {
      try {
        await stop();
      } catch (error) {
        // What could not be stopped leaves nothing else running.
        process.stderr.write(`${error.message}\n`);
        code = 1;
      }
    }
    process.exit(code);
  })();
  return stopping;
}

function requireNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    throw new StartError(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`);
  }
}

async function start() {
  const options = readArguments(process.argv.slice(2), root);
  if (options.help) {
    say(HELP);
    return;
  }
  requireNode();
  await requireFreePort(options.port, options.host);
  if (options.redirectPort !== undefined) await requireFreePort(options.redirectPort, options.host);
  const folder = openDataFolder(options.dataDir);
  toStop.push(takeRunLock(folder.dir, options.port));
  toStop.push(keepLogsSmall(folder.dir));
  await installPackages(root);
  await buildAll(root);
  const databaseUrl = process.env.LOTRECHT_DATABASE_URL ?? (await ownDatabase(folder));
  const post = await postService();
  const setupCode = randomBytes(5).toString('hex').toUpperCase();
  const environment = {
    LOTRECHT_DATABASE_URL: databaseUrl,
    LOTRECHT_MIGRATIONS: path.join(root, 'db/migrations'),
    LOTRECHT_WEB_ROOT: path.join(root, 'packages/web/dist/browser'),
    LOTRECHT_PORT: String(options.port),
    LOTRECHT_SETUP_CODE: setupCode,
    LOTRECHT_SMTP_URL: post.smtpUrl,
    LOTRECHT_ERASED_FILE: path.join(folder.dir, 'erased.txt'),
    LOTRECHT_HOST: options.host,
    ...(options.origin && { LOTRECHT_PUBLIC_ORIGIN: options.origin }),
    ...(options.cert && { LOTRECHT_TLS_CERT: options.cert, LOTRECHT_TLS_KEY: options.key }),
    ...(options.redirectPort && { LOTRECHT_REDIRECT_PORT: String(options.redirectPort) }),
    ...(options.trustedProxy && { LOTRECHT_TRUSTED_PROXY: options.trustedProxy }),
  };
  const demoEmail = options.empty ? null : await loadDemo(environment, folder.secrets.demoPassword);
  const server = await startServer(root, folder.dir, environment, () => void stopAll(1));
  toStop.push(server.stop);
  announce(server, {
    demoEmail,
    demoPassword: folder.secrets.demoPassword,
    setupCode,
    readLetters: post.readUrl,
  });
}

/** The mail service that is named, or a stand-in that keeps letters until the stop. */
async function postService() {
  const named = process.env.LOTRECHT_SMTP_URL;
  if (named !== undefined) return { smtpUrl: named, readUrl: undefined };
  const office = await startPostOffice(root);
  toStop.push(office.stop);
  return office;
}

async function ownDatabase(folder) {
  const mariaDb = await startMariaDb(folder);
  toStop.push(mariaDb.stop);
  // For `lotrecht backup` and its like, while we run; the password stands in the secrets.
  const file = path.join(folder.dir, 'database.json');
  writeFileSync(file, JSON.stringify({ port: Number(new URL(mariaDb.url).port) }), { mode: 0o600 });
  return mariaDb.url;
}

/** @returns {Promise<string | null>} the demo's sign-in, or null where this database holds other data */
async function loadDemo(environment, demoPassword) {
  const { code, output } = await runCommand(
    process.execPath,
    [path.join(root, 'packages/demo/dist/main.js')],
    { cwd: root, env: { ...process.env, ...environment, LOTRECHT_DEMO_PASSWORD: demoPassword } },
  );
  if (code !== 0) throw new StartError(`The demo data could not be loaded.\n\n${output.trim()}`);
  const { loaded, email } = JSON.parse(output);
  if (loaded !== null)
    say(`Loaded the demo: ${loaded.students} students, ${loaded.lessons} lessons, ${loaded.checks} checks.`);
  return email;
}

function announce({ address, setupNeeded }, { demoEmail, demoPassword, setupCode, readLetters }) {
  say();
  say(`  Lotrecht is served at  ${address}`);
  if (setupNeeded) {
    say(`  Make the first academy there; its one-time code is  ${setupCode}`);
  } else if (demoEmail !== null) {
    say(`  Demo sign-in  ${demoEmail}  password  ${demoPassword}`);
  }
  if (readLetters !== undefined) say(`  Letters are read at  ${readLetters}`);
  say('  Stop with Ctrl-C.');
  say();
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
  process.on(signal, () => {
    say('Stopping ...');
    void stopAll(0);
  });
}

// Whoever reads what we print has gone (a pipe that was closed, a terminal that hung up): nothing is left running.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => void stopAll(1));

process.on('uncaughtException', (error) => {
  process.stderr.write(`\n${error.stack}\n`);
  void stopAll(1);
});

watchParent(() => {
  say('npm has gone; stopping ...');
  void stopAll(0);
});

start().catch((error) => {
  if (stopping !== undefined) return;
  process.stderr.write(`\n${error instanceof StartError ? error.message : error.stack}\n`);
  void stopAll(1);
});
