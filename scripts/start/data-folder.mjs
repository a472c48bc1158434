import { randomBytes, randomInt } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { StartError } from './say.mjs';

const DEMO_WORDS = ['heron', 'kiln', 'barge', 'lantern', 'weir', 'raft', 'twine', 'chalk', 'quarry', 'plumb'];

/**
 * Opens the data folder and the secrets in it; both are for the owner alone.
 *
 * @returns {{ dir: string, postDir: string, secrets: { databasePassword: string, rootPassword: string, demoPassword: string } }}
 */
export function openDataFolder(dir) {
  try {
    mkdirSync(dir, { recursive: true, mode: 0o700 });
    const postDir = path.join(dir, 'post');
    mkdirSync(postDir, { recursive: true, mode: 0o700 });
    return { dir, postDir, secrets: readSecrets(path.join(dir, 'secrets.json')) };
  } catch (error) {
    throw new StartError(
      `The data folder ${dir} cannot be used (${error.code ?? error.message}). Choose another with --data DIR.`,
    );
  }
}

function readSecrets(file) {
  if (existsSync(file)) return JSON.parse(readFileSync(file, 'utf8'));
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

/** Easy to type on a tablet, and different on every machine. */
function demoPassword() {
  const words = Array.from({ length: 3 }, () => DEMO_WORDS[randomInt(DEMO_WORDS.length)]);
  return `${words.join('-')}-${randomInt(1000, 10_000)}`;
}
