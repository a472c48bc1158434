import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { openDataFolder } from '../../../../scripts/start/data-folder.mjs';
import { ensureProgram } from '../../../../scripts/start/debian-packages.mjs';
import { startMariaDb } from '../../../../scripts/start/mariadb.mjs';
import { migrate } from '../database/migrate.ts';
import { dumpOf } from './dump-of.ts';

const MIGRATIONS = path.resolve(fileURLToPath(import.meta.url), '../../../../../db/migrations');

/** One MariaDB for all repository tests; each test file makes a database of its own in it, mostly from one dump. */
export default async function setup(project) {
  const folder = openDataFolder(mkdtempSync(path.join(tmpdir(), 'lotrecht-test-')));
  const mariaDb = await startMariaDb(folder, {
    alsoRun: ["GRANT ALL ON *.* TO 'lotrecht'@'127.0.0.1'"],
    durable: false,
  });
  await ensureProgram('mariadb-dump', 'mariadb-client');
  await migrate(mariaDb.url, MIGRATIONS);
  project.provide('databaseUrl', mariaDb.url);
  project.provide('newestSchema', await dumpOf(mariaDb.url));
  project.provide('scratch', folder.dir);
  return async () => {
    await mariaDb.stop();
    rmSync(folder.dir, { recursive: true, force: true });
  };
}
