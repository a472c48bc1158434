import { randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { hash } from '@node-rs/argon2';
import mysql from 'mysql2/promise';
import { pino } from 'pino';
import { inject } from 'vitest';
import { type AppDependencies, createApp } from '../app.ts';
import { type Database, openDatabase } from '../database/database.ts';
import { migrate } from '../database/migrate.ts';
import { type Actor, actorOf } from '../access/actor.ts';
import { insertAcademy, insertInstructor } from '../identity/instructor-repository.ts';
import { ANSWER_HERE } from '../checks/answerer.ts';
import { Later } from '../http/later.ts';
import { openPrinter } from '../printing/printer.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    databaseUrl: string;
    /** The statements that make a database at the newest migration. */
    newestSchema: string;
    /** A folder for the files of one run. */
    scratch: string;
  }
}

/** The migrations of this checkout. */
export const MIGRATIONS = path.resolve(fileURLToPath(import.meta.url), '../../../../../db/migrations');

/** The code that makes the first academy in tests. */
export const SETUP_CODE = 'AB12CD34EF';

/** Every test instructor's password. */
export const PASSWORD = 'a plumb line hangs true';

/**
 * Hashed as cheaply as it can be: a hash says itself what it takes to compare with it, and the price of one is what the
 * tests of passwords are about.
 */
const passwordHash = hash(PASSWORD, { memoryCost: 8, timeCost: 1, parallelism: 1 });

/** Makes an empty database. @returns its URL */
export function createTestDatabase(): Promise<string> {
  return makeDatabase('');
}

/** Makes a database at the newest migration, as migrating it would. @returns its URL */
export function createMigratedDatabase(): Promise<string> {
  return makeDatabase(inject('newestSchema'));
}

/** Makes a database by statements. @returns its URL */
export async function makeDatabase(statements: string): Promise<string> {
  const url = new URL(inject('databaseUrl'));
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const admin = await mysql.createConnection({ uri: url.href, multipleStatements: true });
  await admin.query(`CREATE DATABASE ${name}; USE ${name}; ${statements}`);
  await admin.end();
  url.pathname = `/${name}`;
  return url.href;
}

/** An answer with its body read. */
export interface Answer {
  readonly status: number;
  readonly headers: Headers;
  readonly body: unknown;
}

/** A browser's view of the app: remembers its cookie and sends what our pages send. */
export class TestClient {
  cookie = '';

  constructor(readonly base: string) {}

  async send(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer> {
    const response = await fetch(new URL(path, this.base), {
      method: method.toUpperCase(),
      headers: {
        'X-Requested-By': 'lotrecht',
        ...(body !== undefined && { 'Content-Type': 'application/json' }),
        ...(this.cookie !== '' && { Cookie: this.cookie }),
        ...headers,
      },
      ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    this.keepCookies(response.headers.getSetCookie());
    const text = await response.text();
    // Lines of JSON are no JSON.
    const isJson = /[/+]json(;|$)/.test(response.headers.get('content-type') ?? '');
    return { status: response.status, headers: response.headers, body: isJson ? JSON.parse(text) : text };
  }

  private keepCookies(set: readonly string[]): void {
    const named = (text: string): [string, string] => {
      const [pair = ''] = text.split(';');
      return [pair.slice(0, pair.indexOf('=')).trim(), pair.slice(pair.indexOf('=') + 1)];
    };
    const jar = new Map(this.cookie === '' ? [] : this.cookie.split('; ').map(named));
    for (const [name, value] of set.map(named)) {
      if (value === '') jar.delete(name);
      else jar.set(name, value);
    }
    this.cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
  }

  /** A file, as it comes. */
  async file(
    method: string,
    path: string,
    body?: unknown,
  ): Promise<{ readonly status: number; readonly type: string; readonly bytes: Buffer }> {
    const response = await fetch(new URL(path, this.base), {
      method,
      headers: { 'X-Requested-By': 'lotrecht', 'Content-Type': 'application/json', Cookie: this.cookie },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
    const type = (response.headers.get('content-type') ?? '').split(';')[0] ?? '';
    return { status: response.status, type, bytes: Buffer.from(await response.arrayBuffer()) };
  }

  get = (path: string): Promise<Answer> => this.send('GET', path);
  put = (path: string, body: unknown, headers?: Record<string, string>): Promise<Answer> =>
    this.send('PUT', path, body, headers);
  post = (path: string, body: unknown): Promise<Answer> => this.send('POST', path, body);
  delete = (path: string): Promise<Answer> => this.send('DELETE', path);
}

/** A running app on a database of its own. */
export interface TestApp {
  readonly db: Database;
  readonly databaseUrl: string;
  readonly base: string;
  client(): TestClient;
  /** Adds an instructor and signs them in. */
  signedIn(
    academyId: string,
    role: Actor['role'],
  ): Promise<{ client: TestClient; actor: Actor; email: string }>;
  academy(name: string): Promise<string>;
  /** When what goes on behind answers is done. */
  settled(): Promise<void>;
  stop(): Promise<void>;
}

/** Starts the app on a fresh database at the newest migration. */
export async function startTestApp(
  webRoot?: string,
  settings: Partial<AppDependencies> = {},
): Promise<TestApp> {
  return serveTestApp(await createMigratedDatabase(), webRoot, settings);
}

/** Starts the app on a database that there is, migrated. */
export async function serveTestApp(
  databaseUrl: string,
  webRoot?: string,
  settings: Partial<AppDependencies> = {},
): Promise<TestApp> {
  await migrate(databaseUrl, MIGRATIONS);
  const db = openDatabase(databaseUrl);
  // A test that computes for long leaves its connections alone meanwhile; whoever asks next would find them closed.
  const server: Server = createServer({ keepAliveTimeout: 120_000 });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = server.address();
  const base = `http://127.0.0.1:${typeof address === 'object' && address !== null ? address.port : 0}`;
  const printer = settings.printer ?? openPrinter();
  const later = new Later();
  const app = createApp({
    db,
    origins: { letters: base, all: [base] },
    printer,
    answerer: settings.answerer ?? ANSWER_HERE,
    logger: pino({ level: 'silent' }),
    setupCode: SETUP_CODE,
    webRoot,
    requestsPerMinute: 1_000_000,
    trustedProxies: [],
    later,
    ...settings,
  });
  server.on('request', app.callback());
  const client = (): TestClient => new TestClient(base);
  return {
    db,
    databaseUrl,
    base,
    client,
    academy: (name) => insertAcademy(db, name),
    settled: () => later.settled(),
    signedIn: async (academyId, role) => {
      const email = `${randomUUID()}@academy.example`;
      const instructorId = await insertInstructor(db, {
        academyId,
        name: `An ${role}`,
        email,
        role,
        passwordHash: await passwordHash,
      });
      const signedIn = client();
      const answer = await signedIn.post('/api/session', { email, password: PASSWORD });
      if (answer.status !== 200) throw new Error(`sign-in answered ${answer.status}`);
      return { client: signedIn, actor: actorOf({ academyId, instructorId, role }), email };
    },
    stop: async () => {
      await new Promise<void>((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      });
      await printer.close();
      await later.settled();
      await db.close();
    },
  };
}
