import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { constants, cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';

const root = path.resolve(import.meta.dirname, '../../..');

/** Names the folder with the demo already loaded, in the environment of the stories. */
export const TEMPLATE = 'LOTRECHT_E2E_TEMPLATE';

/** In that folder: the statements that put a database back to the demo as it was loaded. */
const DEMO_STATEMENTS = 'demo.sql';

/** A server that works on the same rows may be the one that goes on. */
const FRESH_TRIES = 5;

/** Letters go out every second. */
const LETTER_TRIES = 40;

/** What the start printed. */
export interface Served {
  readonly address: string;
  readonly output: string;
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address !== null ? address.port : 0));
    });
  });
}

/** Lotrecht as a person starts it: `npm start` on a data folder of its own. */
export class Installation {
  readonly dataDir = mkdtempSync(path.join(tmpdir(), 'lotrecht-e2e-'));
  private process: ChildProcess | undefined;
  private port = 0;
  /** It was started before, or tried to: its folder is its own. */
  private isBegun = false;
  private readLetters = '';

  /**
   * Starts and waits for the address. The port stays the same from start to start. The first start with the demo finds
   * it loaded, where that was done for all.
   */
  async start(...options: readonly string[]): Promise<Served> {
    const isFirst = this.port === 0;
    try {
      return await this.startOnce(options);
    } catch (error) {
      // A port that was free a moment ago is anybody’s.
      if (!isFirst || !String(error).includes('EADDRINUSE')) throw error;
      this.port = 0;
      return this.startOnce(options);
    }
  }

  private async startOnce(options: readonly string[]): Promise<Served> {
    const template = process.env[TEMPLATE];
    if (template !== undefined && !this.isBegun && !options.includes('--empty'))
      cpSync(template, this.dataDir, { recursive: true, mode: constants.COPYFILE_FICLONE });
    this.isBegun = true;
    this.port ||= await freePort();
    const started = spawn(
      process.execPath,
      [path.join(root, 'scripts/start.mjs'), '--port', String(this.port), '--data', this.dataDir, ...options],
      { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] },
    );
    this.process = started;
    return new Promise((resolve, reject) => {
      let output = '';
      const read = (chunk: Buffer): void => {
        output += chunk.toString();
        const address = /served at\s+(http\S+)/.exec(output)?.[1];
        if (address === undefined || !output.includes('Ctrl-C')) return;
        this.readLetters = /Letters are read at\s+(\S+)/.exec(output)?.[1] ?? '';
        resolve({ address, output });
      };
      started.stdout.on('data', read);
      started.stderr.on('data', read);
      started.once('exit', (code) => reject(new Error(`start ended with ${code}:\n${output}`)));
    });
  }

  /** Sends a signal and waits until the start has gone. @returns its exit code */
  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<number | null> {
    const running = this.process;
    if (running === undefined || running.exitCode !== null) return null;
    const gone = new Promise<number | null>((resolve) => running.once('exit', resolve));
    running.kill(signal);
    return gone;
  }

  /** Notes the demo as it is now, for `fresh`. Called on the folder that the others begin from. */
  noteDemo(): void {
    const tables = this.client('mariadb', ['--batch', '--skip-column-names', '--execute', 'SHOW TABLES'])
      .trim()
      .split('\n');
    const rows = this.client('mariadb-dump', ['--compact', '--no-create-info', '--complete-insert']);
    writeFileSync(
      path.join(this.dataDir, DEMO_STATEMENTS),
      [
        'SET FOREIGN_KEY_CHECKS = 0;\nSTART TRANSACTION;',
        ...tables.map((table) => `DELETE FROM ${table};`),
        rows,
        'COMMIT;\n',
      ].join('\n'),
    );
  }

  /** Puts everything back to the demo as it was loaded, under the server that goes on running. */
  fresh(): void {
    const statements = readFileSync(path.join(process.env[TEMPLATE] ?? '', DEMO_STATEMENTS), 'utf8');
    for (let tries = 1; ; tries++) {
      try {
        this.client('mariadb', [], statements);
        return;
      } catch (error) {
        if (tries === FRESH_TRIES || !String(error).includes('1213')) throw error;
      }
    }
  }

  /** What a program of MariaDB says, with our database open. */
  private client(program: string, args: readonly string[], input = ''): string {
    const read = (file: string): Record<string, string> =>
      JSON.parse(readFileSync(path.join(this.dataDir, file), 'utf8')) as Record<string, string>;
    return execFileSync(
      program,
      [
        '--no-defaults',
        '--host=127.0.0.1',
        `--port=${read('database.json')['port']}`,
        '--user=lotrecht',
        ...args,
        'lotrecht',
      ],
      {
        input,
        encoding: 'utf8',
        maxBuffer: 1e9,
        env: { ...process.env, MYSQL_PWD: read('secrets.json')['databasePassword'] },
      },
    );
  }

  /** SIGKILLs the application server behind the start, which starts it again by itself. */
  killServer(): void {
    const child = readdirSync('/proc')
      .filter((name) => /^\d+$/.test(name))
      .find((pid) => {
        const read = (file: string): string => {
          try {
            return readFileSync(`/proc/${pid}/${file}`, 'utf8');
          } catch {
            // Gone between listing and reading.
            return '';
          }
        };
        const parent = / (\d+) /.exec(read('stat').slice(read('stat').lastIndexOf(')') + 2))?.[1];
        return parent === String(this.process?.pid) && read('cmdline').includes('dist/main.js');
      });
    if (child === undefined) throw new Error('no server to kill');
    process.kill(Number(child), 'SIGKILL');
  }

  /** The latest letter with a subject, as the one it was sent to reads it: nowhere else is its link whole. */
  async latestLetter(about: string): Promise<string> {
    for (let tries = 0; tries < LETTER_TRIES; tries++) {
      const letters = (await (await fetch(`${this.readLetters}letters.json`)).json()) as readonly {
        readonly subject: string;
        readonly text: string;
      }[];
      const found = letters.find(({ subject }) => subject === about);
      if (found !== undefined) return found.text;
      await new Promise((resolve) => setTimeout(resolve, 250));
    }
    throw new Error(`no letter “${about}” has gone out`);
  }

  /** Stops and takes the data away. */
  async remove(): Promise<void> {
    await this.stop();
    rmSync(this.dataDir, { recursive: true, force: true });
  }
}

/** The demo sign-in as printed. */
export function demoSignIn({ output }: Served): { email: string; password: string } {
  const [, email = '', password = ''] = /Demo sign-in\s+(\S+)\s+password\s+(\S+)/.exec(output) ?? [];
  return { email, password };
}
