import { accessSync, constants } from 'node:fs';
import path from 'node:path';
import { runCommand } from './run-command.mjs';
import { say, StartError } from './say.mjs';

/** Where Debian puts servers, which a plain user's PATH leaves out. */
const FOLDERS = [...(process.env.PATH ?? '').split(':'), '/usr/local/sbin', '/usr/sbin', '/sbin', '/usr/bin'];

/** @returns {string | undefined} the program's path */
export function findProgram(name) {
  return FOLDERS.filter(Boolean)
    .map((folder) => path.join(folder, name))
    .find((file) => {
      try {
        accessSync(file, constants.X_OK);
        return true;
      } catch {
        return false;
      }
    });
}

/**
 * Makes sure that a program is there, installing its Debian package where we may.
 *
 * @returns {Promise<string>} the program's path
 */
export async function ensureProgram(program, debianPackage) {
  const found = findProgram(program);
  if (found !== undefined) return found;
  const line = `apt-get update && apt-get install -y --no-install-recommends ${debianPackage}`;
  const asRoot = await rootPrefix();
  if (findProgram('apt-get') === undefined || asRoot === undefined) {
    throw new StartError(
      `${program} is missing, and this user may not install it.\nAsk for it to be installed, or type:\n\n  sudo sh -c '${line}'\n\nthen start again.`,
    );
  }
  say(`Installing ${debianPackage} (about half a minute) ...`);
  const [command, ...before] = [...asRoot, 'sh', '-c', line];
  const { code, output } = await runCommand(command, before, {
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
  const installed = findProgram(program);
  if (code !== 0 || installed === undefined) {
    throw new StartError(
      `${debianPackage} could not be installed:\n\n${output.trim()}\n\nTry it by hand: ${line}`,
    );
  }
  return installed;
}

/** @returns {Promise<string[] | undefined>} the words before a command that needs root, or undefined without the right */
async function rootPrefix() {
  if (process.getuid?.() === 0) return [];
  if (findProgram('sudo') === undefined) return undefined;
  const { code } = await runCommand('sudo', ['-n', 'true']);
  return code === 0 ? ['sudo', '-n'] : undefined;
}
