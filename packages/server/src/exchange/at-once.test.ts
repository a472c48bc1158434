import { connect, type Socket } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { INSTRUCTORS } from '@lotrecht/demo';
import { saveWorkedCheck } from '../test/documents.ts';
import { fileOf, houseOf, post } from '../test/houses.ts';
import { EXCHANGED_TABLES } from './tables.ts';
import { createDemoDatabase, DEMO_PASSWORD } from '../test/demo-database.ts';
import { serveTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let head: TestClient;

beforeAll(async () => {
  app = await serveTestApp(await createDemoDatabase());
  head = app.client();
  const email = INSTRUCTORS.find((i) => i.role === 'head')?.email;
  await head.post('/api/session', { email, password: DEMO_PASSWORD });
});
afterAll(() => app.stop());

/** Asks for a file and does not read what comes. */
function slowReader(client: TestClient): Promise<{ readonly status: number; readonly socket: Socket }> {
  const { port, host } = new URL(app.base);
  return new Promise((resolve, reject) => {
    const socket = connect(Number(port), '127.0.0.1');
    socket.once('error', reject);
    socket.write(`GET /api/academy/export HTTP/1.1\r\nHost: ${host}\r\nCookie: ${client.cookie}\r\n\r\n`);
    socket.once('data', (first) => {
      socket.pause();
      resolve({ status: Number(/^HTTP\/1.1 (\d+)/.exec(first.toString())?.[1]), socket });
    });
  });
}

async function connections(): Promise<number> {
  return (await app.db.many(sql`SELECT id FROM information_schema.PROCESSLIST WHERE DB = DATABASE()`)).length;
}

describe('readers of files who are slow', () => {
  it('hold two connections an account, whatever their number, and leave them when they go', async () => {
    const before = await connections();
    const readers = await Promise.all(Array.from({ length: 40 }, () => slowReader(head)));
    const statuses = readers.map((reader) => reader.status);
    // Some are through already when others ask; never more than two hold a connection.
    expect(statuses.every((s) => s === 200 || s === 429)).toBe(true);
    expect(statuses.filter((s) => s === 429).length).toBeGreaterThan(20);
    // What is asked for pages and notes, and two for the files.
    expect((await connections()) - before).toBeLessThanOrEqual(10 + 10 + 2);
    expect((await head.get('/api/students')).status).toBe(200);
    for (const { socket } of readers) socket.destroy();
    let again = 0;
    for (let i = 0; i < 100 && again !== 200; i++) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      again = (await head.file('GET', '/api/academy/export')).status;
    }
    expect(again).toBe(200);
  });
});

describe('sheets to print', () => {
  it('are four an account at once, and others are answered meanwhile', async () => {
    const card = {
      kind: 'degree-card',
      paper: 'a4',
      format: 'pdf',
      wish: {
        firstName: 'Runa',
        handedness: 'right',
        methodName: 'All parallel',
        bases: [{ name: 'stance', lengthMm: 450, along: 'targetLine' }],
        lines: [{ line: 'toes', fromDeg: -2, toDeg: 2, baseMm: 450, along: 'targetLine' }],
        foot: 'Tarnside',
      },
    };
    const sheets = Array.from({ length: 30 }, () => head.post('/api/print', card).then((a) => a.status));
    const startedAt = performance.now();
    expect((await fetch(new URL('/health/live', app.base))).status).toBe(200);
    const waited = performance.now() - startedAt;
    const statuses = await Promise.all(sheets);
    expect(statuses.filter((s) => s === 200).length).toBeGreaterThanOrEqual(4);
    expect(statuses.filter((s) => s === 429).length).toBeGreaterThan(0);
    expect(statuses.every((s) => s === 200 || s === 429)).toBe(true);
    expect(waited).toBeLessThan(1_000);
  });
});

describe('a file that is looked at', () => {
  it('keeps nobody from saving: nothing in use is written or held', async () => {
    const house = await houseOf(app, 'Looked at');
    const { studentId, lessonId } = await saveWorkedCheck(house.head);
    const away = await houseOf(app, 'Away');
    for (let i = 0; i < 40; i++) await saveWorkedCheck(away.head);
    const file = await fileOf(away.head);
    // Ten times as long: while it is looked at there is time for others.
    const many = inOrder([file.trimEnd(), ...Array.from({ length: 9 }, () => renamed(file))].join('\n'));
    const looking = post(house, many, 'do=look').then((answer) => answer.text());
    let done = false;
    void looking.then(() => (done = true));
    const before = await count();
    let saves = 0;
    let longest = 0;
    while (!done) {
      const startedAt = performance.now();
      const lesson = { revision: 0, studentId, heldOn: '2026-05-01', notes: '' };
      const id = crypto.randomUUID();
      expect((await house.head.put(`/api/lessons/${id}`, lesson)).status).toBe(200);
      longest = Math.max(longest, performance.now() - startedAt);
      saves += 1;
    }
    expect(JSON.parse((await looking).trimEnd().split('\n').at(-1) ?? '')).toMatchObject({
      report: { broughtIn: false, problemCount: 0 },
    });
    expect(saves).toBeGreaterThan(0);
    expect(longest).toBeLessThan(2_000);
    expect(await count()).toEqual(before);
    expect(lessonId).not.toBe('');
  });
});

/** Rows of a file under other ids, without its head. */
function renamed(file: string): string {
  const ids = new Map<string, string>();
  return file
    .trimEnd()
    .split('\n')
    .filter((line) => !/^\{"table":"(academy|instructor|audit_entry|erased_student)/.test(line))
    .map((line) =>
      line.replaceAll(
        /"(id|studentId|lessonId|checkId|saveKey)":"([0-9a-f-]{36})"/g,
        (_all, field: string, id: string) => {
          const other = ids.get(id) ?? crypto.randomUUID();
          ids.set(id, other);
          return `"${field}":"${other}"`;
        },
      ),
    )
    .join('\n');
}

/** As files have them: what is pointed at before what points. */
function inOrder(lines: string): string {
  const order = ['academy', ...EXCHANGED_TABLES.map((table) => table.name)];
  const place = (line: string): number => order.indexOf(/^\{"table":"(\w+)"/.exec(line)?.[1] ?? '');
  return lines
    .split('\n')
    .map((line, i) => ({ line, i }))
    .toSorted((a, b) => place(a.line) - place(b.line) || a.i - b.i)
    .map(({ line }) => line)
    .join('\n');
}

async function count(): Promise<readonly unknown[]> {
  return app.db.many(sql`SELECT COUNT(*) AS students FROM student`);
}
