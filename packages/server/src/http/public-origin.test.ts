import { request } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CaughtLetters } from '../test/caught-letters.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

const ORIGIN = 'https://tee.example:8443';
const postBox = new CaughtLetters();
let app: TestApp;
let own: TestApp;
let head: TestClient;
let email: string;

/** A request whose Host is what a stranger wants it to be: `fetch` sends its own. */
function ask(path: string, headers: Record<string, string>, body: unknown): Promise<number> {
  const text = JSON.stringify(body);
  return new Promise((resolve, reject) => {
    const sent = request(
      new URL(path, app.base),
      {
        method: 'POST',
        headers: {
          'X-Requested-By': 'lotrecht',
          'Content-Type': 'application/json',
          'Content-Length': Buffer.byteLength(text),
          ...headers,
        },
      },
      (response) => {
        response.resume();
        response.once('end', () => resolve(response.statusCode ?? 0));
      },
    );
    sent.once('error', reject);
    sent.end(text);
  });
}

beforeAll(async () => {
  own = await startTestApp();
  app = await startTestApp(undefined, {
    trustedProxies: ['127.0.0.1'],
    // Its own address last: tests come by it.
    origins: { letters: ORIGIN, all: [ORIGIN, 'http://127.0.0.1:1'] },
  });
});
afterAll(async () => {
  await app.stop();
  await own.stop();
});

describe('the host of a letter', () => {
  beforeAll(async () => {
    ({ client: head, email } = await own.signedIn(await own.academy('Home'), 'head'));
  });

  it.each([
    ['a Host of a stranger’s', { Host: 'evil.example' }, 421],
    [
      'a Host and an Origin that fit each other',
      { Host: 'evil.example', Origin: 'http://evil.example' },
      421,
    ],
    ['an Origin of a stranger’s', { Host: 'tee.example:8443', Origin: 'https://evil.example' }, 403],
    ['a forwarded host', { Host: 'tee.example:8443', 'X-Forwarded-Host': 'evil.example' }, 202],
  ])('is ours with %s', async (_name, headers, status) => {
    const there = await app.academy('Letters');
    const { email: theirs } = await signedInBehind(there);
    await postBox.deliver(app.db);
    postBox.letters.length = 0;
    expect(await ask('/api/password-forgotten', headers as Record<string, string>, { email: theirs })).toBe(
      status,
    );
    await app.settled();
    await postBox.deliver(app.db);
    expect(postBox.letters.map((letter) => /http\S+link/.exec(letter.body)?.[0])).toEqual(
      status === 202 ? [`${ORIGIN}/link`] : [],
    );
  });

  it('is ours in a student’s link', async () => {
    const { studentId } = await saveWorkedCheck(head);
    const sent = await head.post(`/api/students/${studentId}/student-links`, {
      recipient: 'r@p.example',
      days: 3,
    });
    expect((sent.body as { address: string }).address.startsWith(`${own.base}/h#`)).toBe(true);
    expect(email).toContain('@');
  });

  it('does not matter to whoever looks after the servers', async () => {
    expect((await fetch(new URL('/health/live', app.base))).status).toBe(200);
    expect((await fetch(new URL('/api/setup', app.base))).status).toBe(421);
  });
});

async function signedInBehind(academyId: string): Promise<{ email: string }> {
  const { insertInstructor } = await import('../identity/instructor-repository.ts');
  const address = `${Math.random().toString(36).slice(2)}@academy.example`;
  const person = { academyId, name: 'Somebody', email: address, role: 'head', passwordHash: 'x' } as const;
  await insertInstructor(app.db, person);
  return { email: address };
}
