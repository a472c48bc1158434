import { execFile } from 'node:child_process';
import { promisify } from 'node:util';

const run = promisify(execFile);

/** A database as the statements that make it anew, rows included. */
export async function dumpOf(databaseUrl: string): Promise<string> {
  const { hostname, port, username, password, pathname } = new URL(databaseUrl);
  const { stdout } = await run(
    'mariadb-dump',
    [
      '--no-defaults',
      `--host=${hostname}`,
      `--port=${port}`,
      `--user=${username}`,
      '--compact',
      pathname.slice(1),
    ],
    { env: { ...process.env, MYSQL_PWD: password }, maxBuffer: 1e9 },
  );
  return `SET FOREIGN_KEY_CHECKS = 0;\n${stdout}`;
}
