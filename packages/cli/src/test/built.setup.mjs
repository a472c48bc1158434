import { execFileSync } from 'node:child_process';
import path from 'node:path';

/** The command is tried as it is built, because its workers are files of their own. */
export function setup() {
  const root = path.resolve(import.meta.dirname, '../../../..');
  execFileSync('npm', ['run', '--silent', 'build', '-w', '@lotrecht/cli'], { cwd: root, stdio: 'inherit' });
  // What works on a database is the server's, and opened only then.
  execFileSync('npx', ['tsc', '-b', 'packages/server'], { cwd: root, stdio: 'inherit' });
}
