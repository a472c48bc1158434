import { randomBytes, randomInt } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { StartError } from './say.mjs';

const DEMO_WORDS = ['heron', 'kiln', 'barge', 'lantern', 'weir', 'raft', 'twine', 'chalk', 'quarry', 'plumb'];

/**
 * Opens the data folder and the secrets in it; both are for the owner alone.
 *
 * @returns {{ dir: string, secrets: { databasePassword: string, rootPassword: string, demoPassword: string } }}
 */
export function openDataFolder(dir) {
  try {
    mkdirSync(dir, { recursive: true, mode: 0o700 });
    // Letters of earlier versions: nothing of anybody stays on a disk.
    rmSync(path.join(dir, 'post'), { recursive: true, force: true });
    return { dir, secrets: readSecrets(path.join(dir, 'secrets.json')) };
  } catch (error) {
    if (error instanceof StartError) throw error;
    throw new StartError(
      `The data folder ${dir} cannot be used (${error.code ?? error.message}). Choose another with --data DIR.`,
    );
  }
}

function readSecrets(file) {
  if (existsSync(file)) return parseSecrets(file);
  const secrets = {
    databasePassword: randomBytes(24).toString('hex'),
    rootPassword: randomBytes(24).toString('hex'),
    demoPassword: demoPassword(),
  };
  // Written beside and renamed, so that a start killed here leaves no half file.
  writeFileSync(`${file}.new`, JSON.stringify(secrets, null, 2), { mode: 0o600 });
  renameSync(`${file}.new`, file);
  return secrets;
}

/** A file that was cut off or edited is told as what it is: without it the database does not open. */
function parseSecrets(file) {
  try {
    const secrets = JSON.parse(readFileSync(file, 'utf8'));
    const missing = SECRETS.filter((name) => typeof secrets?.[name] !== 'string' || secrets[name] === '');
    if (missing.length === 0) return secrets;
    throw new SyntaxError(`${missing.join(', ')} missing`);
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    throw new StartError(
      `${file} is damaged (${error.message}). It holds the passwords of the database beside it, which does not open without them.\n` +
        'Put a copy of the file back. Without one, choose another folder with --data DIR and restore a backup there: npx lotrecht restore FILE --data DIR.',
    );
  }
}

const SECRETS = ['databasePassword', 'rootPassword', 'demoPassword'];

/** Easy to type on a tablet, and different on every machine. */
function demoPassword() {
  const words = Array.from({ length: 3 }, () => DEMO_WORDS[randomInt(DEMO_WORDS.length)]);
  return `${words.join('-')}-${randomInt(1000, 10_000)}`;
}
