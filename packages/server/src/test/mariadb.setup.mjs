import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { openDataFolder } from '../../../../scripts/start/data-folder.mjs';
import { startMariaDb } from '../../../../scripts/start/mariadb.mjs';

/** One MariaDB for all repository tests; each test file makes a database of its own in it. */
export default async function setup(project) {
  const folder = openDataFolder(mkdtempSync(path.join(tmpdir(), 'lotrecht-test-')));
  const mariaDb = await startMariaDb(folder, { alsoRun: ["GRANT ALL ON *.* TO 'lotrecht'@'127.0.0.1'"] });
  project.provide('databaseUrl', mariaDb.url);
  return async () => {
    await mariaDb.stop();
    rmSync(folder.dir, { recursive: true, force: true });
  };
}
