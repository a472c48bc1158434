import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, openSync, readFileSync, rmSync } from 'node:fs';
import { connect, createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { type CheckVersionsView } from '@lotrecht/records';
import mysql from 'mysql2/promise';
import { openDatabase } from '../database/database.ts';
import { insertAcademy, insertInstructor } from '../identity/instructor-repository.ts';
import { hashPassword } from '../identity/passwords.ts';
import { workedCheck } from '../test/documents.ts';
import { TestClient } from '../test/test-app.ts';

const root = path.resolve(import.meta.dirname, '../../../..');
const PASSWORD = 'killed and risen again';

/** How often each fault is made; `LOTRECHT_FAULT_ROUNDS=50` for the figures that are reported. */
export const ROUNDS = Number(process.env['LOTRECHT_FAULT_ROUNDS'] ?? 4);

interface StartedMariaDb {
  readonly url: string;
  stop(): Promise<void>;
}

interface DataFolder {
  readonly dir: string;
}

async function scripts(): Promise<{
  openDataFolder: (dir: string) => DataFolder;
  startMariaDb: (
    folder: DataFolder,
    options?: { alsoRun?: string[]; port?: number },
  ) => Promise<StartedMariaDb>;
  freePort: () => Promise<number>;
}> {
  const load = (name: string): Promise<Record<string, unknown>> =>
    import(path.join(root, 'scripts/start', name)) as Promise<Record<string, unknown>>;
  return {
    ...(await load('data-folder.mjs')),
    ...(await load('mariadb.mjs')),
    ...(await load('ports.mjs')),
  } as never;
}

export function sleep(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}

/** Real processes to kill: a MariaDB of its own, and servers as they run in production. */
export class Rig {
  readonly servers: ChildProcess[] = [];
  readonly ports: number[] = [];
  private mariaDb: StartedMariaDb | undefined;
  /** Kept from start to start, so that a server finds the database again where it was. */
  private databasePort: number | undefined;

  private constructor(readonly folder: DataFolder) {}

  /** @param dir where the database lives; a temporary folder unless a fault needs another */
  static async make(dir = mkdtempSync(path.join(tmpdir(), 'lotrecht-faults-'))): Promise<Rig> {
    if (!existsSync(path.join(root, 'packages/server/dist/main.js'))) {
      throw new Error('The server is not built: run npm run build first.');
    }
    const { openDataFolder } = await scripts();
    return new Rig(openDataFolder(dir));
  }

  get databaseUrl(): string {
    if (this.mariaDb === undefined) throw new Error('the database was never started');
    return this.mariaDb.url;
  }

  async startDatabase(): Promise<void> {
    const { startMariaDb, freePort } = await scripts();
    this.databasePort ??= await freePort();
    this.mariaDb = await startMariaDb(this.folder, {
      port: this.databasePort,
      alsoRun: ["GRANT ALL ON *.* TO 'lotrecht'@'127.0.0.1'"],
    });
  }

  stopDatabase(): Promise<void> {
    return this.mariaDb?.stop() ?? Promise.resolve();
  }

  /** SIGKILL: no goodbye, no flush. What keeps MariaDB running starts it again by itself. */
  killDatabase(): void {
    process.kill(Number(readFileSync(path.join(this.folder.dir, 'mariadb/mariadb.pid'), 'utf8')), 'SIGKILL');
  }

  /** Not in the data folder: a disk that is made full there must not take the log with it. */
  private readonly logFile = path.join(tmpdir(), `lotrecht-faults-${randomUUID()}.log`);

  /**
   * @param index which of several servers; its port stays the same when it is started again
   * @param logFile where its log goes
   */
  async startServer(index = 0, databaseUrl = this.databaseUrl, logFile = this.logFile): Promise<string> {
    const { freePort } = await scripts();
    const port = (this.ports[index] ??= await freePort());
    const server = spawn(process.execPath, [path.join(root, 'packages/server/dist/main.js')], {
      env: {
        ...process.env,
        LOTRECHT_DATABASE_URL: databaseUrl,
        LOTRECHT_MIGRATIONS: path.join(root, 'db/migrations'),
        LOTRECHT_PORT: String(port),
        LOTRECHT_LOG: 'error',
        LOTRECHT_REQUESTS_PER_MINUTE: '1000000',
      },
      // Errors are what these tests make: they are only looked at when a test itself cannot go on.
      stdio: ['ignore', openSync(logFile, 'a'), 'inherit'],
    });
    this.servers[index] = server;
    const base = `http://127.0.0.1:${port}`;
    await until(async () => (await fetch(`${base}/health/live`)).ok);
    return base;
  }

  async ready(base: string): Promise<void> {
    await until(async () => (await fetch(`${base}/health/ready`)).ok);
  }

  /** SIGTERM, as whoever runs it stops it. @returns its exit code, or null where it did not end in time */
  async endServer(index = 0, patienceMs = 15_000): Promise<number | null> {
    const server = this.servers[index];
    if (server === undefined) return null;
    const gone = new Promise<number | null>((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    return Promise.race([gone, sleep(patienceMs).then(() => null)]);
  }

  async killServer(index = 0): Promise<void> {
    const server = this.servers[index];
    if (server === undefined || server.exitCode !== null || server.signalCode !== null) return;
    const gone = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGKILL');
    await gone;
  }

  /** An academy with one instructor, signed in. */
  async signIn(base: string): Promise<TestClient> {
    const db = openDatabase(this.databaseUrl);
    const academyId = await insertAcademy(db, 'Tarnside');
    const email = `${randomUUID()}@academy.example`;
    const passwordHash = await hashPassword(PASSWORD);
    await insertInstructor(db, { academyId, name: 'Marit Oswin', email, role: 'head', passwordHash });
    await db.close();
    const client = new TestClient(base);
    const answer = await client.post('/api/session', { email, password: PASSWORD });
    if (answer.status !== 200) {
      // The log is written a moment after the answer.
      await sleep(500);
      const log = readFileSync(this.logFile, 'utf8').slice(-2000);
      throw new Error(
        `sign-in answered ${answer.status} ${JSON.stringify(answer.body)}; the server said: ${log}`,
      );
    }
    return client;
  }

  /** Runs statements as the database's own user. */
  async query(statement: string): Promise<unknown> {
    const connection = await mysql.createConnection({ uri: this.databaseUrl });
    const [rows] = await connection.query(statement);
    await connection.end();
    return rows;
  }

  async remove(): Promise<void> {
    await Promise.all(this.servers.map((_server, index) => this.killServer(index)));
    await this.stopDatabase();
    rmSync(this.folder.dir, { recursive: true, force: true });
    rmSync(this.logFile, { force: true });
  }
}

/** Waits for something to come true; a failing look is only "not yet". */
export async function until(look: () => Promise<boolean>, patienceMs = 60_000): Promise<void> {
  const deadline = Date.now() + patienceMs;
  for (;;) {
    if (await look().catch(() => false)) return;
    if (Date.now() > deadline) throw new Error('it did not come true in time');
    await sleep(40);
  }
}

/** A student and a lesson to put checks into. */
export async function makeLesson(client: TestClient): Promise<string> {
  const [studentId, lessonId] = [randomUUID(), randomUUID()];
  await client.put(`/api/students/${studentId}`, {
    revision: 0,
    name: 'Runa',
    handedness: 'right',
    minor: false,
    notes: '',
  });
  await client.put(`/api/lessons/${lessonId}`, { revision: 0, studentId, heldOn: '2026-04-17', notes: '' });
  return lessonId;
}

/** What came of the saves of one fault test. */
export interface Count {
  acknowledged: number;
  lost: number;
  doubled: number;
}

/** One check to be saved, as the browser does: the same key at every try, until it is answered. */
export class PatientSave {
  readonly id = randomUUID();
  readonly trailGapMm = 560 + Math.floor(Math.random() * 80);
  private readonly key = randomUUID();

  constructor(private readonly lessonId: string) {}

  /** One try. @returns whether it was acknowledged */
  async tryOnce(client: TestClient): Promise<boolean> {
    const check = { revision: 0, lessonId: this.lessonId, document: workedCheck('right', this.trailGapMm) };
    try {
      const answer = await client.put(`/api/checks/${this.id}`, check, { 'Idempotency-Key': this.key });
      if (answer.status === 200) return true;
      if (answer.status === 503 || answer.status === 500) return false;
      throw new Error(`a save was answered ${answer.status}: ${JSON.stringify(answer.body)}`);
    } catch (error) {
      // No answer at all: the connection broke.
      if (error instanceof TypeError) return false;
      throw error;
    }
  }

  async untilAcknowledged(client: TestClient): Promise<void> {
    await until(() => this.tryOnce(client));
  }

  /** Looks what the database has of it, as soon as there is a server that can tell. */
  async count(client: TestClient, count: Count): Promise<void> {
    count.acknowledged += 1;
    let versions: CheckVersionsView['versions'] = [];
    await until(async () => {
      const answer = await client.get(`/api/checks/${this.id}/versions`);
      // A server that has just been started, or has no database: neither a loss nor a keeping.
      if (answer.status === 503) return false;
      if (answer.status === 200) ({ versions } = answer.body as CheckVersionsView);
      else if (answer.status !== 404)
        throw new Error(`a look was answered ${answer.status}: ${JSON.stringify(answer.body)}`);
      return true;
    });
    const kept =
      versions[0]?.document.observations.some((o) => 'trailGapMm' in o && o.trailGapMm === this.trailGapMm) ??
      false;
    if (!kept) count.lost += 1;
    if (versions.length > 1) count.doubled += 1;
  }
}

/** Says what was counted, for the record. */
export function report(fault: string, { acknowledged, lost, doubled }: Count): void {
  process.stdout.write(`${fault}: acknowledged ${acknowledged}, lost ${lost}, doubled ${doubled}\n`);
}

/** A wire that can be cut after the server has answered and before the client hears of it. */
export async function cuttableWire(
  toPort: number,
): Promise<{ base: string; cutNextAnswer: () => void; close: () => void }> {
  let cut = false;
  const wire: Server = createServer((client) => {
    const server = connect(toPort, '127.0.0.1');
    client.on('error', () => server.destroy());
    server.on('error', () => client.destroy());
    // Asked for as the server's own host: a wire is none that anybody knows.
    client.on('data', (chunk) => {
      const text = chunk.toString('latin1').replace(/^host: .*$/im, `Host: 127.0.0.1:${toPort}`);
      server.write(Buffer.from(text, 'latin1'));
    });
    client.on('end', () => server.end());
    server.on('data', (chunk) => {
      if (cut) {
        cut = false;
        client.destroy();
        server.destroy();
      } else client.write(chunk);
    });
    server.on('close', () => client.destroy());
  });
  await new Promise<void>((resolve) => wire.listen(0, '127.0.0.1', resolve));
  const address = wire.address();
  const port = typeof address === 'object' && address !== null ? address.port : 0;
  return {
    base: `http://127.0.0.1:${port}`,
    cutNextAnswer: () => {
      cut = true;
    },
    close: () => wire.close(),
  };
}
